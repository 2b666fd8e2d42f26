/** @jest-environment jsdom */
import { fireEvent, screen } from "@testing-library/react";
import { onKeys, usePageKeys } from "./keys";
import { show } from "./testing/show";

function Page({ heard }: { readonly heard: (what: string) => void }) {
  usePageKeys({ "[Shift]+?": () => heard("help"), x: () => heard("page") });
  const keys = onKeys({ x: () => heard("part"), "Shift+ArrowLeft": () => heard("far") });
  return (
    <>
      <button type="button" onKeyDown={keys}>
        part
      </button>
      <input aria-label="typed" />
    </>
  );
}

describe("keys", () => {
  it("go to the part that has the focus, or else to the page, and to nobody while somebody types", () => {
    const heard: string[] = [];
    show(<Page heard={(what) => heard.push(what)} />);
    const part = screen.getByRole("button", { name: "part" });
    expect(fireEvent.keyDown(part, { key: "x" })).toBe(false);
    fireEvent.keyDown(document.body, { key: "x" });
    fireEvent.keyDown(screen.getByLabelText("typed"), { key: "x" });
    expect(heard).toEqual(["part", "page"]);
  });

  it("are those with just their modifiers; Shift is optional where a layout may need it", () => {
    const heard: string[] = [];
    show(<Page heard={(what) => heard.push(what)} />);
    const part = screen.getByRole("button", { name: "part" });
    fireEvent.keyDown(part, { key: "ArrowLeft" });
    fireEvent.keyDown(part, { key: "ArrowLeft", shiftKey: true });
    expect(fireEvent.keyDown(part, { key: "x", ctrlKey: true })).toBe(true);
    fireEvent.keyDown(document.body, { key: "?" });
    fireEvent.keyDown(document.body, { key: "?", shiftKey: true });
    expect(heard).toEqual(["far", "help", "help"]);
  });
});
