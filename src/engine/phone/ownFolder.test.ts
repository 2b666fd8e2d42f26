import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { makeOwnFolder, sweepLeft } from "./ownFolder";

const among = mkdtempSync(join(tmpdir(), "aevumen-sweep-"));
afterAll(() => rmSync(among, { recursive: true, force: true }));

it("folders of stand-ins that were killed go, and those of others stay", async () => {
  const { pid } = spawnSync(process.execPath, ["-e", ""]);
  const make = (name: string, owner: string | null) => {
    mkdirSync(join(among, name));
    writeFileSync(join(among, name, "a frame"), "bytes");
    if (owner !== null) writeFileSync(join(among, name, "owner"), owner);
  };
  make("aevumen-phone-dead", String(pid));
  make("aevumen-phone-alive", String(process.pid));
  make("aevumen-phone-new", null);
  make("aevumen-phone-old", null);
  make("aevumen-phone-lies", "all of them");
  make("somebody-else", String(pid));
  const twoDaysAgo = Date.now() / 1000 - 2 * 86_400;
  utimesSync(join(among, "aevumen-phone-old"), twoDaysAgo, twoDaysAgo);
  expect(await sweepLeft(among)).toBe(2);
  const left = ["alive", "new", "lies"].map((name) => existsSync(join(among, `aevumen-phone-${name}`)));
  expect([...left, existsSync(join(among, "somebody-else"))]).toEqual([true, true, true, true]);
});

it("a stand-in's own folder is not swept while it lives, and where there is nothing nothing is", async () => {
  const folder = await makeOwnFolder();
  await sweepLeft();
  expect(existsSync(folder)).toBe(true);
  rmSync(folder, { recursive: true });
  expect(await sweepLeft(join(among, "nowhere"))).toBe(0);
});
