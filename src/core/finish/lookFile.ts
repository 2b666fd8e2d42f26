import { type ParsedLook, parseLook } from "./lookLine";

// A look as a file that any editor opens: its name behind a number sign, then its line.

/** A look as a file has it. */
export interface LookOfFile extends ParsedLook {
  /** Null where the file does not say. */
  readonly name: string | null;
  readonly line: string;
}

/** The file of a look. */
export const lookFileText = (name: string, line: string): string => `# ${name}\n${line}\n`;

/** Reads a look's file: the first line that is no remark is the look. Never throws, whatever the text. */
export function readLookFile(text: string): LookOfFile {
  const lines = text
    .replace(/^\uFEFF/, "")
    .split(/\r\n|\r|\n/)
    .map((each) => each.trim());
  const remark = lines.find((each) => each.startsWith("#"));
  const line = lines.find((each) => each !== "" && !each.startsWith("#")) ?? "";
  return { ...parseLook(line), name: remark?.replace(/^#+\s*/, "").slice(0, 80) || null, line };
}
