/** @jest-environment jsdom */
import { act, fireEvent, renderHook, screen } from "@testing-library/react";
import { chosenCamera } from "@/core/camera";
import { type Cue, planCapture, SOME_TIME } from "@/core/capture";
import { parseRecipe } from "@/core/recipe";
import { settled, show } from "@/ui/testing/show";
import { MomentPanel } from "./MomentPanel";
import { useCues } from "./useCues";

interface Tone {
  readonly hertz: number;
  readonly from: number;
  readonly to: number;
}

/** A sound card whose clock goes with the test's, and which remembers what it was given. */
class SoundCard {
  static tones: Tone[] = [];
  static open = 0;
  private readonly beganAt = Date.now();
  readonly destination = {};
  constructor() {
    SoundCard.open++;
  }
  get currentTime(): number {
    return (Date.now() - this.beganAt) / 1000;
  }
  createGain() {
    return { gain: { setValueAtTime: () => {}, linearRampToValueAtTime: () => {} }, connect: (next: unknown) => next };
  }
  createOscillator() {
    const frequency = { value: 0 };
    let from = 0;
    return {
      frequency,
      connect: (next: unknown) => next,
      start: (at: number) => {
        from = this.beganAt / 1000 + at;
      },
      stop: (at: number) => SoundCard.tones.push({ hertz: frequency.value, from, to: this.beganAt / 1000 + at }),
    };
  }
  close() {
    SoundCard.open--;
    return Promise.resolve();
  }
}

const NOW = Date.parse("2026-11-25T18:00:00.000Z");
const said: string[] = [];
const shaken: number[][] = [];
beforeEach(() => {
  jest.useFakeTimers({ now: NOW });
  SoundCard.tones = [];
  said.length = 0;
  shaken.length = 0;
  Object.assign(globalThis, { AudioContext: SoundCard });
  Object.assign(navigator, { vibrate: (pattern: number[]) => shaken.push(pattern) });
  Object.assign(window, {
    speechSynthesis: { speak: ({ text }: { text: string }) => said.push(text), cancel: () => {} },
    SpeechSynthesisUtterance: class {
      constructor(readonly text: string) {}
    },
  });
});
afterEach(() => jest.useRealTimers());

const ALL = { sound: true, voice: true, vibration: true };
const CUES: readonly Cue[] = [
  { kind: "ready", atSeconds: -1 },
  { kind: "press", atSeconds: 0 },
  { kind: "open", atSeconds: 3 },
  { kind: "close", atSeconds: 3.5 },
];
const pass = (seconds: number) => act(() => jest.advanceTimersByTime(1000 * seconds));
const secondsOf = ({ from }: Tone) => Number((from - NOW / 1000).toFixed(2));

describe("cues of a run by hand", () => {
  it("are heard at their instants, each with a sound of its own, and closing is heard twice", () => {
    const { unmount } = renderHook(() => useCues(CUES, NOW + 2000, ALL));
    pass(8);
    expect(SoundCard.tones.map(secondsOf)).toEqual([1, 2, 5, 5.5, 5.7]);
    const [ready, press, open, close, again] = SoundCard.tones.map(({ hertz }) => hertz);
    expect(new Set([ready, press, open, close]).size).toBe(4);
    expect(again).toBe(close);
    unmount();
    expect(SoundCard.open).toBe(0);
  });

  it("are said only where there is time to, and shaken as well", () => {
    renderHook(() => useCues(CUES, NOW + 2000, ALL));
    pass(8);
    // Half a second after opening it closes: "Open" would still be spoken then.
    expect(said).toEqual(["Press", "Closed"]);
    expect(shaken).toHaveLength(4);
  });

  it("are quiet where nobody wants them, and those of before are not made up for", () => {
    renderHook(() => useCues(CUES, NOW - 1000, { sound: true, voice: false, vibration: false }));
    pass(8);
    expect(SoundCard.tones.map(secondsOf)).toEqual([2, 2.5, 2.7]);
    expect(said).toEqual([]);
    expect(shaken).toEqual([]);
  });

  it("are none before a run begins", () => {
    renderHook(() => useCues(CUES, null, ALL));
    pass(5);
    expect(SoundCard.tones).toEqual([]);
  });
});

describe("the moment to press", () => {
  const camera = chosenCamera({ phones: [], clipOns: [] }, null);
  const plan = planCapture(parseRecipe("1 x 1s | iso 50 | delay 2s").recipe, camera, SOME_TIME)!;
  const mover = { distanceM: 25, speedMps: 10, headingDegFromPerpendicular: 0 };
  const panel = (onPress = jest.fn()) => {
    show(<MomentPanel mover={mover} plan={plan} camera={camera} inTheMiddle={false} ways={ALL} onPress={onPress} />);
    return onPress;
  };
  const tap = () => screen.getByRole("button", { name: /It passes the landmark: now/ });

  it("is counted down from the tap: so long as the way takes, less the delay and the phone's lag", () => {
    const onPress = panel();
    // 2.12 s of delay and lag and two seconds for the hand at 10 m/s: 41.2 m, rounded up to five.
    expect(screen.getByText(/^45 m before it comes into the picture, at 10 m\/s: press 2.4 s later/)).toBeTruthy();
    act(() => void fireEvent.keyDown(document.body, { key: "m" }));
    pass(2.2);
    expect(onPress).not.toHaveBeenCalled();
    expect(screen.getByRole("timer").textContent).toMatch(/^0\.[1-3]$/);
    pass(0.3);
    expect(onPress).toHaveBeenCalledTimes(1);
    expect(screen.getByRole("timer").textContent).toBe("now");
    pass(2);
    expect(screen.queryByRole("timer")).toBeNull();
    expect(onPress).toHaveBeenCalledTimes(1);
  });

  it("cannot be met from a landmark that is too near, and says how far it has to be", async () => {
    jest.useRealTimers();
    panel();
    await settled(() => fireEvent.click(screen.getByRole("button", { name: "Landmark, and where it should be" })));
    const field = screen.getByLabelText("Landmark, metres before it comes in");
    fireEvent.change(field, { target: { value: "10" } });
    act(() => void fireEvent.blur(field));
    expect(screen.getByText(/Too near: .* 42 m before it comes into the picture/)).toBeTruthy();
    expect(tap().hasAttribute("disabled")).toBe(true);
  });
});
