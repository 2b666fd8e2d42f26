"use client";

import { chakra } from "@chakra-ui/react";

/** A button that says what will happen. `main` is the one lit thing of a screen, `quiet` a line of text. */
export const Action = chakra("button", {
  base: {
    display: "inline-flex",
    alignItems: "center",
    justifyContent: "center",
    gap: "8px",
    minHeight: "36px",
    px: "14px",
    fontWeight: 560,
    fontSize: "14px",
    borderRadius: "3px",
    cursor: "pointer",
    whiteSpace: "nowrap",
    transition: "background-color 140ms, color 140ms, opacity 140ms",
    _disabled: { opacity: 0.45, cursor: "not-allowed" },
    _motionReduce: { transition: "none" },
  },
  variants: {
    look: {
      main: { bg: "lamp", color: "ink", _hover: { opacity: 0.88 } },
      plain: { borderWidth: "1px", borderColor: "line", color: "bone", _hover: { bg: "slate" } },
      quiet: { px: "6px", color: "ash", _hover: { color: "bone" } },
    },
  },
  defaultVariants: { look: "plain" },
});
