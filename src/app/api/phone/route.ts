import { route } from "@/app/http";
import type { PhoneReply } from "@/contracts/replies";
import { filterStops } from "@/core/light";
import { listFilters } from "@/db/kit";
import { application } from "@/engine/application";
import { standInPhone } from "@/engine/runs";

/** What the phone at hand can do, and the filters that go before it. */
export const GET = route(async () => {
  const { db } = (await application()).database;
  const phone = await standInPhone(db);
  const { name, widthsPx, profile } = await phone.capabilities();
  const { lens, shutterLadder, isoLadder, writeSeconds } = profile;
  const filters = (await listFilters(db)).map((filter) => ({ name: filter.name, stops: filterStops(filter) }));
  const reply: PhoneReply = {
    ...{ name, lens, shutterLadder, isoLadder, writeSeconds, filters },
    widthsPx: [...widthsPx],
  };
  return Response.json(reply);
});
