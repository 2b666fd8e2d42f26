import { startThread } from "../thread";
import type { FilmRequest, FilmThread } from "./filmThread";

/** Makes an MP4 of a picture that grows frame by frame and ends as it came out. @throws Error when none of its frames can be seen. */
export async function makeFilm(request: FilmRequest): Promise<Uint8Array> {
  const thread = startThread<FilmThread>("film-thread.mjs");
  try {
    return await thread.ask(async (api) => api.film(request));
  } finally {
    await thread.end();
  }
}
