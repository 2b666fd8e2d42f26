/** @jest-environment jsdom */
import { fireEvent, screen } from "@testing-library/react";
import type { HandFrame } from "@/contracts/handFrame";
import { frameReply, runWithFrames } from "@/features/testing/replies";
import { show } from "@/ui/testing/show";
import { HandFiles } from "./HandFiles";
import { HandLog, instantNear } from "./HandLog";

const AT = Date.parse("2026-11-25T18:00:00.000Z");
const logged = (number: number, part: Partial<HandFrame> = {}): HandFrame => ({
  id: crypto.randomUUID(),
  number,
  takenAt: new Date(AT + 5000 * number).toISOString(),
  shutterSeconds: 1,
  iso: 50,
  state: "good",
  note: "",
  ...part,
});

test("a time of day means the instant nearest to the one that stands there, over midnight too", () => {
  const near = new Date(2026, 9, 24, 23, 59, 50).toISOString();
  expect(instantNear("23:58:00", near)).toBe(new Date(2026, 9, 24, 23, 58, 0).toISOString());
  expect(instantNear("00:00:10", near)).toBe(new Date(2026, 9, 25, 0, 0, 10).toISOString());
  for (const wrong of ["", "noon", "25:00:00", "7"]) expect(instantNear(wrong, near)).toBeNull();
});

test("a frame is marked by its button and corrected in place; what is wrong is said and changes nothing", () => {
  const onCorrect = jest.fn();
  const frame = logged(2);
  show(<HandLog frames={[frame]} onCorrect={onCorrect} onRemove={jest.fn()} />);
  fireEvent.click(screen.getByRole("button", { name: "Frame 3 is spoiled" }));
  expect(onCorrect).toHaveBeenLastCalledWith(frame.id, { state: "spoiled" });
  fireEvent.click(screen.getByRole("button", { name: "Correct frame 3" }));
  const shutter = screen.getByLabelText("Shutter time");
  fireEvent.change(shutter, { target: { value: "soon" } });
  fireEvent.blur(shutter);
  expect(screen.getByRole("alert").textContent).toContain("such as 2s");
  fireEvent.change(shutter, { target: { value: "1/4" } });
  fireEvent.blur(shutter);
  expect(onCorrect).toHaveBeenLastCalledWith(frame.id, { shutterSeconds: 0.25 });
  expect(onCorrect).toHaveBeenCalledTimes(2);
});

test("files are named beside the frame that they are, with the clock's offset; others are named too", () => {
  const handFrames = [logged(0), logged(1), logged(2), logged(3)];
  const file = (number: number, part = {}) =>
    frameReply(`p${number}.jpg`, { takenAt: new Date(AT + 5000 * number - 65_000).toISOString(), ...part });
  const files = [file(0), file(1), file(3), file(9, { iso: 800 })];
  show(<HandFiles run={{ ...runWithFrames(files, { source: "hand" }), handFrames }} />);
  const text = document.body.textContent ?? "";
  expect(text).toContain("3 of 4");
  expect(text.replace(/\s/g, " ")).toContain("1 min 5 s behind");
  expect(text).toContain("no file fits: 3.");
  expect(text).toContain("Not in the log: p9.jpg.");
});
