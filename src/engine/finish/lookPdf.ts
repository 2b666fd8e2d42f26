import { notInTable, parseLook } from "@/core/finish";
import { MARGIN, rule, write } from "../plan/sheet/paper";
import { pdfOf } from "../plan/sheet/pdf";
import { drawQr } from "../plan/sheet/qr";

/** Side of the code: a phone reads the longest look from it at arm's length. */
const CODE_PT = 240;

/** A saved look on paper: its name, each of its parts, its line as it is typed, and as a code that a phone's camera reads. */
export const lookPdf = (name: string, line: string): Promise<Uint8Array<ArrayBuffer>> =>
  pdfOf(name, (doc) => {
    write(doc, name, 30, true, 2);
    write(doc, "A look: what is done to the lights of a picture.", 13, false, 8);
    rule(doc);
    const parts = line.split("|").map((part) => part.trim());
    for (const part of parts.filter((text) => text !== "")) write(doc, part, 21, true, 2);
    if (line === "") write(doc, "It leaves a picture as it is.", 21, true, 2);
    rule(doc);
    write(doc, "Its line", 15, true, 2);
    write(doc, line, 13, false, 6);
    const left = notInTable(parseLook(line).look);
    if (left.length > 0) write(doc, `A .cube table cannot hold of it: ${left.join(", ")}.`, 13, false, 6);
    if (line === "") return;
    if (doc.y + CODE_PT > doc.page.height - MARGIN) doc.addPage();
    const top = doc.y;
    drawQr(line, MARGIN, top, CODE_PT, (x, y, size) => {
      // Modules that touch leave no hair of white between them.
      doc.rect(x, y, size + 0.05, size + 0.05);
    });
    doc.fill("#000");
    doc.y = top + CODE_PT;
    write(doc, "A phone's camera reads this code as the line.", 13);
  });
