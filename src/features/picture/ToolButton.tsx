"use client";

import type { ReactNode } from "react";
import { Action } from "@/ui/Action";

/** A tool under a picture. */
export function ToolButton({
  label,
  pressed,
  disabled,
  onClick,
  children,
}: {
  readonly label: string;
  readonly pressed?: boolean;
  readonly disabled?: boolean;
  readonly onClick: () => void;
  readonly children: ReactNode;
}) {
  return (
    <Action
      look="text"
      aria-label={label}
      title={label}
      aria-pressed={pressed}
      disabled={disabled}
      onClick={onClick}
      px="9px"
      minH="34px"
      color={pressed ? "lamp" : "bone"}
      fontSize="note"
    >
      {children}
    </Action>
  );
}
