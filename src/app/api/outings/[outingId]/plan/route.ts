import { z } from "zod";
import { isId, notFound, problem, route } from "@/app/http";
import { findKit } from "@/db/kit";
import { findOuting } from "@/db/outings";
import { application } from "@/engine/application";
import { planCalendar } from "@/engine/plan/calendar";
import { planJson } from "@/engine/plan/planJson";
import { plannedNight } from "@/engine/plan/plannedNight";
import { sheetPdf } from "@/engine/plan/sheetPdf";

const format = z.enum(["pdf", "ics", "json"]);

/** The night's plan as a file to take along: field sheet, calendar, or data. */
export const GET = route<{ outingId: string }>(async (request, { outingId }) => {
  const parsed = format.safeParse(new URL(request.url).searchParams.get("format"));
  if (!parsed.success) return problem(400, "invalid-format", "Choose pdf, ics or json.");
  const wanted = parsed.data;
  const { db } = (await application()).database;
  const detail = isId(outingId) ? await findOuting(db, outingId) : undefined;
  if (!detail) return notFound("outing");
  const night = plannedNight(detail, await findKit(db));
  if (!night) return problem(409, "no-site", "This outing has no site, so it has no night to plan.");
  const headers = (mediaType: string) => ({
    "content-type": mediaType,
    "content-disposition": `attachment; filename="aevumen-${night.date}.${wanted}"`,
  });
  switch (wanted) {
    case "pdf":
      return new Response(await sheetPdf(night), { headers: headers("application/pdf") });
    case "ics":
      return new Response(planCalendar(night), { headers: headers("text/calendar; charset=utf-8") });
    case "json":
      return Response.json(planJson(night), { headers: headers("application/json") });
    default:
      return wanted satisfies never;
  }
});
