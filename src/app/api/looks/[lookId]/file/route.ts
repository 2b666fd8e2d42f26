import { toString as qrOf } from "qrcode";
import { fileNameOf, isId, notFound, problem, refusal, route } from "@/app/http";
import { lookFileAsked } from "@/contracts/finish";
import { cubeText, lookFileText, parseLook } from "@/core/finish";
import { findLook } from "@/db/finishes";
import { application } from "@/engine/application";
import { lookPdf } from "@/engine/finish/lookPdf";
import { MissingTableError, tableOf } from "@/engine/finish/tableOf";

/** A saved look as a file: its line, a table of colours for other programs, a sheet to print, or a code that a phone's camera reads as the line. */
export const GET = route<{ lookId: string }>(async (request, { lookId }) => {
  const asked = lookFileAsked.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success) return refusal(asked.error);
  const { db } = (await application()).database;
  const saved = isId(lookId) ? await findLook(db, lookId) : undefined;
  if (!saved) return notFound("look");
  const { name, line } = saved;
  const sent = (ending: string, body: string | Uint8Array<ArrayBuffer>, mediaType = "text/plain; charset=utf-8") =>
    new Response(body, {
      headers: {
        "content-type": mediaType,
        "content-disposition": `attachment; filename="${fileNameOf(name, "look")}${ending}"`,
      },
    });
  switch (asked.data.format) {
    case "line":
      return sent(".look.txt", lookFileText(name, line));
    case "cube": {
      const { look } = parseLook(line);
      const table = await tableOf(db, look).catch((error: unknown) => {
        if (error instanceof MissingTableError) return error;
        throw error;
      });
      if (table instanceof MissingTableError) return problem(409, "no-table", table.message);
      return sent(".cube", cubeText(name, look, table));
    }
    case "pdf":
      return sent(".pdf", await lookPdf(name, line), "application/pdf");
    case "qr": {
      const svg = await qrOf(line === "" ? " " : line, { type: "svg", errorCorrectionLevel: "M" });
      return new Response(svg, { headers: { "content-type": "image/svg+xml" } });
    }
  }
});
