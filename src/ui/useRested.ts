"use client";

import { useEffect, useState } from "react";

/** A value once it has stayed the same for a while; the one before it until then. */
export function useRested<Value>(value: Value, restMs: number): Value {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setRested(value), restMs);
    return () => clearTimeout(timer);
  }, [value, restMs]);
  return rested;
}
