import { z } from "zod";
import { answer, refusal, route } from "@/app/http";
import { placesReply } from "@/contracts/replies";
import { typedCoordinates } from "@/contracts/typed";
import { nearestPlace, searchPlaces } from "@/engine/gazetteer";

const MOST_PLACES = 8;
const MOST_LETTERS = 80;
const near = z.object({ near: typedCoordinates });

/** Places by the first letters of their name, or the one nearest to a point, without a network. */
export const GET = route(async (request) => {
  const { searchParams } = new URL(request.url);
  if (searchParams.has("near")) {
    const point = near.safeParse({ near: searchParams.get("near") });
    if (!point.success) return refusal(point.error);
    const found = await nearestPlace(point.data.near);
    return answer(placesReply, found ? [found] : []);
  }
  const text = (searchParams.get("q") ?? "").slice(0, MOST_LETTERS);
  return answer(placesReply, await searchPlaces(text, MOST_PLACES));
});
