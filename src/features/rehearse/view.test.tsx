/** @jest-environment jsdom */
import { cleanup, fireEvent, screen } from "@testing-library/react";
import type { Rehearsal, ScreenPicture } from "@/core/rehearse";
import { show } from "@/ui/testing/show";
import { RehearseView } from "./RehearseView";

type Props = Parameters<typeof RehearseView>[0];

const taken = (framesIn: number): Rehearsal => ({
  width: 2,
  height: 1,
  data: Uint8Array.from([1, 2, 3, 40, 50, 60]),
  framesIn,
  framesOf: 4,
  measured: null,
});
const onScreenNow: ScreenPicture = {
  ...taken(1),
  shutterSeconds: 1 / 24,
  iso: 3200,
  offStops: 0,
  meter: { centre: 0, matrix: 0, spot: 0 },
  following: "a picture",
};

/** A view with what the test is about, and what was drawn in it. */
function view(part: Partial<Props>) {
  const put: Uint8ClampedArray[] = [];
  HTMLCanvasElement.prototype.getContext = jest.fn().mockReturnValue({
    createImageData: (width: number, height: number) => ({ data: new Uint8ClampedArray(4 * width * height) }),
    putImageData: ({ data }: { data: Uint8ClampedArray }) => put.push(data),
  });
  const heard = { onScreen: jest.fn(), onPlay: jest.fn() };
  const rest = {
    aspect: 4 / 3,
    close: { on: false, toggle: jest.fn(), pointed: { x: 0.5, y: 0.5 }, part: null, isFine: false },
    wiped: null,
    screen: null,
    withScreen: false,
    playing: false,
    frames: 1,
    moment: "open for 2 s",
  };
  show(<RehearseView picture={null} {...rest} {...heard} {...part} />);
  return { put, ...heard };
}
const picture = () => screen.getByRole("img", { name: "The picture, simulated before it is taken" });

describe("the rehearsed picture", () => {
  it("says that it is on its way, and draws nothing until it is there", () => {
    const { put } = view({});
    expect(screen.getByText("The scene is being lit…")).toBeTruthy();
    expect(picture().getAttribute("aria-busy")).toBe("true");
    expect(put).toEqual([]);
  });

  it("is drawn sample by sample, opaque, with its moment and how many of its frames are in it", () => {
    const { put } = view({ picture: taken(4), frames: 24 });
    expect([...put[0]!]).toEqual([1, 2, 3, 255, 40, 50, 60, 255]);
    expect(screen.getByText("open for 2 s; 4 of its frames are in the picture")).toBeTruthy();
    expect(picture().getAttribute("aria-busy")).toBe("false");
    expect(screen.queryByRole("progressbar")).toBeNull();
  });

  it("says how far it is while it grows, and of a glance that it is one", () => {
    const line = () => screen.getByRole("progressbar").getAttribute("aria-valuenow");
    view({ picture: taken(2), frames: 4 });
    expect(screen.getByText("2 of 4 frames so far")).toBeTruthy();
    expect(line()).toBe("0.5");
    cleanup();
    view({ picture: { ...taken(4), litShare: 0.25 }, frames: 4 });
    expect(screen.getByText("A glance; it is lit in full: 25 %")).toBeTruthy();
    expect(line()).toBe("0.25");
  });

  it("is looked at pixel by pixel, as far as it is known until the pixels are there", () => {
    const close = { on: true, toggle: jest.fn(), pointed: { x: 0.2, y: 0.5 }, part: taken(4), isFine: false };
    const { put } = view({ picture: taken(4), frames: 4, close });
    expect(put).toHaveLength(2);
    expect(screen.getByText("its pixels are on their way…")).toBeTruthy();
    cleanup();
    view({ picture: taken(4), frames: 4, close: { ...close, isFine: true } });
    expect(screen.queryByText("its pixels are on their way…")).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "1:1" }));
    expect(close.toggle).toHaveBeenCalledTimes(1);
  });

  it("stands beside the phone's screen, which is never taken for it", () => {
    const { onScreen, onPlay } = view({ picture: taken(1), screen: onScreenNow, withScreen: true });
    expect(screen.getByRole("img", { name: "What the phone's screen shows" })).toBeTruthy();
    expect(screen.getByText("What the phone's screen shows: not the picture")).toBeTruthy();
    const button = screen.getByRole("button", { name: /The phone's screen/ });
    expect(button.getAttribute("aria-pressed")).toBe("true");
    fireEvent.click(button);
    fireEvent.click(screen.getByRole("button", { name: "Play the exposure" }));
    expect([onScreen.mock.calls.length, onPlay.mock.calls.length]).toEqual([1, 1]);
  });

  it("is wiped over by another recipe's from where the wipe stands", () => {
    const wiped = { picture: taken(4), line: "2s | iso 50", at: 30, onAt: jest.fn() };
    const { put } = view({ picture: taken(4), frames: 4, wiped });
    const other = screen.getByRole("img", { name: "The same scene by 2s | iso 50" });
    expect(other.style.clipPath).toBe("inset(0 0 0 30%)");
    expect(screen.getByText("open for 2 s")).toBeTruthy();
    expect(put).toHaveLength(2);
  });

  it("says of the other recipe's picture, too, that it is on its way", () => {
    view({ picture: taken(4), frames: 4, wiped: { picture: null, line: "2s | iso 50", at: 50, onAt: jest.fn() } });
    expect(screen.getByText("2s | iso 50 is on its way…")).toBeTruthy();
  });
});
