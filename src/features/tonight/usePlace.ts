"use client";

import { useEffect, useState } from "react";
import type { SiteReply } from "@/contracts/replies";

const KEY = "aevumen.site";

/** The site that one will be at: the one chosen here last, before that the one of the newest outing; null without sites. */
export function usePlace(
  sites: readonly SiteReply[] | undefined,
  newest: string | null | undefined,
): readonly [site: SiteReply | null, choose: (id: string) => void] {
  const [chosen, setChosen] = useState<string | null>(null);
  // After the first drawing, which is the server's and knows of no browser.
  useEffect(() => setChosen(window.localStorage.getItem(KEY)), []);
  const site =
    sites?.find(({ id }) => id === chosen) ?? sites?.find(({ name }) => name === newest) ?? sites?.[0] ?? null;
  const choose = (id: string) => {
    window.localStorage.setItem(KEY, id);
    setChosen(id);
  };
  return [site, choose];
}
