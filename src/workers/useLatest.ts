"use client";

import { startTransition, useEffect, useLayoutEffect, useRef, useState } from "react";

/**
 * The answer to the newest question, each worked out after the one before; questions that came and went meanwhile are
 * left out. Until the first answer null, then the last one while a newer is worked out.
 *
 * @param ask Null while nobody can answer; a stable function.
 * @throws What the asking threw, when drawn.
 * @param question Null where there is none; then there is no answer either.
 */
export function useLatest<Question, Answer>(
  ask: ((question: Question) => Promise<Answer>) | null,
  question: Question | null,
): { readonly question: Question; readonly answer: Answer } | null {
  const [latest, setLatest] = useState<{ readonly question: Question; readonly answer: Answer } | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const newest = useRef(question);
  const busy = useRef(false);
  useLayoutEffect(() => {
    newest.current = question;
  });
  // Who asked somebody that is gone waits for ever.
  useEffect(() => {
    if (ask !== null) busy.current = false;
  }, [ask]);
  useEffect(() => {
    if (question === null) return setLatest(null);
    if (ask === null || busy.current) return;
    busy.current = true;
    void (async () => {
      let asked: Question | null = null;
      while (newest.current !== null && newest.current !== asked) {
        asked = newest.current;
        const answer = await ask(asked);
        // What is drawn from it may be much: the page stays free for the hand meanwhile.
        const answered = { question: asked, answer };
        startTransition(() => setLatest(answered));
      }
    })()
      .catch(setFailure)
      .finally(() => {
        busy.current = false;
      });
  }, [ask, question]);
  // The page says it, where a part that waits for ever would say nothing.
  if (failure !== null) throw failure;
  return latest;
}
