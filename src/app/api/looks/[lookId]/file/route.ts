import { toString as qrOf } from "qrcode";
import { fileNameOf, isId, notFound, refusal, route } from "@/app/http";
import { lookFileAsked } from "@/contracts/finish";
import { cubeText, lookFileText, parseLook } from "@/core/finish";
import { findLook } from "@/db/finishes";
import { application } from "@/engine/application";

/** A saved look as a file: its line, a table of colours for other programs, or a code that a phone's camera reads as the line. */
export const GET = route<{ lookId: string }>(async (request, { lookId }) => {
  const asked = lookFileAsked.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success) return refusal(asked.error);
  const look = isId(lookId) ? await findLook((await application()).database.db, lookId) : undefined;
  if (!look) return notFound("look");
  const { name, line } = look;
  const saved = (ending: string, text: string) =>
    new Response(text, {
      headers: {
        "content-type": "text/plain; charset=utf-8",
        "content-disposition": `attachment; filename="${fileNameOf(name, "look")}${ending}"`,
      },
    });
  switch (asked.data.format) {
    case "line":
      return saved(".look.txt", lookFileText(name, line));
    case "cube":
      return saved(".cube", cubeText(name, parseLook(line).look));
    case "qr": {
      const svg = await qrOf(line === "" ? " " : line, { type: "svg", errorCorrectionLevel: "M" });
      return new Response(svg, { headers: { "content-type": "image/svg+xml" } });
    }
  }
});
