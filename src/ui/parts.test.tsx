/** @jest-environment jsdom */
import { fireEvent, screen } from "@testing-library/react";
import { createRef } from "react";
import { Choose } from "./Choose";
import { Entry, typedNumber } from "./Entry";
import { FileInput } from "./FileInput";
import { Tabs } from "./Tabs";
import { choose, enter, show } from "./testing/show";

describe("tabs", () => {
  const pages = ["One", "Two", "Three"].map((name) => ({ name, content: `page ${name}` }));

  it("show one page at a time, turned by click and by the arrow keys round and round", () => {
    show(<Tabs label="Pages" tabs={pages} />);
    expect(screen.getByRole("tabpanel").textContent).toBe("page One");
    fireEvent.click(screen.getByRole("tab", { name: "Two" }));
    expect(screen.getByRole("tabpanel").textContent).toBe("page Two");
    const list = screen.getByRole("tablist", { name: "Pages" });
    fireEvent.keyDown(list, { key: "ArrowRight" });
    fireEvent.keyDown(list, { key: "ArrowRight" });
    expect(screen.getByRole("tabpanel").textContent).toBe("page One");
    fireEvent.keyDown(list, { key: "ArrowLeft" });
    expect(screen.getByRole("tab", { selected: true }).textContent).toBe("Three");
    expect(document.activeElement?.textContent).toBe("Three");
  });

  it("leave other keys alone", () => {
    show(<Tabs label="Pages" tabs={pages} />);
    expect(fireEvent.keyDown(screen.getByRole("tablist"), { key: "Home" })).toBe(true);
    expect(screen.getAllByRole("tab").map(({ tabIndex }) => tabIndex)).toEqual([0, -1, -1]);
  });
});

describe("a short entry", () => {
  it("takes what was typed once, on Enter or on leaving, and nothing that was not changed", () => {
    const onCommit = jest.fn(() => null);
    show(<Entry label="Distance" value="18" onCommit={onCommit} />);
    const field = screen.getByLabelText<HTMLInputElement>("Distance");
    fireEvent.blur(field);
    expect(onCommit).not.toHaveBeenCalled();
    field.focus();
    fireEvent.change(field, { target: { value: "20" } });
    fireEvent.keyDown(field, { key: "Enter" });
    expect(onCommit.mock.calls).toEqual([["20"]]);
  });

  it("keeps what is wrong as typed, with the reason, until it is right", () => {
    const onCommit = jest.fn((text: string) => (text === "20" ? null : "Write a number."));
    show(<Entry label="Distance" value="18" onCommit={onCommit} />);
    enter("Distance", "far");
    expect(screen.getByRole("alert").textContent).toBe("Write a number.");
    expect(screen.getByLabelText<HTMLInputElement>("Distance").value).toBe("far");
    enter("Distance", "20");
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it.each([
    ["6,5", 6.5],
    [" -2 ", -2],
    ["\u22121.3", -1.3],
    ["", Number.NaN],
    ["6 5", Number.NaN],
  ])("reads %j as %d", (text, value) => expect(typedNumber(text)).toBe(value));
});

describe("a choice", () => {
  it("gives back the value itself, of whatever kind, and nothing for the placeholder", () => {
    const onChoose = jest.fn();
    const options = [1.5, 2.4].map((value) => ({ value, name: `f/${value}` }));
    show(<Choose label="Aperture" value="" placeholder="none" options={options} onChoose={onChoose} />);
    choose("Aperture", "2.4");
    expect(onChoose).toHaveBeenCalledWith(2.4);
    choose("Aperture", "");
    expect(onChoose).toHaveBeenCalledTimes(1);
  });
});

describe("a file", () => {
  it("is handed on, and nothing when the choice was called off", () => {
    const onFile = jest.fn();
    show(<FileInput ref={createRef()} label="Kit file" accept=".json" onFile={onFile} />);
    const file = new File(["{}"], "kit.json");
    fireEvent.change(screen.getByLabelText("Kit file"), { target: { files: [file] } });
    expect(onFile).toHaveBeenCalledWith(file);
    fireEvent.change(screen.getByLabelText("Kit file"), { target: { files: [] } });
    expect(onFile).toHaveBeenCalledTimes(1);
  });
});
