"use client";

import { type RefObject, useEffect, useRef, useState } from "react";

/** Measures an element and follows its size; 0 x 0 until it is on the page. */
export function useSize<Element extends HTMLElement>(): [RefObject<Element | null>, { width: number; height: number }] {
  const ref = useRef<Element>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setSize({ width: element.clientWidth, height: element.clientHeight }));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, size];
}
