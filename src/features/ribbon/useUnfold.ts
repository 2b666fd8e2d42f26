"use client";

import { type FocusEvent, type PointerEvent, type RefObject, useEffect, useRef, useState } from "react";
import { usePageKeys } from "@/ui/keys";

/** Something folded that opens by pointing at it, by the focus, or by a key or a press, and closes again once one looks elsewhere. */
export function useUnfold(frame: RefObject<HTMLElement | null>, key: string) {
  const [pointed, setPointed] = useState(false);
  const [focused, setFocused] = useState(false);
  const [held, setHeld] = useState(false);
  const before = useRef<Element | null>(null);
  const open = pointed || focused || held;

  // What is opened by a key or a press has the keys, and gives them back.
  useEffect(() => {
    if (!held) return;
    before.current = document.activeElement;
    frame.current?.querySelector<HTMLElement>("[role=slider]")?.focus();
    return () => {
      if (before.current instanceof HTMLElement && !frame.current?.contains(before.current)) before.current.focus();
    };
  }, [held, frame]);

  useEffect(() => {
    if (!pointed && !held) return;
    const isOutside = ({ target }: Event) => !frame.current?.contains(target as Node);
    const moved = (event: globalThis.PointerEvent) => {
      // What is dragged may leave it.
      if (event.buttons === 0 && event.pointerType === "mouse" && isOutside(event)) setPointed(false);
    };
    const pressed = (event: globalThis.PointerEvent) => {
      if (!isOutside(event)) return;
      setPointed(false);
      setFocused(false);
      setHeld(false);
    };
    window.addEventListener("pointermove", moved);
    window.addEventListener("pointerdown", pressed);
    return () => {
      window.removeEventListener("pointermove", moved);
      window.removeEventListener("pointerdown", pressed);
    };
  }, [pointed, held, frame]);

  usePageKeys({
    [key]: () => {
      setPointed(false);
      setFocused(false);
      setHeld(!open);
    },
  });

  return {
    open,
    press: () => setHeld(true),
    hand: {
      onPointerEnter: ({ pointerType }: PointerEvent) => setPointed(pointerType === "mouse"),
      onFocus: ({ target }: FocusEvent) => setFocused(target.matches(":focus-visible")),
      onBlur: ({ relatedTarget }: FocusEvent) => {
        if (!frame.current?.contains(relatedTarget as Node)) setFocused(false);
      },
    },
  };
}
