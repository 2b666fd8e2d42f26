import { readFile, rename, rm, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { phoneLink } from "@/contracts/phoneReply";
import { dataFolder } from "../folders";
import type { PhoneLink } from "./client";

// The phone that a person has linked: its address, and its token, which is a secret and lies beside the database, not in it.

const savedPath = (): string => join(dataFolder(), "linked-phone.json");

/** The phone that a person has linked, or null. */
export async function savedLink(): Promise<PhoneLink | null> {
  const text = await readFile(savedPath(), "utf8").catch(() => null);
  if (text === null) return null;
  try {
    return phoneLink.safeParse(JSON.parse(text)).data ?? null;
  } catch {
    return null;
  }
}

export async function saveLink(link: PhoneLink): Promise<void> {
  const path = savedPath();
  await writeFile(`${path}.new`, JSON.stringify(link), { mode: 0o600 });
  await rename(`${path}.new`, path);
}

export const forgetLink = (): Promise<void> => rm(savedPath(), { force: true });
