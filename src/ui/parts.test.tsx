/** @jest-environment jsdom */
import { fireEvent, screen } from "@testing-library/react";
import { typedNumber } from "@/core/words";
import { Choose } from "./Choose";
import { Entry } from "./Entry";
import { FileInput } from "./FileInput";
import { Tabs } from "./Tabs";
import { choose, enter, giveFile, press, settled, show } from "./testing/show";

describe("tabs", () => {
  const pages = ["One", "Two", "Three"].map((name) => ({ name, content: `page ${name}` }));

  it("show one page at a time, turned by click", async () => {
    show(<Tabs label="Pages" tabs={pages} />);
    expect(screen.getByRole("tabpanel").textContent).toBe("page One");
    await press("Two", "tab");
    expect(screen.getByRole("tabpanel").textContent).toBe("page Two");
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
  it("is handed on, the same one twice, and nothing when the choice was called off", async () => {
    const onFile = jest.fn();
    show(
      <FileInput label="Kit file" accept=".json" onFile={onFile}>
        <button type="button">Choose</button>
      </FileInput>,
    );
    const file = new File(["{}"], "kit.json");
    await giveFile("Kit file", file);
    expect(onFile).toHaveBeenCalledWith(file);
    await settled(() => fireEvent.input(screen.getByLabelText("Kit file"), { target: { files: [] } }));
    expect(onFile).toHaveBeenCalledTimes(1);
    await giveFile("Kit file", file);
    expect(onFile).toHaveBeenCalledTimes(2);
  });
});
