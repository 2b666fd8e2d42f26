"use client";

import type { ComponentProps, MouseEvent } from "react";
import { isSaving, saved } from "./client";

/** A link to a file that the application writes; it waits for changes on their way, so that the file holds them. */
export function DownloadLink({ href, children, ...rest }: Omit<ComponentProps<"a">, "download" | "onClick">) {
  const waitForChanges = (event: MouseEvent<HTMLAnchorElement>) => {
    if (!isSaving()) return;
    event.preventDefault();
    const link = event.currentTarget;
    void saved().then(() => link.click());
  };
  return (
    <a href={href} download onClick={waitForChanges} {...rest}>
      {children}
    </a>
  );
}
