import { useEffect, useRef } from "react";
import type { Cue } from "@/core/capture";

/** How cues are told. */
export interface CueWays {
  readonly sound: boolean;
  readonly voice: boolean;
  readonly vibration: boolean;
}

/** Sounds that differ in height and number, so that one knows them without looking: hertz, seconds, how often. */
const SOUNDS = {
  ready: { hertz: 660, seconds: 0.06, times: 1 },
  press: { hertz: 1320, seconds: 0.16, times: 1 },
  open: { hertz: 990, seconds: 0.16, times: 1 },
  close: { hertz: 440, seconds: 0.12, times: 2 },
} as const;
const BETWEEN_SECONDS = 0.08;
/** Loud enough on a windy quay, and no click as it begins and ends. */
const LOUDNESS = 0.5;
const SWELL_SECONDS = 0.01;

const WORDS = { press: "Press", open: "Open", close: "Closed" } as const;
/** What is said of shutters that follow faster than this would be late. */
const SAID_APART_SECONDS = 2;
/** Milliseconds of shaking and of rest between. */
const SHAKES = { ready: [40], press: [250], open: [250], close: [80, 80, 80] } as const;

const LOOK_EVERY_MS = 100;
/** Sounds are put on the sound card's own clock so long before they are due: a busy page does not make them late. */
const AHEAD_SECONDS = 0.4;

function beep(audio: AudioContext, { hertz, seconds, times }: (typeof SOUNDS)[Cue["kind"]], inSeconds: number): void {
  for (let time = 0; time < times; time++) {
    const begins = audio.currentTime + inSeconds + time * (seconds + BETWEEN_SECONDS);
    const tone = audio.createOscillator();
    const level = audio.createGain();
    tone.frequency.value = hertz;
    level.gain.setValueAtTime(0, begins);
    level.gain.linearRampToValueAtTime(LOUDNESS, begins + SWELL_SECONDS);
    level.gain.setValueAtTime(LOUDNESS, begins + seconds - SWELL_SECONDS);
    level.gain.linearRampToValueAtTime(0, begins + seconds);
    tone.connect(level).connect(audio.destination);
    tone.start(begins);
    tone.stop(begins + seconds);
  }
}

/** Whether what comes next leaves time to say what this one is. */
const hasTime = (cues: readonly Cue[], at: number): boolean =>
  (cues[at + 1]?.atSeconds ?? Number.POSITIVE_INFINITY) - cues[at]!.atSeconds >= SAID_APART_SECONDS;

/** Tells the cues of a run by hand when they are due, by beeps, words and shaking, as far as the browser can. */
export function useCues(cues: readonly Cue[], startedAtMs: number | null, ways: CueWays): void {
  const latest = useRef(ways);
  latest.current = ways;
  useEffect(() => {
    if (startedAtMs === null) return;
    const audio = typeof AudioContext === "undefined" ? null : new AudioContext();
    const due = (at: number) => startedAtMs / 1000 + cues[at]!.atSeconds - Date.now() / 1000;
    let next = cues.findIndex((_, at) => due(at) > 0);
    if (next < 0) next = cues.length;
    const timers = new Set<ReturnType<typeof setTimeout>>();
    const later = (seconds: number, act: () => void) => {
      const timer = setTimeout(() => {
        timers.delete(timer);
        act();
      }, 1000 * seconds);
      timers.add(timer);
    };
    const tell = (at: number) => {
      const { kind } = cues[at]!;
      const inSeconds = Math.max(0, due(at));
      const { sound, voice, vibration } = latest.current;
      if (sound && audio) beep(audio, SOUNDS[kind], inSeconds);
      if (vibration) later(inSeconds, () => navigator.vibrate?.([...SHAKES[kind]]));
      if (voice && kind !== "ready" && hasTime(cues, at) && "speechSynthesis" in window)
        later(inSeconds, () => window.speechSynthesis.speak(new SpeechSynthesisUtterance(WORDS[kind])));
    };
    const looking = setInterval(() => {
      for (; next < cues.length && due(next) < AHEAD_SECONDS; next++) tell(next);
    }, LOOK_EVERY_MS);
    return () => {
      clearInterval(looking);
      for (const timer of timers) clearTimeout(timer);
      if ("speechSynthesis" in window) window.speechSynthesis.cancel();
      void audio?.close();
    };
  }, [cues, startedAtMs]);
}
