"use client";

import { type KeyboardEvent as PartKeyboardEvent, useEffect, useLayoutEffect, useRef } from "react";
import { createKeybindingsHandler } from "tinykeys";

/** What keys do, by their names: `ArrowLeft`, `Shift+ArrowLeft`, `[Shift]+?` where the layout may need Shift. */
export type Keys = Readonly<Record<string, () => void>>;

function handlerOf(keys: Keys, taken: (event: KeyboardEvent) => void, ignore: (event: KeyboardEvent) => boolean) {
  const map = Object.fromEntries(
    Object.entries(keys).map(([key, act]) => [
      key,
      (event: KeyboardEvent) => {
        taken(event);
        act();
      },
    ]),
  );
  return createKeybindingsHandler(map, { ignore });
}

/** Answers the keys of a part that has the focus; nobody else gets them, and a held key goes on. */
export const onKeys = (keys: Keys) => (event: PartKeyboardEvent) => {
  const taken = () => {
    event.preventDefault();
    event.stopPropagation();
  };
  handlerOf(keys, taken, ({ isComposing }) => isComposing)(event.nativeEvent);
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
    const onKeyDown = (event: KeyboardEvent) =>
      handlerOf(latest.current, () => event.preventDefault(), isTyping)(event);
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, []);
}
