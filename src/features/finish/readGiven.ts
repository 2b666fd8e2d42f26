import { MOST_TABLE_LETTERS, readLookFile, TABLE_NAME } from "@/core/finish";
import { lookFromXmp } from "@/core/recipe";

/** What somebody has given to take a look from. */
export type Given =
  | { readonly kind: "look"; readonly line: string }
  | { readonly kind: "table"; readonly name: string; readonly text: string }
  /** Why it is neither, in words for the person. */
  | { readonly kind: "neither"; readonly why: string };

/** So many letters of what could not be read are shown. */
const MOST_QUOTED = 40;
/** A file of text is not larger than a table's; a picture of 50 megapixels in 16 bits has 300 MB. */
const MOST_BYTES = 1e9;
/** No text has this byte among its first ones. */
const LOOKED_FOR_NUL = 4096;

/** A file's name as look lines may have it. */
export const tableNameOf = (fileName: string): string =>
  fileName
    .replace(/\.[^.]*$/, "")
    .normalize("NFKD")
    .toLowerCase()
    .replace(/\p{M}/gu, "")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 40)
    .replace(/-+$/, "") || "table";

/** A PNG's metadata, which are packed: a chunk's length and kind, this name, two zeros. @see PNG (3rd edition), 11.3.3.3 zTXt */
const PACKED = "zTXtXML:com.adobe.xmp\0\0";
const KIND_BYTES = 4;

/** A picture's metadata: they stand in its file as they are, or packed. @throws TypeError where they are packed otherwise */
async function packetIn(bytes: Uint8Array): Promise<string> {
  const text = new TextDecoder("latin1").decode(bytes);
  const plain = text.match(/<x:xmpmeta[\s\S]*?<\/x:xmpmeta>/)?.[0];
  const at = plain === undefined ? text.indexOf(PACKED) : -1;
  if (at < KIND_BYTES) return plain ?? "";
  const length = new DataView(bytes.buffer, bytes.byteOffset).getUint32(at - KIND_BYTES);
  const packed = bytes.slice(at + PACKED.length, at + KIND_BYTES + length);
  return new Response(new Blob([packed]).stream().pipeThrough(new DecompressionStream("deflate"))).text();
}

/** Takes a look from a file: its own file, a picture that was finished, or a table of colours of another program. */
export async function readGiven(file: File): Promise<Given> {
  if (file.size > MOST_BYTES) return { kind: "neither", why: `${file.name} is too large for a look.` };
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (bytes.subarray(0, LOOKED_FOR_NUL).includes(0)) {
    const line = lookFromXmp(await packetIn(bytes).catch(() => ""));
    return line === null
      ? { kind: "neither", why: `${file.name} has no look line among its metadata.` }
      : { kind: "look", line };
  }
  const text = new TextDecoder().decode(bytes);
  if (/^\s*LUT_[13]D_SIZE\b/m.test(text.slice(0, MOST_TABLE_LETTERS)))
    return { kind: "table", name: tableNameOf(file.name), text };
  const { line, problems } = readLookFile(text);
  const [problem] = problems;
  if (!problem) return { kind: "look", line };
  const found = problem.found.slice(0, MOST_QUOTED);
  return { kind: "neither", why: `${file.name}: “${found}” is no part of a look; expected ${problem.expected}.` };
}

/** A name that no table has yet: a number is added to one that is taken. */
export function freeTableName(name: string, taken: readonly string[]): string {
  for (let number = 1; ; number++) {
    const tried = number === 1 ? name : `${name.slice(0, 36)}-${number}`;
    if (!taken.includes(tried) && TABLE_NAME.test(tried)) return tried;
  }
}
