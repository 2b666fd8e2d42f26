import { mkdir, mkdtemp, readdir, rm, utimes, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { packRehearsal } from "@/contracts/keptRehearsal";
import { forgetOtherBuilds, keepRehearsal, keptRehearsal, rehearsalName } from "./keptRehearsals";

const measured = {
  placeStops: 0,
  skyStops: null,
  kept: { midTone: null, wayDrawn: null, waterLeft: null, starLengthPx: null },
};
const bytes = packRehearsal({
  width: 2,
  height: 1,
  framesIn: 1,
  framesOf: 1,
  measured,
  data: Uint8Array.of(1, 2, 3, 4, 5, 6),
});
let folder: string;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), "aevumen-rehearsals-"));
  process.env.AEVUMEN_DATA = folder;
});
afterEach(async () => {
  delete process.env.AEVUMEN_DATA;
  await rm(folder, { recursive: true, force: true });
});
const inside = async () => {
  const [build] = await readdir(join(folder, "rehearsals"));
  return join(folder, "rehearsals", build!);
};

describe("rehearsed pictures that are kept", () => {
  it("are found by what they are of, and nothing else is kept", async () => {
    const [known, other] = [rehearsalName("a shot"), rehearsalName("another")];
    expect(await keptRehearsal(known)).toBeNull();
    expect(await keepRehearsal(known, bytes)).toBe(true);
    expect(new Uint8Array((await keptRehearsal(known))!)).toEqual(bytes);
    expect(await keepRehearsal(other, Uint8Array.of(9, 9, 9, 9, 9))).toBe(false);
    expect(await keptRehearsal(other)).toBeNull();
    expect(await readdir(await inside())).toEqual([known]);
  });

  it("are none where the file is damaged: they are made again", async () => {
    const name = rehearsalName("a shot");
    await keepRehearsal(name, bytes);
    await writeFile(join(await inside(), name), "no archive");
    expect(await keptRehearsal(name)).toBeNull();
    expect(await keepRehearsal(name, bytes)).toBe(true);
    expect(await keptRehearsal(name)).not.toBeNull();
  });

  it("leave when they have not been looked at for longest", async () => {
    const names = Array.from({ length: 48 }, (_, at) => rehearsalName(`shot ${at}`));
    for (const name of names) await keepRehearsal(name, bytes);
    for (const [at, name] of names.entries()) await utimes(join(await inside(), name), 1000 + at, 1000 + at);
    // The oldest is looked at once more, so that the second goes.
    await keptRehearsal(names[0]!);
    await keepRehearsal(rehearsalName("one more"), bytes);
    const left = await readdir(await inside());
    expect(left).toHaveLength(48);
    expect([left.includes(names[0]!), left.includes(names[1]!)]).toEqual([true, false]);
  });

  it("are forgotten when another build made them", async () => {
    await keepRehearsal(rehearsalName("a shot"), bytes);
    await mkdir(join(folder, "rehearsals", "of-an-older-build"));
    await forgetOtherBuilds();
    expect(await readdir(join(folder, "rehearsals"))).toHaveLength(1);
    expect(await keptRehearsal(rehearsalName("a shot"))).not.toBeNull();
  });
});
