"use client";

import { type KeyboardEvent as PartKeyboardEvent, useEffect, useLayoutEffect, useRef } from "react";
import { createKeybindingsHandler } from "tinykeys";

/** What keys do, by their names: `ArrowLeft`, `Shift+ArrowLeft`, `[Shift]+?` where the layout may need Shift. */
export type Keys = Readonly<Record<string, () => void>>;

const OPTIONAL_SHIFT = "[Shift]+";
const spellings = (key: string): readonly string[] => {
  const bare = key.startsWith(OPTIONAL_SHIFT) ? key.slice(OPTIONAL_SHIFT.length) : null;
  return bare === null ? [key] : [bare, `Shift+${bare}`];
};

/** Gives an event to the key that it is; `taken` hears of it first. */
function answer(keys: Keys, event: KeyboardEvent, taken: () => void): void {
  const bindings = Object.entries(keys).flatMap(([key, act]) => {
    const heard = () => {
      taken();
      act();
    };
    return spellings(key).map((spelling) => [spelling, heard] as const);
  });
  createKeybindingsHandler(Object.fromEntries(bindings))(event);
}

/** Answers the keys of a part that has the focus; nobody else gets them, and a held key goes on. */
export const onKeys = (keys: Keys) => (event: PartKeyboardEvent) => {
  if (event.nativeEvent.isComposing) return;
  answer(keys, event.nativeEvent, () => {
    event.preventDefault();
    event.stopPropagation();
  });
};

const FIELDS = "[contenteditable],input,select,textarea";
const isTyping = ({ target, isComposing }: KeyboardEvent): boolean =>
  isComposing || (target instanceof Element && target.matches(FIELDS));

/** Answers keys of a whole page, except while somebody types. */
export function usePageKeys(keys: Keys): void {
  const latest = useRef(keys);
  useLayoutEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (!isTyping(event)) answer(latest.current, event, () => event.preventDefault());
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, []);
}
