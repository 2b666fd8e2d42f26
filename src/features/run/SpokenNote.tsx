"use client";

import { Mic, Square } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { SPOKEN_TYPES } from "@/contracts/runMark";
import { Action } from "@/ui/Action";
import { usePageKeys } from "@/ui/keys";
import { notice } from "@/ui/Notice";

/** A note is a sentence or two: it ends by itself after so long, milliseconds. */
const LONGEST_MS = 60_000;

const canRecord = (): boolean => typeof MediaRecorder !== "undefined" && navigator.mediaDevices !== undefined;

interface Recording {
  readonly recorder: MediaRecorder;
  readonly stream: MediaStream;
  readonly beganAt: number;
}

/** Says a note into the microphone instead of typing it, where the browser has one; key n begins and ends it. */
export function SpokenNote({ onSpoken }: { readonly onSpoken: (sound: Blob, seconds: number) => void }) {
  const [isThere, setThere] = useState(false);
  const [isOn, setOn] = useState(false);
  const recording = useRef<Recording | null>(null);
  const latest = useRef(onSpoken);
  latest.current = onSpoken;
  useEffect(() => setThere(canRecord()), []);

  const end = () => {
    const now = recording.current;
    recording.current = null;
    if (now?.recorder.state === "recording") now.recorder.stop();
  };
  useEffect(() => {
    const letGo = recording;
    return () => {
      const now = letGo.current;
      letGo.current = null;
      for (const track of now?.stream.getTracks() ?? []) track.stop();
    };
  }, []);
  useEffect(() => {
    if (!isOn) return;
    const timer = setTimeout(() => {
      if (recording.current?.recorder.state === "recording") recording.current.recorder.stop();
    }, LONGEST_MS);
    return () => clearTimeout(timer);
  }, [isOn]);

  const begin = async () => {
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
      const mimeType = SPOKEN_TYPES.find((each) => MediaRecorder.isTypeSupported(each));
      const recorder = new MediaRecorder(stream, mimeType ? { mimeType } : {});
      const parts: Blob[] = [];
      const beganAt = Date.now();
      recorder.ondataavailable = ({ data }) => parts.push(data);
      recorder.onstop = () => {
        for (const track of stream.getTracks()) track.stop();
        recording.current = null;
        setOn(false);
        const type = recorder.mimeType.split(";")[0] ?? "";
        latest.current(new Blob(parts, { type }), (Date.now() - beganAt) / 1000);
      };
      recorder.start();
      recording.current = { recorder, stream, beganAt };
      setOn(true);
    } catch {
      notice({ tone: "wrong", text: "The microphone cannot be used; type the note instead." });
    }
  };
  const turn = () => void (isOn ? end() : begin());
  usePageKeys({ n: () => isThere && turn() });
  if (!isThere) return null;
  return (
    <Action
      aria-pressed={isOn}
      title={isOn ? "Stop recording (n)" : "Record a note (n)"}
      color={isOn ? "lamp" : "bone"}
      onClick={turn}
    >
      {isOn ? <Square size={16} /> : <Mic size={16} />} {isOn ? "Stop recording" : "Say it"}
    </Action>
  );
}
