import tzlookup from "tz-lookup";
import { readJson, refusal, route } from "@/app/http";
import { outingRequest } from "@/contracts/requests";
import { createOuting, createSite, listOutings } from "@/db/outings";
import { application } from "@/engine/application";
import { FIRST_RECIPE_LINE, TOWN_SKY_MAG } from "@/engine/defaults";

/** All outings. */
export const GET = route(async () => Response.json(await listOutings((await application()).database.db)));

/** Starts an outing with a first shot. */
export const POST = route(async (request) => {
  const wanted = outingRequest.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { db } = (await application()).database;
  const { site, ...outing } = wanted.data;
  const saved = site && {
    ...site,
    zone: tzlookup(site.latitudeDeg, site.longitudeDeg),
    darkSkyMagPerArcsec2: TOWN_SKY_MAG,
  };
  const siteId = saved ? (await createSite(db, saved)).id : null;
  const created = await createOuting(db, {
    ...outing,
    siteId,
    shot: { name: site ? "First shot" : "Fused from files", recipeLine: site ? FIRST_RECIPE_LINE : "" },
  });
  return Response.json(created, { status: 201 });
});
