"use client";

import { type RefCallback, useCallback, useState } from "react";

/** Measures an element and follows its size; 0 x 0 until it is on the page. The first value is its ref. */
export function useSize<Element extends HTMLElement>(): [RefCallback<Element>, { width: number; height: number }] {
  const [size, setSize] = useState({ width: 0, height: 0 });
  const ref = useCallback((element: Element | null) => {
    if (!element) return;
    const observer = new ResizeObserver(() => {
      const { clientWidth: width, clientHeight: height } = element;
      setSize((before) => (before.width === width && before.height === height ? before : { width, height }));
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, size];
}
