import { readJson, refusal, route } from "@/app/http";
import { kitFile } from "@/contracts/kit";
import { listFilters, listPhones, saveFilter, savePhone } from "@/db/kit";
import { application } from "@/engine/application";

/** Phones and filters. */
export const GET = route(async () => {
  const { db } = (await application()).database;
  return Response.json({ phones: await listPhones(db), filters: await listFilters(db) });
});

/** Takes a kit from a file: phones of the same name are replaced, filters that are there already are not doubled. */
export const POST = route(async (request) => {
  const kit = kitFile.safeParse(await readJson(request));
  if (!kit.success) return refusal(kit.error);
  const { db } = (await application()).database;
  for (const phone of kit.data.phones) await savePhone(db, phone);
  const known = await listFilters(db);
  const isNew = (filter: (typeof kit.data.filters)[number]) =>
    !known.some(
      ({ name, notation, value }) => name === filter.name && notation === filter.notation && value === filter.value,
    );
  for (const filter of kit.data.filters.filter(isNew)) await saveFilter(db, filter);
  return Response.json({}, { status: 201 });
});
