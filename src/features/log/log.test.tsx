/** @jest-environment jsdom */
import { fireEvent, screen } from "@testing-library/react";
import { logRow } from "@/features/testing/replies";
import { settled, show } from "@/ui/testing/show";
import { LogView } from "./LogView";

function log(rows: Parameters<typeof LogView>[0]["rows"], part: Partial<Parameters<typeof LogView>[0]> = {}) {
  const given = { onEverywhere: jest.fn(), onChange: jest.fn(), onDelete: jest.fn() };
  show(<LogView outingId={crypto.randomUUID()} rows={rows} loaded everywhere={false} {...given} {...part} />);
  return given;
}

describe("the log", () => {
  it("counts its entries, says what each was and where, and can show those of all outings", async () => {
    const { onEverywhere } = log([logRow(), logRow({ kind: "stack", frameCount: 1, refusedCount: 2 })]);
    expect(screen.getByText("2 entries")).toBeTruthy();
    expect(screen.getByText("Run, 3 frames")).toBeTruthy();
    expect(screen.getByText("Stack, 1 frame, 2 refused")).toBeTruthy();
    expect(screen.getAllByText(/25 November 2026, .* · Pier · Pocket A$/)).toHaveLength(2);
    await settled(() => fireEvent.click(screen.getByLabelText("of all outings")));
    expect(onEverywhere).toHaveBeenCalledWith(true);
  });

  it("names the outing too where entries of all are shown", () => {
    log([logRow()], { everywhere: true });
    expect(screen.getByText(/ · Pier · Evening · Pocket A$/)).toBeTruthy();
    expect(screen.getByText("1 entry")).toBeTruthy();
  });

  it("saves a note on leaving it, and only when it changed", () => {
    const row = logRow({ note: "Too bright." });
    const { onChange } = log([row]);
    const note = screen.getByLabelText<HTMLTextAreaElement>("Note on run of 3 frames");
    fireEvent.blur(note);
    expect(onChange).not.toHaveBeenCalled();
    fireEvent.change(note, { target: { value: "1 s next time." } });
    expect(onChange).not.toHaveBeenCalled();
    fireEvent.blur(note);
    expect(onChange).toHaveBeenCalledWith(row, { note: "1 s next time." });
  });

  it("is rated, and unrated by the same star", () => {
    const row = logRow({ rating: 3 });
    const { onChange } = log([row]);
    fireEvent.click(screen.getByRole("button", { name: "Rate 5 of 5" }));
    expect(onChange).toHaveBeenLastCalledWith(row, { rating: 5 });
    expect(screen.getByRole("button", { name: "Rate 3 of 5" }).getAttribute("aria-pressed")).toBe("true");
    fireEvent.click(screen.getByRole("button", { name: "Rate 3 of 5" }));
    expect(onChange).toHaveBeenLastCalledWith(row, { rating: null });
  });

  it("leads to a stack's result, and lets go of an entry", () => {
    const row = logRow({ kind: "stack", stackId: crypto.randomUUID() });
    const { onDelete } = log([row]);
    const { outingId, shotId } = row.entry;
    expect(screen.getByRole("link").getAttribute("href")).toBe(`/outings/${outingId}/shots/${shotId}/stack`);
    fireEvent.click(screen.getByRole("button", { name: "Delete" }));
    expect(onDelete).toHaveBeenCalledWith(row);
  });

  it("says so when there is nothing, but not before it knows", () => {
    log([]);
    expect(screen.getByText(/Nothing logged here yet/)).toBeTruthy();
  });

  it("says nothing before it knows", () => {
    log([], { loaded: false });
    expect(screen.queryByText(/Nothing logged here yet/)).toBeNull();
  });
});
