/** @jest-environment jsdom */
import { fireEvent, screen, within } from "@testing-library/react";
import { clippedShares, lightHistogram } from "@/core/picture";
import { methodOf, STACK_METHODS, type StackMethod } from "@/core/stack";
import { MethodChoice } from "@/features/fusing/MethodChoice";
import { jobReply, runWithFrames, stackReply } from "@/features/testing/replies";
import { settled, show } from "@/ui/testing/show";
import { StackProgressView } from "./StackProgressView";
import { StackReasons } from "./StackReasons";
import { TryoutView, triedText } from "./TryoutView";

describe("the ways to fuse", () => {
  it("are all offered, each with what it does", async () => {
    const onChange = jest.fn();
    show(<MethodChoice value="mean" onChange={onChange} />);
    const choices = screen.getAllByRole<HTMLInputElement>("radio");
    expect(choices).toHaveLength(STACK_METHODS.length);
    expect(choices.filter(({ checked }) => checked)).toHaveLength(1);
    for (const choice of choices.filter(({ checked }) => !checked)) await settled(() => fireEvent.click(choice));
    const taken = onChange.mock.calls.map(([method]) => method as StackMethod);
    expect(new Set([...taken, "mean"])).toEqual(new Set(STACK_METHODS));
  });
});

describe("a stack on its way", () => {
  it("tells how far it is, how fast, and how long it will take, and can be called off", () => {
    const onCancel = jest.fn();
    show(<StackProgressView stackId="s" job={jobReply({ resumed: 2 })} onCancel={onCancel} />);
    expect(screen.getByText("3 of 12")).toBeTruthy();
    expect(screen.getByText(/^2.5 frames a second, 4.s left, went on from frame 2 after a stop/)).toBeTruthy();
    const bar = screen.getByRole("progressbar", { name: "Frames fused" });
    expect([bar.getAttribute("aria-valuenow"), bar.getAttribute("aria-valuemax")]).toEqual(["3", "12"]);
    fireEvent.click(screen.getByRole("button", { name: "Cancel this stack" }));
    expect(onCancel).toHaveBeenCalled();
  });

  it("knows no time before it knows its pace", () => {
    show(
      <StackProgressView
        stackId="s"
        job={jobReply({ state: "waiting", framesPerSecond: 0, secondsLeft: null })}
        onCancel={jest.fn()}
      />,
    );
    expect(screen.getByText("Waiting for its turn")).toBeTruthy();
    expect(screen.queryByText(/left/)).toBeNull();
  });

  it.each([
    ["cancelled", null, /The frames are untouched/],
    ["failed", "None of the files could be read.", "None of the files could be read."],
  ] as const)("that was %s says so and offers nothing to cancel", (state, problem, said) => {
    show(<StackProgressView stackId="s" job={jobReply({ state, problem })} onCancel={jest.fn()} />);
    expect(screen.getByText(said)).toBeTruthy();
    expect(screen.queryByRole("button")).toBeNull();
  });
});

describe("a way that is tried", () => {
  // Nothing is drawn here.
  beforeAll(() => {
    jest.spyOn(HTMLCanvasElement.prototype, "getContext").mockReturnValue(null);
  });
  afterAll(() => jest.restoreAllMocks());

  const frames = ["a", "b", "c"].map((id) => ({ frameId: id, name: `${id}.jpg` }));
  const tried = { width: 1, height: 1, data: new Uint8Array(3), lit: 0.031, white: 0.2, given: [0.25, 0.05] };

  it("says what it does to these frames, and which gave how much; a press leaves one out", () => {
    const given = { onToggle: jest.fn(), onFuse: jest.fn(), onBack: jest.fn(), ghosts: null, waits: [], tools: null };
    const left = new Set(["b"]);
    show(<TryoutView tried={tried} method="mean" frames={frames} left={left} before="/x" {...given} />);
    // Two frames: noise by their root.
    expect(screen.getByRole("status").textContent).toBe(
      "Mean, tried small: noise 1/1.4 of one frame's, lit 3.1 %, white 20.0 %.",
    );
    const bars = within(screen.getByRole("list", { name: "What each frame gave" })).getAllByRole("button");
    expect(bars.map((bar) => bar.getAttribute("aria-label"))).toEqual([
      "a.jpg is unlike the result in 25.0 %",
      "b.jpg, left out",
      "c.jpg is unlike the result in 5.0 %",
    ]);
    fireEvent.click(bars[2]!);
    expect(given.onToggle).toHaveBeenCalledWith("c");
    fireEvent.click(screen.getByRole("button", { name: "Fuse 2 frames so" }));
    fireEvent.click(screen.getByRole("button", { name: "Back to the result" }));
    expect([given.onFuse.mock.calls.length, given.onBack.mock.calls.length]).toEqual([1, 1]);
  });

  it("says nothing of noise where no law does, and waits over the result that is there", () => {
    const given = { onToggle: jest.fn(), onFuse: jest.fn(), onBack: jest.fn(), ghosts: null, waits: [], tools: null };
    expect(triedText("comet", 3, tried)).toBe("lit 3.1 %, white 20.0 %");
    show(<TryoutView tried={null} method="comet" frames={frames} left={new Set()} before="/x" {...given} />);
    expect(screen.getByRole("status").textContent).toBe("Comet is tried on small copies of the frames.");
    expect(screen.getByRole("img", { name: "The result that is there" })).toBeTruthy();
  });
});

