import { extractText, getDocumentProxy } from "unpdf";
import { MOST_LOOK_LETTERS } from "@/core/finish";
import { lookPdf } from "./lookPdf";

const textOf = async (name: string, line: string) => {
  const pdf = await getDocumentProxy(await lookPdf(name, line));
  return { pages: pdf.numPages, text: (await extractText(pdf, { mergePages: true })).text.replace(/\s+/g, " ") };
};

it("prints a look part by part, as its line, and says what a table cannot hold of it", async () => {
  const line = "exposure +0.5 | ground +0.7 range 1.2 | sodium colour -35 | sky 4200K | shadows to noise";
  const { pages, text } = await textOf("Quai, früh", line);
  expect(pages).toBe(1);
  expect(text).toContain("Quai, früh");
  expect(text).toContain(line);
  for (const part of line.split(" | ")) expect(text.split(part).length - 1).toBe(2);
  expect(text).toContain("cannot hold of it: ground");
});

it("prints a look of nothing, and the longest that there is", async () => {
  expect((await textOf("Plain", "")).text).toContain("It leaves a picture as it is.");
  const long = `curve ${Array.from({ length: 400 }, (_, at) => `-${(14 - at / 40).toFixed(2)}:-${(14 - at / 41).toFixed(2)}`).join(" ")}`;
  const cut = long.slice(0, MOST_LOOK_LETTERS);
  expect((await textOf("Long", cut)).text).toContain(cut.slice(0, 60));
});
