import { get } from "react-hook-form";

/** The first thing that is wrong at a field of a form or below it; undefined where nothing is. */
export function problemAt(errors: object, path: string): string | undefined {
  return firstMessage(get(errors, path));
}

function firstMessage(found: unknown): string | undefined {
  if (typeof found !== "object" || found === null || found instanceof Element) return undefined;
  if ("message" in found && typeof found.message === "string" && found.message !== "") return found.message;
  for (const [key, inner] of Object.entries(found)) {
    const message = key === "ref" ? undefined : firstMessage(inner);
    if (message !== undefined) return message;
  }
  return undefined;
}
