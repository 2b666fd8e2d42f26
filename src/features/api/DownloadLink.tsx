"use client";

import { type ComponentProps, type MouseEvent, useRef } from "react";
import { isSaving, saved } from "./client";

interface DownloadLinkProps extends Omit<ComponentProps<"a">, "download" | "onClick"> {
  /** What has to be done before there is such a file; says whether it is. */
  readonly prepare?: () => Promise<boolean>;
}

/** A link to a file that the application writes; it waits for changes on their way, so that the file holds them. */
export function DownloadLink({ href, children, prepare, ...rest }: DownloadLinkProps) {
  const isPrepared = useRef(false);
  const wait = (event: MouseEvent<HTMLAnchorElement>) => {
    if (!isSaving() && (!prepare || isPrepared.current)) {
      isPrepared.current = false;
      return;
    }
    event.preventDefault();
    const link = event.currentTarget;
    void saved().then(async () => {
      if (prepare && !(await prepare())) return;
      isPrepared.current = true;
      link.click();
    });
  };
  return (
    <a href={href} download onClick={wait} {...rest}>
      {children}
    </a>
  );
}
