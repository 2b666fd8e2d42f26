import { finishPieceHead } from "../contracts/finish";
import { type Area, cutCodes, grown, LOOKS_BEYOND, type StarDrift } from "../core/finish";
import { fetchHeaded } from "./fetchHeaded";

/** A piece of a picture at its full size. */
interface FetchedPiece {
  readonly address: string;
  readonly area: Area;
  readonly codes: Uint16Array;
  /** Those of what moves; null where there is none, undefined where nobody has asked yet. */
  readonly moving: Uint16Array | null | undefined;
  /** How long the picture's stars are; undefined where nobody has asked yet. */
  readonly drift: StarDrift | null | undefined;
}

/** What is asked of a picture. */
export interface PieceAsked {
  /** Of its light; its pieces lie beside that. */
  readonly address: string;
  readonly area: Area;
  readonly of: { readonly width: number; readonly height: number };
  readonly asksDrift: boolean;
  readonly asksMoving: boolean;
}

const holds = (outer: Area, { left, top, right, bottom }: Area): boolean =>
  outer.left <= left && outer.top <= top && outer.right >= right && outer.bottom >= bottom;

let last: FetchedPiece | null = null;

/** Fetches a piece as large as whatever look may ask for, so that another look needs no other. */
async function fetched({ address, area, of, asksDrift, asksMoving }: PieceAsked): Promise<FetchedPiece> {
  const wide = grown(area, LOOKS_BEYOND, of);
  const url = new URL(address.replace("/light", "/piece"), self.location.origin);
  url.search = new URLSearchParams({
    ...Object.fromEntries(Object.entries(wide).map(([side, at]) => [side, String(at)])),
    drift: asksDrift ? "1" : "0",
    moving: asksMoving ? "1" : "0",
  }).toString();
  const { head, body, at } = await fetchHeaded(url);
  const { drift } = finishPieceHead.parse(head);
  const count = 3 * (wide.right - wide.left) * (wide.bottom - wide.top);
  const begins = at + 2 * count;
  const moving = body.byteLength > begins ? new Uint16Array(body, begins, count) : null;
  return {
    address,
    area: wide,
    codes: new Uint16Array(body, at, count),
    moving: asksMoving ? moving : undefined,
    drift: asksDrift ? drift : undefined,
  };
}

/** What was asked of an area of a picture. */
export interface AreaOfPicture {
  readonly codes: Uint16Array;
  readonly moving: Uint16Array | null;
  readonly drift: StarDrift | null;
}

/** Codes of an area of a picture, and what moves in it and how long its stars are where that is asked. @throws Error when they cannot be fetched. */
export async function pieceOf(asked: PieceAsked): Promise<AreaOfPicture> {
  const { address, area, asksDrift, asksMoving } = asked;
  const isHeld =
    last?.address === address &&
    holds(last.area, area) &&
    (!asksDrift || last.drift !== undefined) &&
    (!asksMoving || last.moving !== undefined);
  const piece = isHeld && last ? last : await fetched(asked);
  last = piece;
  const cut = (codes: Uint16Array) => cutCodes(codes, piece.area, area);
  return { codes: cut(piece.codes), moving: piece.moving ? cut(piece.moving) : null, drift: piece.drift ?? null };
}
