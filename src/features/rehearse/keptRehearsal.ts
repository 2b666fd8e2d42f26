import { packRehearsal, unpackRehearsal } from "@/contracts/keptRehearsal";
import type { Rehearsal } from "@/core/rehearse";
import { type RehearsedShot, rehearsalKey } from "@/core/shot";

/** Where a rehearsal's picture is kept; null where the browser does not make names, as on an address that is not this machine. */
async function addressOf(rehearsed: RehearsedShot, widthPx: number): Promise<string | null> {
  if (!globalThis.crypto?.subtle) return null;
  const text = new TextEncoder().encode(rehearsalKey(rehearsed, widthPx));
  const name = [...new Uint8Array(await crypto.subtle.digest("SHA-256", text))]
    .map((byte) => byte.toString(16).padStart(2, "0"))
    .join("");
  return `/api/rehearsals/${name}`;
}

/** The last pictures that were made or found, by their address: a station that comes back has its own at once. */
const last = new Map<string, Rehearsal>();
const MOST_LAST = 4;

function remember(address: string, picture: Rehearsal): void {
  last.delete(address);
  last.set(address, picture);
  for (const oldest of [...last.keys()].slice(0, last.size - MOST_LAST)) last.delete(oldest);
}

/** The picture of a rehearsal that was made before; null where nobody kept it. Without an answer it is simply made anew. */
export async function findRehearsal(rehearsed: RehearsedShot, widthPx: number): Promise<Rehearsal | null> {
  try {
    const address = await addressOf(rehearsed, widthPx);
    if (!address) return null;
    const known = last.get(address);
    if (known) return known;
    const response = await fetch(address);
    const found = response.status === 200 ? unpackRehearsal(new Uint8Array(await response.arrayBuffer())) : null;
    if (found) remember(address, found);
    return found;
  } catch {
    return null;
  }
}

/** Keeps a whole picture for the next time; one that cannot be kept is made anew then. */
export async function keepRehearsal(rehearsed: RehearsedShot, widthPx: number, picture: Rehearsal): Promise<void> {
  try {
    const address = await addressOf(rehearsed, widthPx);
    if (!address) return;
    remember(address, picture);
    await fetch(address, { method: "PUT", body: packRehearsal(picture) });
  } catch {}
}
