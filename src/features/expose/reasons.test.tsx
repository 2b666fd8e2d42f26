/** @jest-environment jsdom */
import { fireEvent, screen, within } from "@testing-library/react";
import { chosenCamera } from "@/core/camera";
import { type SolveRequest, usualScene } from "@/core/intent";
import { parseRecipe } from "@/core/recipe";
import { advise, fieldEdges, solve, studyOf } from "@/core/solve";
import { choose, enter, settled, show } from "@/ui/testing/show";
import { BracketProposal } from "./BracketProposal";
import { PointPanel } from "./PointPanel";
import { RecipeList } from "./RecipeList";
import { SchoolsForm } from "./SchoolsForm";
import { SCHOOLS } from "./schools";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const request: SolveRequest = {
  ...usualScene("light-trails"),
  intent: "light-trails",
  camera,
  filterStops: [3],
};
const { recipe } = parseRecipe("2s | iso 800");

/** Thin spaces stay thin. */
const asWritten = { normalizer: (text: string) => text };

describe("the reasons of a point", () => {
  function panel() {
    const onEdge = jest.fn();
    const figures = studyOf(request, recipe)?.figures ?? [];
    const edges = fieldEdges(request, recipe);
    const element = (chosenEdge: string | null) => (
      <PointPanel
        figures={figures}
        edges={edges}
        missed={new Set(["surfaces-clip", "tail-lamp-colour"])}
        chosenEdge={chosenEdge}
        onEdge={onEdge}
        bracket={null}
      />
    );
    return { onEdge, figures, edges, element, ...show(element(null)) };
  }

  it("give every number with its because", () => {
    const { figures } = panel();
    const list = screen.getByLabelText("Prediction");
    for (const { label, value, because } of figures) {
      expect(within(list).getByText(label, asWritten)).toBeTruthy();
      expect(within(list).getAllByText(value, asWritten).length).toBeGreaterThan(0);
      expect(within(list).getAllByText(because, asWritten).length).toBeGreaterThan(0);
    }
  });

  it("list the limits that the point crosses first, and open one with its reason and what moves it", () => {
    const { onEdge, edges, element, again } = panel();
    const [first] = within(screen.getByLabelText("Limits, those the point crosses first")).getAllByRole("button");
    expect(first!.textContent).toMatch(/crossed|mind it/);
    const clips = edges.find(({ id }) => id === "surfaces-clip")!;
    const button = screen.getByRole("button", { name: new RegExp(clips.name) });
    expect(button.textContent).toMatch(/crossed/);
    fireEvent.click(button);
    expect(onEdge).toHaveBeenCalledWith("surfaces-clip");
    again(element("surfaces-clip"));
    expect(screen.getByText(clips.moves, asWritten)).toBeTruthy();
  });
});

