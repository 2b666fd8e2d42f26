/** @jest-environment jsdom */
import { type QueryClient, useQueryClient } from "@tanstack/react-query";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { parseRecipe } from "@/core/recipe";
import { getJson, sendJson } from "@/features/api/client";
import { type ShotRecipe, useShotRecipe } from "@/features/shot/useShotRecipe";
import { shotReply } from "@/features/testing/replies";
import { press, settled, show } from "@/ui/testing/show";
import { RecipeLine } from "./RecipeLine";
import { underlined } from "./underlined";

jest.mock("@/features/api/client", () => ({
  ...jest.requireActual("@/features/api/client"),
  getJson: jest.fn(),
  sendJson: jest.fn(),
}));
const sent = jest.mocked(sendJson);
let kept = "";
beforeEach(() => {
  jest.mocked(getJson).mockImplementation(async () => ({
    shot: shotReply("a", { id: "a", recipeLine: kept }),
    runs: [],
    stacks: [],
  }));
  sent.mockReset();
  sent.mockImplementation(async (_method, _url, body, reply) => {
    kept = (body as { line: string }).line;
    return reply.parse({ line: kept });
  });
});

/** The line of a shot as a station shows it. */
async function station(line: string) {
  kept = line;
  const at: { recipe?: ShotRecipe; client?: QueryClient } = {};
  function Station() {
    at.client = useQueryClient();
    at.recipe = useShotRecipe("a");
    return <RecipeLine state={at.recipe} />;
  }
  show(<Station />);
  const input = () => screen.getByRole<HTMLInputElement>("textbox", { name: "Recipe" });
  await waitFor(() => expect(input().value).toBe(line));
  const type = (text: string) => fireEvent.change(input(), { target: { value: text } });
  const savedElsewhere = (next: string) => {
    kept = next;
    return at.client!.invalidateQueries({ queryKey: ["shot", "a"] });
  };
  return { input, type, at: () => at.recipe!, savedElsewhere };
}
const lines = () => sent.mock.calls.map(([, , body]) => (body as { line: string }).line);
const enter = (input: HTMLElement) => settled(() => fireEvent.keyDown(input, { key: "Enter" }));

describe("the recipe line on screen", () => {
  it("saves the usual spelling on Enter, and nothing while a part is wrong", async () => {
    const { type, input } = await station("2s");
    type("2s | iso fifty");
    expect(screen.getByRole("alert").textContent).toMatch(/iso fifty.*expected iso and a number/);
    await enter(input());
    expect(lines()).toEqual([]);
    type("4x2S|ISO50→mean");
    expect(screen.queryByRole("alert")).toBeNull();
    await enter(input());
    expect(lines()).toEqual(["4 x 2s | iso 50 -> mean"]);
    expect(input().value).toBe("4 x 2s | iso 50 -> mean");
  });

  it("puts the saved line back on Escape", async () => {
    const { type, input } = await station("2s");
    type("8s");
    fireEvent.keyDown(input(), { key: "Escape" });
    expect(input().value).toBe("2s");
  });

  it("shows what a hand drags and saves what it leaves: one step, which is taken back as one", async () => {
    const { input, at } = await station("2s | iso 50");
    for (let tenths = 21; tenths <= 120; tenths++) {
      const { recipe } = parseRecipe(`${tenths / 10}s | iso 50`);
      await settled(() => at().draft(recipe));
    }
    expect(input().value).toBe("12s | iso 50");
    expect(lines()).toEqual([]);
    await settled(() => at().apply(at().recipe));
    await settled(() => at().save("12s | iso 100"));
    expect(lines()).toEqual(["12s | iso 50", "12s | iso 100"]);
    await press("Undo");
    expect(input().value).toBe("12s | iso 50");
    await press("Undo");
    expect(input().value).toBe("2s | iso 50");
    expect(lines().slice(2)).toEqual(["12s | iso 50", "2s | iso 50"]);
    expect(screen.queryByRole("button", { name: "Undo" })).toBeNull();
  });

  it("follows a line saved elsewhere, but never overwrites what is being typed", async () => {
    const { type, input, savedElsewhere } = await station("2s");
    await settled(() => savedElsewhere("4s"));
    expect(input().value).toBe("4s");
    type("4s | iso 1");
    await settled(() => savedElsewhere("8s"));
    expect(input().value).toBe("4s | iso 1");
  });
});

describe("underlining", () => {
  it("cuts a line into right and wrong stretches that make it up again", () => {
    const problems = [{ start: 5, end: 14 }];
    const stretches = underlined("2s | iso fifty | nd 8", problems);
    expect(stretches.map(({ text }) => text).join("")).toBe("2s | iso fifty | nd 8");
    expect(stretches.filter(({ wrong }) => wrong).map(({ text }) => text)).toEqual(["iso fifty"]);
  });

  it("marks the place after the end where something is missing", () => {
    const stretches = underlined("2s |", [{ start: 4, end: 4 }]);
    expect(stretches.at(-1)).toEqual({ start: 4, text: " ", wrong: true });
  });
});
