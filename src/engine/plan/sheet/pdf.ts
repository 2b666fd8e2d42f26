import PDFDocument from "pdfkit";
import { fontFile, MARGIN, type Sheet } from "./paper";

/** A document of A4 pages, drawn by `draw`. */
export function pdfOf(title: string, draw: (doc: Sheet) => void): Promise<Uint8Array<ArrayBuffer>> {
  const doc = new PDFDocument({ size: "A4", margin: MARGIN, info: { Title: title, Creator: "Aevumen" } });
  doc.registerFont("text", fontFile(400));
  doc.registerFont("bold", fontFile(700));
  draw(doc);
  const chunks: Buffer[] = [];
  return new Promise((resolve, reject) => {
    doc.on("data", (chunk: Buffer) => chunks.push(chunk));
    doc.on("end", () => resolve(new Uint8Array(Buffer.concat(chunks))));
    doc.on("error", reject);
    doc.end();
  });
}