describe("a stack's result", () => {
  const stacks = [stackReply("mean"), stackReply("lighten", { framesUsed: 12 })];
  const reasons = (part: Partial<Parameters<typeof StackReasons>[0]> = {}) => {
    const given = { onChoose: jest.fn(), onTry: jest.fn(), onFilm: jest.fn() };
    show(
      <StackReasons
        stacks={stacks}
        chosen={stacks[0]!}
        view={null}
        lights={null}
        balance={null}
        ghosts={null}
        others={[]}
        busy={false}
        tried={null}
        {...given}
        {...part}
      />,
    );
    return given;
  };

  it("says what it is made of, and that noise fell by the root of its frames", () => {
    reasons();
    expect(screen.getByText("Mean of")).toBeTruthy();
    expect(screen.getByText(/1020 × 765 pixels.*noise down to 1\/3.0. Made in 1.2.s/)).toBeTruthy();
  });

  it("can be taken in every format", () => {
    reasons();
    const links = screen.getAllByRole("link").map((link) => link.getAttribute("href"));
    expect(links).toEqual(
      ["tiff", "png", "jpeg", "webp", "avif", "fits"].map(
        (format) => `/api/stacks/${stacks[0]!.stack.id}/download?format=${format}`,
      ),
    );
  });

  it("can be tried in every way, and what is tried can be fused", () => {
    const { onTry } = reasons();
    const own = stacks[0]!.stack.parameters;
    for (const method of STACK_METHODS) {
      fireEvent.click(screen.getByRole("button", { name: methodOf(method).words.gives }));
      expect(onTry).toHaveBeenLastCalledWith({ ...own, method });
    }
  });

  it("offers what a way takes, with bounds", async () => {
    const tried = { ...stacks[0]!.stack.parameters, method: "clip mean" } as const;
    const { onTry } = reasons({ tried });
    const kappa = screen.getByLabelText("Leaves out beyond deviations");
    fireEvent.change(kappa, { target: { value: "3" } });
    fireEvent.blur(kappa);
    expect(onTry).toHaveBeenLastCalledWith({ ...tried, kappa: 3 });
    fireEvent.change(kappa, { target: { value: "three" } });
    await settled(() => fireEvent.blur(kappa));
    expect(screen.getByRole("alert").textContent).toMatch(/From 1 to 10/);
    fireEvent.change(screen.getByLabelText("Laid over each other"), { target: { value: "stars" } });
    expect(onTry).toHaveBeenLastCalledWith({ ...tried, align: "stars" });
    expect(screen.queryByLabelText("Comes in over frames")).toBeNull();
  });

  it("offers the frames of another batch as dark ones", () => {
    const tried = stacks[0]!.stack.parameters;
    expect(screen.queryByLabelText("Dark frames")).toBeNull();
    const other = runWithFrames([]);
    const { onTry } = reasons({ tried, others: [other] });
    const list = screen.getByLabelText("Dark frames");
    fireEvent.change(list, { target: { value: other.run.id } });
    expect(onTry).toHaveBeenLastCalledWith({ ...tried, darksOf: other.run.id });
  });

  it("offers no other way while one is on its way", () => {
    reasons({ busy: true });
    expect(screen.queryByRole("button", { name: methodOf("lighten").words.gives })).toBeNull();
  });

  it("is chosen among several, and names what was left out", () => {
    const chosen = stackReply("median", { refused: [{ name: "odd.png", reason: "It is 32 x 32 pixels." }] });
    const { onChoose } = reasons({ stacks: [...stacks, chosen], chosen });
    const list = screen.getByLabelText("Result");
    expect(
      within(list)
        .getAllByRole("option")
        .map(({ textContent }) => textContent?.split(",").slice(0, -1).join()),
    ).toEqual(["As one long exposure, 9 frames", "Whole trails, 12 frames", "Without who passes, 9 frames"]);
    fireEvent.change(list, { target: { value: stacks[1]!.stack.id } });
    expect(onChoose).toHaveBeenCalledWith(stacks[1]!.stack.id);
    expect(screen.getByText("1 file was not taken")).toBeTruthy();
    expect(screen.getByText("It is 32 x 32 pixels.")).toBeTruthy();
  });

  it("shows clipped and crushed shares, the lights where they lie, and every bin under the pointer or by key", () => {
    // Eight pixels: two white, one white in red alone, one black, four grey of 0.216, 2.2 stops under white.
    const pixels = Uint8Array.from([
      255,
      255,
      255,
      255,
      255,
      255,
      255,
      90,
      90,
      0,
      0,
      0,
      ...Array<number>(12).fill(128),
    ]);
    const view = { width: 4, height: 2, ...clippedShares(pixels), light: lightHistogram(pixels) };
    const lights = [
      { name: "street", underWhite: 2.2 },
      { name: "tail lamps", underWhite: 0 },
    ];
    const asked = { brightest: 1, darkest: 3 };
    const scale = {
      noiseFloor: 9.3,
      lights: [
        { of: "ground", underWhite: 2.2, asked, missStops: 0 },
        { of: "tail-lamp", underWhite: 0, asked: { ...asked, darkest: Number.POSITIVE_INFINITY }, missStops: -1 },
      ],
    } as const;
    const nameOf = (of: string) => (of === "ground" ? "street" : "tail lamps");
    reasons({ view, lights: { marks: { lights, noiseFloor: 9.3 }, scale, nameOf } });
    expect(screen.getByRole("img", { name: /^Stops under white/ }).getAttribute("aria-label")).toBe(
      "Stops under white: street 2.2 under white, as asked; tail lamps at white, 1.0 stops brighter than asked; noise below −9.3",
    );
    expect(screen.getByText("37.5")).toBeTruthy();
    expect(screen.getByText(/25.0 % in all three/)).toBeTruthy();
    expect(screen.getByText("12.5")).toBeTruthy();
    const histogram = screen.getByRole("slider", {
      name: /^Histogram of 8 pixels.*37.50 % clipped, 12.50 % crushed; street at −2.2, tail lamps at 0.0; noise below −9.3/,
    });
    expect(within(histogram).getByText("street")).toBeTruthy();
    expect(within(histogram).getByText("noise")).toBeTruthy();
    histogram.getBoundingClientRect = () => ({ left: 0, top: 0, width: 1235, height: 150 }) as DOMRect;
    // 100 px a stop, white 35 px wide at the right.
    fireEvent.mouseMove(histogram, { clientX: 1200 - 218 });
    expect(screen.getByText("−2.3 stops: 50.00 % of pixels")).toBeTruthy();
    fireEvent.mouseMove(histogram, { clientX: 1230 });
    expect(screen.getByText("white: 25.00 % of pixels")).toBeTruthy();
    fireEvent.mouseLeave(histogram);
    expect(screen.getByText(/^stops under white/)).toBeTruthy();
    fireEvent.keyDown(histogram, { key: "ArrowLeft" });
    expect(screen.getByText("white: 25.00 % of pixels")).toBeTruthy();
    for (let i = 0; i < 200; i++) fireEvent.keyDown(histogram, { key: "ArrowLeft" });
    expect(screen.getByText("darker than −12: 12.50 % of pixels")).toBeTruthy();
  });
});
