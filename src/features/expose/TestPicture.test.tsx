/** @jest-environment jsdom */
import { act, fireEvent, screen, waitFor } from "@testing-library/react";
import type { MeasureReply } from "@/contracts/replies";
import { exposureValue } from "@/core/light";
import { parseRecipe } from "@/core/recipe";
import { getJson, ProblemError, uploadFile } from "@/features/api/client";
import { giveFile, show } from "@/ui/testing/show";
import { TestPicture } from "./TestPicture";

jest.mock("@/features/api/client", () => ({
  ...jest.requireActual("@/features/api/client"),
  getJson: jest.fn(),
  uploadFile: jest.fn(),
}));
const uploaded = jest.mocked(uploadFile);
const fetched = jest.mocked(getJson);

const measured: MeasureReply = {
  errors: { centre: 1.3, matrix: 0.9, spot: -0.4 },
  clippedAny: 0.02,
  sharpPx: null,
  shake: null,
  crushedAll: 0,
  shutterSeconds: null,
  iso: null,
  fNumber: null,
  recipeLine: null,
};
const picture = new File(["bytes"], "test.jpg", { type: "image/jpeg" });

function station(line = "2s | iso 50", part: Partial<Parameters<typeof TestPicture>[0]> = {}) {
  const onMetered = jest.fn();
  const { recipe } = parseRecipe(line);
  show(
    <TestPicture
      fNumber={1.8}
      recipe={recipe}
      lossStops={0}
      lastFrame={null}
      metered={null}
      metering="centre"
      onMetered={onMetered}
      {...part}
    />,
  );
  const drop = (file: File) => giveFile("Test picture", file);
  return { onMetered, drop };
}

beforeEach(() => jest.resetAllMocks());

describe("a test picture", () => {
  it("gives the scene's EV by each way of metering, from the line's settings where it tells none", async () => {
    uploaded.mockResolvedValue(measured);
    const { onMetered, drop } = station("2s | iso 50 | 3 stops");
    await drop(picture);
    const ev = exposureValue({ fNumber: 1.8, shutterSeconds: 2, iso: 50 }) + 3;
    await waitFor(() => expect(onMetered).toHaveBeenCalled());
    const [scene, mode] = onMetered.mock.lastCall;
    expect(mode).toBe("centre");
    expect(scene.centreEv).toBeCloseTo(ev + 1.3, 2);
    expect(scene.matrixEv).toBeCloseTo(ev + 0.9, 2);
    expect(scene.spotEv).toBeCloseTo(ev - 0.4, 2);
    expect(
      screen.getByText(/test.jpg: 2.s, ISO 50; 2.0 % clipped. centre reads \+1.3, matrix reads \+0.9/),
    ).toBeTruthy();
  });

  it("believes its own metadata, and the line that was written into it, before the line on screen", async () => {
    uploaded.mockResolvedValue({
      ...measured,
      shutterSeconds: 0.5,
      iso: 200,
      fNumber: 2.4,
      recipeLine: "0.5s | iso 200",
    });
    const { onMetered, drop } = station("2s | iso 50 | 6 stops", { lossStops: 0.3 });
    await drop(picture);
    await waitFor(() => expect(onMetered).toHaveBeenCalled());
    const ev = exposureValue({ fNumber: 2.4, shutterSeconds: 0.5, iso: 200 }) + 0.3;
    expect(onMetered.mock.lastCall[0].centreEv).toBeCloseTo(ev + 1.3, 2);
  });

  it("asks for settings where neither picture nor line has them", async () => {
    uploaded.mockResolvedValue(measured);
    const { onMetered, drop } = station("wb 4000K");
    await drop(picture);
    expect(await screen.findByText(/test.jpg does not say how it was taken/)).toBeTruthy();
    expect(onMetered).not.toHaveBeenCalled();
  });

  it("says what is wrong with a file and changes nothing", async () => {
    uploaded.mockRejectedValue(new ProblemError("refused", "This is not a picture. The scene's light is as it was."));
    const { onMetered, drop } = station();
    await drop(picture);
    expect((await screen.findByRole("alert")).textContent).toMatch(/as it was/);
    expect(onMetered).not.toHaveBeenCalled();
  });

  it("takes the shot's newest frame, and aims by another way of metering on request", async () => {
    fetched.mockResolvedValue(measured);
    const metered = { centreEv: 3, matrixEv: 2.5, spotEv: 5 };
    const { onMetered } = station("2s | iso 50", { lastFrame: { name: "frame-0001.jpg", hash: "abc" }, metered });
    fireEvent.click(screen.getByText("spot: EV 5.0"));
    expect(onMetered).toHaveBeenLastCalledWith(metered, "spot");
    expect(screen.getByText("centre: EV 3.0").getAttribute("aria-pressed")).toBe("true");
    await act(async () => void fireEvent.click(screen.getByText("This shot's last frame")));
    expect(fetched.mock.lastCall?.[0]).toBe("/api/pictures/abc/measure");
    await waitFor(() => expect(onMetered).toHaveBeenCalledTimes(2));
  });
});
