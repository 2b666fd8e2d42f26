/** @jest-environment jsdom */
import { ChakraProvider } from "@chakra-ui/react";
import { fireEvent, render, screen } from "@testing-library/react";
import { system } from "@/ui/theme/system";
import { RecipeLine } from "./RecipeLine";
import { underlined } from "./underlined";

function show(line: string) {
  const onSave = jest.fn();
  const onDraft = jest.fn();
  const tree = (saved: string) => (
    <ChakraProvider value={system}>
      <RecipeLine line={saved} onSave={onSave} onDraft={onDraft} />
    </ChakraProvider>
  );
  const view = render(tree(line));
  const input = () => screen.getByRole<HTMLInputElement>("textbox", { name: "Recipe" });
  const type = (text: string) => fireEvent.change(input(), { target: { value: text } });
  return { onSave, onDraft, input, type, saved: (next: string) => view.rerender(tree(next)) };
}

describe("the recipe line on screen", () => {
  it("saves the usual spelling on Enter, and nothing while a part is wrong", () => {
    const { type, input, onSave } = show("2s");
    type("2s | iso fifty");
    expect(screen.getByRole("alert").textContent).toMatch(/iso fifty.*expected iso and a number/);
    fireEvent.keyDown(input(), { key: "Enter" });
    expect(onSave).not.toHaveBeenCalled();
    type("4x2S|ISO50→mean");
    expect(screen.queryByRole("alert")).toBeNull();
    fireEvent.keyDown(input(), { key: "Enter" });
    expect(onSave).toHaveBeenCalledWith("4 x 2s | iso 50 -> mean");
    expect(input().value).toBe("4 x 2s | iso 50 -> mean");
  });

  it("puts the saved line back on Escape, and takes a saved change back", () => {
    const { type, input, onSave } = show("2s");
    type("8s");
    fireEvent.keyDown(input(), { key: "Escape" });
    expect(input().value).toBe("2s");
    type("8s");
    fireEvent.keyDown(input(), { key: "Enter" });
    fireEvent.click(screen.getByRole("button", { name: "Undo" }));
    expect(onSave).toHaveBeenLastCalledWith("2s");
  });

  it("follows a line saved elsewhere, but never overwrites what is being typed", () => {
    const { type, input, saved } = show("2s");
    saved("4s");
    expect(input().value).toBe("4s");
    fireEvent.focus(input());
    type("4s | iso 1");
    saved("8s");
    expect(input().value).toBe("4s | iso 1");
  });
});

describe("underlining", () => {
  it("cuts a line into right and wrong stretches that make it up again", () => {
    const problems = [{ start: 5, end: 14, found: "iso fifty", expected: "iso" }];
    const stretches = underlined("2s | iso fifty | nd 8", problems);
    expect(stretches.map(({ text }) => text).join("")).toBe("2s | iso fifty | nd 8");
    expect(stretches.filter(({ wrong }) => wrong).map(({ text }) => text)).toEqual(["iso fifty"]);
  });

  it("marks the place after the end where something is missing", () => {
    const stretches = underlined("2s |", [{ start: 4, end: 4, found: "", expected: "a part" }]);
    expect(stretches.at(-1)).toEqual({ start: 4, text: " ", wrong: true });
  });
});
