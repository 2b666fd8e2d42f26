import { decodeSrgb, encodeSrgb } from "../picture/srgb";
import { NO_LIGHTS } from "./asked";
import { applyTable, type ColourTable, type TablePart } from "./colourTable";
import { developed, settleLook } from "./develop";
import { LOOK_VALUE_IDS, LOOK_VALUES, type Look, type LookValueId, PLAIN_LOOK } from "./look";

// A look as a table of colours that other programs read (`.cube`, an open format of plain text): of each colour, what becomes of it
// wherever it stands. What depends on the place cannot be in such a table, and is said.

/** Colours of each channel. */
const SIZE = 33;
/** Numbers that are the same for every pixel of a colour. */
const IN_TABLE: readonly LookValueId[] = ["exposure", "white", "black", "contrast", "colour"];
const DIGITS = 6;
const TOP_CODE = 65_535;

/** What a table makes of one colour's codes, 0 to 1. */
function throughTable(colour: readonly number[], table: TablePart): number[] {
  const codes = Uint16Array.from(colour, (value) => Math.round(TOP_CODE * value));
  applyTable(codes, table);
  return Array.from(codes, (code) => code / TOP_CODE);
}

/** Parts of a look that a table cannot hold, as the look line names them. */
export function notInTable({ values, lights, crop }: Look): readonly string[] {
  return [
    ...LOOK_VALUE_IDS.filter(
      (id) => !IN_TABLE.includes(id) && (values[id] ?? LOOK_VALUES[id].rest) !== LOOK_VALUES[id].rest,
    ),
    ...Object.keys(lights),
    ...(crop ? ["crop"] : []),
  ];
}

/**
 * The table of a look, of sRGB codes from 0 to 1.
 *
 * @param table The one that it names itself; null without.
 */
export function cubeText(name: string, look: Look, table: ColourTable | null = null): string {
  const values = Object.fromEntries(
    IN_TABLE.flatMap((id) => (look.values[id] === undefined ? [] : [[id, look.values[id]]])),
  );
  const whole: Look = { ...PLAIN_LOOK, balance: look.balance, values, curve: look.curve, table: look.table };
  const { settled } = settleLook(whole, NO_LIGHTS, 0, table);
  const missing = notInTable(look);
  const light = Array.from({ length: SIZE }, (_, at) => decodeSrgb(at / (SIZE - 1)));
  const place = { surroundings: 0, parts: () => 0 };
  const rows: string[] = [];
  // Red changes first.
  for (const blue of light)
    for (const green of light)
      for (const red of light) {
        const out = developed(settled, [red, green, blue], place).map((value) => encodeSrgb(Math.min(1, value)));
        rows.push(
          (settled.table ? throughTable(out, settled.table) : out).map((value) => value.toFixed(DIGITS)).join(" "),
        );
      }
  return [
    `TITLE "${name.replace(/["\r\n]/g, "'")}"`,
    ...(missing.length > 0 ? [`# Without what depends on the place: ${missing.join(", ")}`] : []),
    `LUT_3D_SIZE ${SIZE}`,
    "DOMAIN_MIN 0 0 0",
    "DOMAIN_MAX 1 1 1",
    ...rows,
    "",
  ].join("\n");
}
