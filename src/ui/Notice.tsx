"use client";

import { createToaster, Toast, Toaster } from "@chakra-ui/react";
import { X } from "lucide-react";

interface Message {
  readonly text: string;
  readonly tone: "said" | "wrong";
  readonly undo?: (() => void) | undefined;
  /** What can be done about it. */
  readonly action?: { readonly label: string; readonly act: () => void };
}

const SHOWN_MS = 9000;

const toaster = createToaster({
  placement: "bottom",
  max: 1,
  overlap: false,
  offsets: "56px",
  duration: SHOWN_MS,
  // Brings the focus to the message; no browser takes this key.
  hotkey: ["F8"],
});

/** Says one thing at the foot of the screen, with an undo or another thing to do where there is one. The page has `Notices`. */
export function notice({ text, tone, undo, action }: Message): void {
  toaster.remove();
  toaster.create({
    title: text,
    type: tone === "wrong" ? "error" : "info",
    ...(undo && { action: { label: "Undo", onClick: undo } }),
    ...(action && { action: { label: action.label, onClick: action.act } }),
  });
}

/** Where messages are shown. */
export function Notices() {
  return (
    <Toaster toaster={toaster}>
      {(toast) => (
        // One that leaves makes room at once: its undo must not be taken for that of the next.
        <Toast.Root _closed={{ display: "none" }}>
          <Toast.Title>{toast.title}</Toast.Title>
          {toast.action && <Toast.ActionTrigger>{toast.action.label}</Toast.ActionTrigger>}
          <Toast.CloseTrigger aria-label="Close this message">
            <X size={16} />
          </Toast.CloseTrigger>
        </Toast.Root>
      )}
    </Toaster>
  );
}
