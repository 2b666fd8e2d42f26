import { z } from "zod";
import { parseCoordinates } from "@/core/formats/coordinates";
import { typedNumber } from "@/core/words";

/** A number as people write it, held to what it may be. */
export const typed = <Schema extends z.ZodType<number, number>>(schema: Schema) =>
  z.string().transform(typedNumber).pipe(schema);

/** Coordinates in any usual spelling. */
export const typedCoordinates = z.string().transform((text, context) => {
  const read = parseCoordinates(text);
  if (read.kind === "place") return read.place;
  context.addIssue({ code: "custom", message: read.message });
  return z.NEVER;
});
