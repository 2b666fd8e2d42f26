import { chosenCamera } from "@/core/camera";
import { planCapture, SOME_TIME } from "@/core/capture";
import { usualScene } from "@/core/intent";
import { parseRecipe } from "@/core/recipe";
import type { Rehearsal } from "@/core/rehearse";
import { type RehearsalWish, rehearseWorker } from "./rehearse.worker";

// As in the page, only without its messages.
jest.mock("comlink", () => ({ expose: () => {} }));

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
function wish(line: string, widthPx: number, distanceM = 25): RehearsalWish {
  const usual = usualScene("light-trails");
  const facts = { ...usual, mover: { ...usual.mover!, distanceM } };
  return {
    request: { ...facts, intent: "light-trails", camera, filterStops: [] },
    sky: null,
    own: null,
    widthPx,
    reads: false,
    openedSeconds: null,
    plan: planCapture(parseRecipe(line).recipe, camera, SOME_TIME)!,
  };
}
async function pictures(of: RehearsalWish) {
  const seen: Rehearsal[] = [];
  await rehearseWorker.rehearse(of, "main", async (picture) => void seen.push(picture));
  return seen;
}
const widths = (seen: readonly Rehearsal[]) => [...new Set(seen.map(({ width }) => width))];

describe("the rehearsing worker", () => {
  it("shows a glance of a place that is not lit, says how far it is, and the place at once when it is", async () => {
    const first = await pictures(wish("1s | iso 50", 320));
    expect(widths(first)).toEqual([240, 320]);
    const shares = first.flatMap(({ litShare }) => litShare ?? []);
    expect(shares[0]).toBe(0);
    expect(shares.at(-1)).toBeGreaterThan(0);
    expect(first.at(-1)).toMatchObject({ width: 320, framesIn: 1, framesOf: 1 });
    expect(first.at(-1)!.litShare).toBeUndefined();
    expect(widths(await pictures(wish("1/2 | iso 100", 320)))).toEqual([320]);
  });

  it("finds a place lit that was lit ahead", async () => {
    await rehearseWorker.lightAhead(wish("1s | iso 50", 0, 18), [260]);
    expect(widths(await pictures(wish("1s | iso 50", 260, 18)))).toEqual([260]);
  });

  it("leaves what is lit ahead for whoever asks for a picture", async () => {
    const ahead = rehearseWorker.lightAhead(wish("1s | iso 50", 0, 12), [280]);
    const seen = await pictures(wish("1s | iso 50", 200, 25));
    await ahead;
    expect(widths(seen)).toEqual([200]);
    // Nobody waited for it, and it was not lit to the end.
    expect(widths(await pictures(wish("1s | iso 50", 280, 12)))).toEqual([240, 280]);
  });

  it("ends an older wish for the same view", async () => {
    const older: Rehearsal[] = [];
    const first = rehearseWorker.rehearse(wish("16 x 1/8 | iso 50 -> mean", 260, 18), "main", async (picture) => {
      older.push(picture);
    });
    const newer = await pictures(wish("1s | iso 50", 260, 18));
    await first;
    expect(older).toEqual([]);
    expect(newer).toHaveLength(1);
  });
});
