import sharp from "sharp";
import { EMPTY_RECIPE, recipeXmp } from "@/core/recipe";
import { freeTableName, readGiven, tableNameOf } from "./readGiven";

const LINE = "exposure +0.5 | sodium colour -35";
const given = (name: string, content: string | Uint8Array<ArrayBuffer>) => readGiven(new File([content], name));
const picture = () => sharp({ create: { width: 20, height: 20, channels: 3, background: "navy" } });

it.each(["jpeg", "png", "webp", "avif", "tiff"] as const)(
  "takes the look of a %s that was finished",
  async (format) => {
    const file = await picture()
      .withXmp(recipeXmp(EMPTY_RECIPE, { look: LINE }))
      .toFormat(format)
      .toBuffer();
    expect(await given(`x.${format}`, new Uint8Array(file))).toEqual({ kind: "look", line: LINE });
  },
);

it("tells a look's file from a table, and says what is neither", async () => {
  expect(await given("a.txt", `# Quay\n${LINE}\n`)).toEqual({ kind: "look", line: LINE });
  const table = "TITLE x\nLUT_3D_SIZE 2\n";
  expect(await given("Wärme & Nacht.cube", table)).toEqual({ kind: "table", name: "warme-nacht", text: table });
  const plain = new Uint8Array(await picture().png().toBuffer());
  expect(await given("plain.png", plain)).toEqual({
    kind: "neither",
    why: "plain.png has no look line among its metadata.",
  });
  const broken = new Uint8Array([0, 0, 0, 9, ...Buffer.from("zTXtXML:com.adobe.xmp\0\0nothing")]);
  expect(await given("broken.png", broken)).toMatchObject({ kind: "neither" });
  expect(await given("odd.txt", "sunshine +1")).toMatchObject({
    why: expect.stringContaining("“sunshine” is no part"),
  });
});

it("names tables as look lines can have them, and none twice", () => {
  expect(["Quái 5 (new).cube", "___.cube", "x".repeat(90)].map(tableNameOf)).toEqual([
    "quai-5-new",
    "table",
    "x".repeat(40),
  ]);
  expect(freeTableName("warm", [])).toBe("warm");
  expect(freeTableName("warm", ["warm", "warm-2"])).toBe("warm-3");
});
