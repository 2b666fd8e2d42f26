/** @jest-environment jsdom */
import { useQueryClient } from "@tanstack/react-query";
import { screen, waitFor } from "@testing-library/react";
import { z } from "zod";
import { press, settled, show } from "@/ui/testing/show";
import { ProblemError, saved, sendJson } from "./client";
import { type ChangeTarget, shownIn, useChange } from "./useChange";

jest.mock("./client", () => ({ ...jest.requireActual("./client"), sendJson: jest.fn() }));
const sent = jest.mocked(sendJson);

interface Jar {
  readonly sand: number;
  readonly lid: string;
}
type JarPart = Partial<Jar>;
const reading = {
  row: "jar 1",
  reply: z.object({ sand: z.number(), lid: z.string() }).transform((jar) => ({ shows: jar, fields: jar })),
};
const draft = {
  reading,
  url: "/api/jars/1",
  shown: [shownIn<Jar, JarPart>(["jar"], (jar, part) => ({ ...jar, ...part }))],
};

interface Bench {
  change: (
    part: JarPart,
    edit?: { said?: string; restMs?: number },
    more?: Partial<ChangeTarget<JarPart>>,
  ) => Promise<void>;
  jar: () => Jar | undefined;
  stale: () => boolean;
}

/** A part of a page that changes a jar, as far as a test needs it. */
function bench(): Bench {
  const made: Partial<Bench> = {};
  function Part() {
    const client = useQueryClient();
    const change = useChange();
    made.jar = () => client.getQueryData<Jar>(["jar"]);
    made.stale = () => client.getQueryState(["jar"])?.isInvalidated ?? false;
    made.change = (part, edit = {}, more = {}) => {
      const jar = client.getQueryData<Jar>(["jar"])!;
      const was = Object.fromEntries(Object.keys(part).map((key) => [key, jar[key as keyof Jar]]));
      return change({ ...draft, ...more }, { part, was, ...edit });
    };
    client.setQueryDefaults(["jar"], { queryFn: () => ({ sand: 0, lid: "on" }) });
    if (!client.getQueryData(["jar"])) client.setQueryData<Jar>(["jar"], { sand: 1, lid: "on" });
    return null;
  }
  show(<Part />);
  return made as Bench;
}
const bodies = () => sent.mock.calls.map(([, , body]) => body);

beforeEach(() => {
  sent.mockReset();
  sent.mockResolvedValue(null);
});

describe("a draft", () => {
  it("shows at once, is sent with what it changes from, and is read again once it is kept", async () => {
    let answer = (_value: unknown) => {};
    sent.mockReturnValue(new Promise((resolve) => (answer = resolve)) as never);
    const { change, jar, stale } = bench();
    const kept = change({ sand: 2 });
    expect(jar()).toEqual({ sand: 2, lid: "on" });
    await waitFor(() => expect(bodies()).toEqual([{ sand: 2, was: { sand: 1 } }]));
    expect(stale()).toBe(false);
    await settled(() => answer(null));
    await kept;
    expect(stale()).toBe(true);
  });

  it("is sent after the one before it, whatever takes longer, and nothing is read between the two", async () => {
    const answers: ((value: unknown) => void)[] = [];
    sent.mockImplementation(() => new Promise((resolve) => answers.push(resolve)) as never);
    const { change, jar, stale } = bench();
    const both = [change({ sand: 2 }), change({ sand: 3 })];
    await waitFor(() => expect(answers).toHaveLength(1));
    expect(jar()!.sand).toBe(3);
    await settled(() => answers[0]!(null));
    await waitFor(() => expect(answers).toHaveLength(2));
    expect(stale()).toBe(false);
    await settled(() => answers[1]!(null));
    await Promise.all(both);
    expect(bodies()).toEqual([
      { sand: 2, was: { sand: 1 } },
      { sand: 3, was: { sand: 2 } },
    ]);
    expect(stale()).toBe(true);
  });

  it("changes from what the answer to one's own earlier change has told, for that is no other window's doing", async () => {
    let answer = (_value: unknown) => {};
    sent.mockImplementationOnce(() => new Promise((resolve) => (answer = resolve)) as never);
    const { change, jar } = bench();
    const first = change({ sand: 2 }, {}, { reading });
    // Made before the answer comes: the lid is not known to have been taken off with the sand.
    const second = change({ lid: "half" }, {}, { reading });
    await waitFor(() => expect(sent).toHaveBeenCalledTimes(1));
    await settled(() => answer(reading.reply.parse({ sand: 2, lid: "off" })));
    await Promise.all([first, second]);
    expect(bodies().at(-1)).toEqual({ lid: "half", was: { lid: "off" } });
    expect(jar()!.sand).toBe(2);
  });

  it("gathers small steps until the hand rests, from what was before the first", async () => {
    const { change, jar } = bench();
    void change({ sand: 2 }, { restMs: 5 });
    void change({ lid: "off" }, { restMs: 5 });
    const last = change({ sand: 4 }, { restMs: 5 });
    expect(jar()).toEqual({ sand: 4, lid: "off" });
    await settled(() => last);
    expect(bodies()).toEqual([{ sand: 4, lid: "off", was: { sand: 1, lid: "on" } }]);
  });

  it("counts as being saved while it waits for the hand", async () => {
    const { change } = bench();
    void change({ sand: 2 }, { restMs: 5 });
    await settled(saved);
    expect(bodies()).toHaveLength(1);
  });

  it("is sent at once by a page that goes while the hand rests", async () => {
    const { change } = bench();
    const never = 2 ** 31 - 1;
    const kept = change({ sand: 2 }, { restMs: never });
    window.dispatchEvent(new Event("pagehide"));
    await settled(() => kept);
    expect(bodies()).toEqual([{ sand: 2, was: { sand: 1 } }]);
  });

  it("is told with an undo that changes it back", async () => {
    const { change, jar } = bench();
    await settled(() => change({ sand: 2 }, { said: "Two." }));
    expect(await screen.findByText("Two.")).toBeTruthy();
    await press("Undo");
    expect(bodies().at(-1)).toEqual({ sand: 1, was: { sand: 2 } });
    expect(jar()!.sand).not.toBe(2);
  });

  it("does not overwrite what another window has changed, says so, and is put over it on request", async () => {
    sent.mockRejectedValueOnce(new ProblemError("changed-elsewhere", "Changed in another window."));
    const { change, stale, jar } = bench();
    await settled(() => change({ sand: 2 }));
    expect(await screen.findByText("Changed in another window.")).toBeTruthy();
    expect(stale()).toBe(true);
    await press("Keep mine");
    expect(bodies().at(-1)).toEqual({ sand: 2 });
    expect(jar()!.sand).toBe(2);
  });

  it("that could not be sent says why and is tried again on request", async () => {
    sent.mockRejectedValueOnce(new ProblemError("no-answer", "The application does not answer."));
    const { change } = bench();
    await settled(() => change({ sand: 2 }));
    expect(await screen.findByText("The application does not answer.")).toBeTruthy();
    await press("Try again");
    expect(bodies().at(-1)).toEqual({ sand: 2 });
  });
});
