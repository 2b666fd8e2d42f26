"use client";

import { type QueryClient, type QueryKey, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import type { z } from "zod";
import { CHANGED_ELSEWHERE, doneReply } from "@/contracts/replies";
import { notice } from "@/ui/Notice";
import { errorText, ProblemError, sendJson, whileSaving } from "./client";

/** A reply in the cache that shows what is changed. */
export interface ShownReply<Part> {
  readonly queryKey: QueryKey;
  readonly show: (client: QueryClient, part: Part) => void;
}

/** Where a change shows: in the reply of a key, once that is there. */
export function shownIn<Reply, Part>(
  queryKey: QueryKey,
  changed: (reply: Reply, part: Part) => Reply,
): ShownReply<Part> {
  return {
    queryKey,
    show: (client, part) => client.setQueryData<Reply>(queryKey, (reply) => reply && changed(reply, part)),
  };
}

/** What is changed: where it is kept, and where it shows. */
export interface ChangeTarget<Part> {
  readonly method?: "PATCH" | "PUT";
  readonly url: string;
  readonly shown: readonly ShownReply<Part>[];
  /** What else follows from it, by the keys of their replies. */
  readonly affects?: readonly QueryKey[];
  /** What the answer tells of the row, where a change of one part changes others too. */
  readonly reading?: RowReading<Part>;
}

/** What an answer tells of a row: what is shown of it, and its fields by the names under which changes send them. */
interface RowState<Part> {
  readonly shows: Part;
  readonly fields: object;
}

/** A row that several drafts change, and how its state is read from an answer; null where it tells nothing. */
interface RowReading<Part> {
  readonly row: string;
  readonly reply: z.ZodType<RowState<Part> | null>;
}

/** A change, and what it changes from. */
export interface Edit<Part> {
  readonly part: Part;
  /** Left out where nothing was there before. */
  readonly was?: Part | undefined;
  /** Said at once, with an undo where there was something before. */
  readonly said?: string;
  /** Waits until the hand rests, where changes come in many small steps; what they add up to is kept. */
  readonly restMs?: number;
}

interface Gathered {
  edit: Edit<object>;
  timer: ReturnType<typeof setTimeout>;
  readonly done: Promise<void>;
  readonly send: () => void;
}

/** Changes on their way, one after the other. */
interface Outbox {
  tail: Promise<unknown>;
  count: number;
  /** How many answers have told of a row. */
  answers: number;
  readonly latest: Map<string, { readonly answer: number; readonly fields: object }>;
  readonly stale: Map<string, QueryKey>;
  readonly gathered: Map<string, Gathered>;
}

const outboxes = new WeakMap<QueryClient, Outbox>();

function outboxOf(client: QueryClient): Outbox {
  const known = outboxes.get(client) ?? {
    tail: Promise.resolve(),
    count: 0,
    answers: 0,
    latest: new Map(),
    stale: new Map(),
    gathered: new Map(),
  };
  outboxes.set(client, known);
  return known;
}

/** What was and is after two steps of one gathering: fields keep what they were before the first. */
const joined = (first: Edit<object>, next: Edit<object>): Edit<object> => ({
  ...next,
  part: { ...first.part, ...next.part },
  was: { ...next.was, ...first.was },
});

/**
 * Changes what is kept, at once on the screen and then where it is kept, in the order in which changes were made. While
 * one is on its way nothing older is read, so nothing on the screen jumps back under the hand. What another window has
 * changed meanwhile is not overwritten: that is said, the page shows what is there, and one's own can be put over it.
 */
export function useChange(): <Part extends object>(draft: ChangeTarget<Part>, edit: Edit<Part>) => Promise<void> {
  const client = useQueryClient();
  return useCallback(
    <Part extends object>(draft: ChangeTarget<Part>, edit: Edit<Part>) => whileSaving(change(client, draft, edit)),
    [client],
  );
}

async function change<Part extends object>(
  client: QueryClient,
  draft: ChangeTarget<Part>,
  edit: Edit<Part>,
): Promise<void> {
  const { part, was, said, restMs } = edit;
  for (const { queryKey, show } of draft.shown) {
    // What is being read now is older than the change; it must not put back what was there before either.
    void client.cancelQueries({ queryKey }, { revert: false, silent: true });
    show(client, part);
  }
  if (said !== undefined) {
    const undo = was && (() => void whileSaving(change(client, draft, { part: was, was: part })));
    notice({ tone: "said", text: said, undo });
  }
  if (restMs === undefined) return deliver(client, draft, edit);
  const { gathered } = outboxOf(client);
  const before = gathered.get(draft.url);
  if (before) {
    clearTimeout(before.timer);
    before.edit = joined(before.edit, edit);
    before.timer = setTimeout(before.send, restMs);
    return before.done;
  }
  const box = outboxOf(client);
  box.count++;
  let rested = () => {};
  const rest = new Promise<void>((resolve) => {
    rested = resolve;
  });
  // Who leaves the page while the hand rests has changed it nevertheless.
  window.addEventListener("pagehide", rested);
  const done = rest.then(() => {
    window.removeEventListener("pagehide", rested);
    const { edit: whole } = gathered.get(draft.url)!;
    gathered.delete(draft.url);
    box.count--;
    return deliver(client, draft, whole as Edit<Part>);
  });
  gathered.set(draft.url, { edit, timer: setTimeout(rested, restMs), done, send: rested });
  return done;
}

const bodyOf = (part: object, was: object | undefined): object => (was === undefined ? part : { ...part, was });

/**
 * What a change changes from, as the answers to one's own earlier changes have told since it was made: what those have
 * changed besides is no other window's doing.
 */
function newest<Part extends object>(box: Outbox, { reading }: ChangeTarget<Part>, was: Part, made: number): object {
  const latest = reading && box.latest.get(reading.row);
  if (!latest || latest.answer <= made) return was;
  const known = new Map(Object.entries(latest.fields));
  return Object.fromEntries(Object.entries(was).map(([field, value]) => [field, known.get(field) ?? value]));
}

async function deliver<Part extends object>(
  client: QueryClient,
  draft: ChangeTarget<Part>,
  { part, was }: Edit<Part>,
): Promise<void> {
  const { method = "PATCH", url, shown, affects = [] } = draft;
  const box = outboxOf(client);
  box.count++;
  for (const key of [...shown.map(({ queryKey }) => queryKey), ...affects]) box.stale.set(JSON.stringify(key), key);
  const made = box.answers;
  const answer = box.tail.then(async () => {
    const given = bodyOf(part, was && newest(box, draft, was, made));
    // The next one begins from what this answer tells.
    const state = await sendJson(method, url, given, draft.reading?.reply ?? doneReply.transform(() => null));
    if (draft.reading && state) box.latest.set(draft.reading.row, { answer: ++box.answers, fields: state.fields });
    return state;
  });
  box.tail = answer.catch(() => {});
  const state = await answer.catch((error: unknown) => {
    const elsewhere = error instanceof ProblemError && error.code === CHANGED_ELSEWHERE;
    const again = () => {
      for (const { show } of shown) show(client, part);
      void whileSaving(deliver(client, draft, { part }));
    };
    const action = { label: elsewhere ? "Keep mine" : "Try again", act: again };
    notice({ tone: "wrong", text: errorText(error), action });
    return null;
  });
  box.count--;
  if (box.count > 0) return;
  if (state) for (const { show } of shown) show(client, state.shows);
  const stale = [...box.stale.values()];
  box.stale.clear();
  await Promise.all(stale.map((queryKey) => client.invalidateQueries({ queryKey })));
}