describe("a bracket around the point", () => {
  const bracket = (shutterSeconds: number) => {
    const onTake = jest.fn();
    show(<BracketProposal shutterLadder={camera.shutterLadder} shutterSeconds={shutterSeconds} onTake={onTake} />);
    return onTake;
  };

  it("comes from the ladder, in steps and numbers of one's choice", () => {
    const onTake = bracket(2);
    expect(screen.getByText(/^0.5.s, 2.s, 8.s, from the phone's own ladder/)).toBeTruthy();
    choose("Step of the bracket", "1");
    choose("Frames of the bracket", "2");
    expect(screen.getByText(/^0.5.s, 1.s, 2.s, 4.s, 8.s, from/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Take it" }));
    expect(onTake).toHaveBeenCalledWith(5, 1);
  });

  it("cannot be taken past the ladder's end", () => {
    const onTake = bracket(30);
    expect(screen.getByText(/the phone's ladder ends before the rest/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Take it" }));
    expect(onTake).not.toHaveBeenCalled();
  });
});

describe("the list of recipes", () => {
  const darker = { ...request, sceneEv: 2 };
  const solution = solve(darker);
  const advice = advise(darker, solution);
  const list = (before: Parameters<typeof RecipeList>[0]["before"]) => {
    const onRecipe = jest.fn();
    show(
      <RecipeList
        request={darker}
        solution={solution}
        advice={advice}
        line={solution.recipes[1]!.line}
        before={before}
        sceneEv={4.5}
        cautions={["Stay off the road."]}
        onRecipe={onRecipe}
      />,
    );
    return onRecipe;
  };

  it("gives each with verdict, line, scale and the sentence that decides, the others one step away, and takes the one that is clicked", async () => {
    const onRecipe = list(null);
    const items = within(screen.getByRole("list", { name: "Recipes, the best first" })).getAllByRole("listitem");
    expect(items).toHaveLength(solution.recipes.length);
    const take = (item: HTMLElement) => item.querySelector<HTMLButtonElement>("button[aria-pressed]")!;
    for (const [index, { line, demands, bestAt }] of solution.recipes.entries()) {
      const item = items[index]!;
      expect(item.textContent).toContain(line);
      expect(item.textContent).toContain(bestAt);
      expect(take(item).getAttribute("aria-pressed")).toBe(String(index === 1));
      const scale = within(item).getByRole("img", { name: /^Stops under white: / });
      expect(scale.getAttribute("aria-label")).toMatch(/street .* (as asked|than asked)/);
      const more = within(item).queryByRole("button", { name: /^\d+ more/ });
      const shown = demands.filter(({ beyond }) => !beyond);
      expect(more === null).toBe(shown.length < 2);
      if (more) await settled(() => fireEvent.click(more));
      // What is beyond reach is said once, in the advice.
      for (const { sentence, beyond } of demands) expect(item.textContent!.includes(sentence)).toBe(!beyond);
    }
    fireEvent.click(take(items[0]!));
    expect(onRecipe).toHaveBeenCalledWith(solution.recipes[0]);
    expect(screen.getByText("Stay off the road.")).toBeTruthy();
    for (const sentence of advice) expect(screen.getByText(sentence, asWritten)).toBeTruthy();
  });

  it("puts what would open the ground first where nothing works, and last where something does", () => {
    const follows = (change: Partial<typeof request>) => {
      const asked = { ...request, ...change };
      const solved = solve(asked);
      const told = advise(asked, solved);
      const { again } = show(<p />);
      again(
        <RecipeList
          request={asked}
          solution={solved}
          advice={told}
          line={""}
          before={null}
          sceneEv={4.5}
          cautions={[]}
          onRecipe={jest.fn()}
        />,
      );
      const sentence = screen.getAllByText(told[0]!, asWritten).at(-1)!;
      const recipes = screen.getAllByRole("list", { name: "Recipes, the best first" }).at(-1)!;
      const after = recipes.compareDocumentPosition(sentence) & Node.DOCUMENT_POSITION_FOLLOWING;
      return { works: solved.recipes[0]!.verdict === "works", after: after !== 0 };
    };
    expect(follows({ filterStops: [] })).toEqual({ works: false, after: false });
    expect(follows({ filterStops: [2] })).toEqual({ works: true, after: true });
  });

  it("tells what an assumption changed, and nothing when it changed nothing", () => {
    list({ sceneEv: 2, best: "8s | iso 50" });
    expect(screen.getByText(/Before: EV 2.0, best/)).toBeTruthy();
    expect(screen.getByText("8s | iso 50")).toBeTruthy();
  });

  it("tells nothing when it changed nothing", () => {
    list({ sceneEv: 4.5, best: solution.recipes[0]!.line });
    expect(screen.queryByText(/Before:/)).toBeNull();
  });
});

describe("the schools", () => {
  const { schools } = usualScene("light-trails");
  type Given = Parameters<typeof SchoolsForm>[0];
  const form = (metered: Given["metered"] = null, sizes: Given["sizes"] = null) => {
    const onChange = jest.fn();
    show(<SchoolsForm schools={schools} request={request} metered={metered} sizes={sizes} onChange={onChange} />);
    return onChange;
  };

  it("say each option in two sentences or more, with one of them chosen at first", () => {
    for (const { name, options } of SCHOOLS) {
      for (const { says } of options)
        expect([name, says.split(/[.;] ?/).filter(Boolean).length >= 2]).toEqual([name, true]);
    }
    form();
    expect(screen.getAllByRole<HTMLInputElement>("radio").filter(({ checked }) => checked)).toHaveLength(
      SCHOOLS.length,
    );
  });

  it("change what they stand for", async () => {
    const onChange = form();
    await settled(() => fireEvent.click(screen.getByLabelText("highlights first")));
    expect(onChange).toHaveBeenLastCalledWith({ ...schools, brightness: "highlights" });
    await settled(() => fireEvent.click(screen.getByLabelText("left to raw")));
    expect(onChange).toHaveBeenLastCalledWith({ ...schools, whiteBalance: "raw", files: "raw+jpeg" });
  });

  it("compare the best recipe under each on this very shot", () => {
    form();
    fireEvent.click(screen.getByRole("button", { name: "Compare: Frames" }));
    const compared = screen.getByLabelText("Frames compared on this shot");
    for (const frames of ["one", "many"] as const) {
      const best = solve({ ...request, schools: { ...schools, frames } }).recipes[0]!;
      expect(within(compared).getAllByText(best.line).length).toBeGreaterThan(0);
    }
  });

  it("say where the field would move by each way of metering, once a picture was measured", () => {
    form({ centreEv: request.sceneEv, matrixEv: request.sceneEv - 1.5, spotEv: request.sceneEv + 2 });
    fireEvent.click(screen.getByRole("button", { name: "Compare: Metering" }));
    const compared = screen.getByLabelText("Metering compared on this shot");
    expect(compared.textContent).toMatch(/the field stays/);
    expect(compared.textContent).toMatch(/moves by \u22121.5 stops/);
    expect(compared.textContent).toMatch(/moves by \+2.0 stops/);
  });

  it("offer full size where the lens has it, compared by what either camera gives", async () => {
    const onChoose = jest.fn();
    const cameraOf = (fullSize: boolean) => chosenCamera({ phones: [], clipOns: [] }, { ...camera.choice, fullSize });
    const onChange = form(null, { fullSize: false, cameraOf, onChoose });
    expect(screen.getByLabelText<HTMLInputElement>("binned").checked).toBe(true);
    await settled(() => fireEvent.click(screen.getByLabelText("full size")));
    expect(onChoose).toHaveBeenLastCalledWith(true);
    expect(onChange).not.toHaveBeenCalled();
    fireEvent.click(screen.getByRole("button", { name: "Compare: Picture size" }));
    const compared = screen.getByLabelText("Picture size compared on this shot");
    const noise = [...compared.textContent!.matchAll(/signal to noise (\d+)/g)].map(([, value]) => Number(value));
    expect(noise).toHaveLength(2);
    expect(noise[0]).toBeGreaterThan(noise[1]!);
  });

  it("take an ISO ceiling of one's own, or none", () => {
    const onChange = form();
    enter("Highest ISO to use", "12");
    expect(screen.getByText("From 25 to 102,400.")).toBeTruthy();
    enter("Highest ISO to use", "320");
    expect(onChange).toHaveBeenLastCalledWith({ ...schools, isoCeiling: 320 });
  });

  it("take a temperature within its borders only", () => {
    const onChange = form();
    const kelvin = screen.getByLabelText("White balance, Kelvin");
    fireEvent.change(kelvin, { target: { value: "900" } });
    fireEvent.blur(kelvin);
    expect(screen.getByText("From 1,667 to 25,000 K.")).toBeTruthy();
    fireEvent.change(kelvin, { target: { value: "3600" } });
    fireEvent.blur(kelvin);
    expect(onChange).toHaveBeenLastCalledWith({ ...schools, kelvin: 3600 });
  });
});
