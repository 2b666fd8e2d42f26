import { answer, route } from "@/app/http";
import { placesReply } from "@/contracts/replies";
import { searchPlaces } from "@/engine/gazetteer";

const MOST_PLACES = 8;
const MOST_LETTERS = 80;

/** Places by the first letters of their name, without a network. */
export const GET = route(async (request) => {
  const text = (new URL(request.url).searchParams.get("q") ?? "").slice(0, MOST_LETTERS);
  return answer(placesReply, await searchPlaces(text, MOST_PLACES));
});
