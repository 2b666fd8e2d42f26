import { type ColourTable, type Look, readColourTable } from "../core/finish";

/** Tables of colours that were fetched, by the address of their file. */
const fetched = new Map<string, Promise<ColourTable | null>>();

async function fetchTable(address: string): Promise<ColourTable | null> {
  const response = await fetch(new URL(address, self.location.origin));
  if (response.status === 404) return null;
  if (!response.ok) throw new Error(`The table of colours could not be fetched (${response.status}).`);
  return readColourTable(await response.text()).table;
}

/** The table that a look names; null where it names none, or there is none of that name. @throws Error when it cannot be fetched. */
export async function tableFor({ table }: Look): Promise<ColourTable | null> {
  if (!table) return null;
  const address = `/api/tables/${table.name}`;
  const known = fetched.get(address) ?? fetchTable(address);
  fetched.set(address, known);
  const found = await known.catch((error: unknown) => {
    fetched.delete(address);
    throw error;
  });
  // It may come later.
  if (!found) fetched.delete(address);
  return found;
}
