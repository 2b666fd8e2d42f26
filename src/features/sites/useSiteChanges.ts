"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { z } from "zod";
import { type SiteReply, siteReply } from "@/contracts/replies";
import type { SiteRequest } from "@/contracts/site";
import type { NamedPlace } from "@/core/formats";
import { counted } from "@/core/words";
import { errorText, sendJson } from "@/features/api/client";
import { type ChangeTarget, shownIn, useChange } from "@/features/api/useChange";
import { notice } from "@/ui/Notice";
import { readPlaces } from "./readPlaces";

/** Where a site is kept and shown. */
const draftOf = ({ id }: SiteReply): ChangeTarget<Partial<SiteRequest>> => ({
  url: `/api/sites/${id}`,
  shown: [
    shownIn<SiteReply[], Partial<SiteRequest>>(["sites"], (all, part) =>
      all.map((site) => (site.id === id ? { ...site, ...part } : site)),
    ),
  ],
  affects: [["outing"]],
});

/** Ways to add, change and remove sites; `onCreated` gets the first of those that were added. */
export function useSiteChanges(onCreated: (siteId: string | null) => void) {
  const client = useQueryClient();
  const change = useChange();
  const wrong = (text: string) => notice({ tone: "wrong", text });
  const create = useMutation({
    mutationFn: (places: readonly NamedPlace[]) => sendJson("POST", "/api/sites", places, z.array(siteReply)),
    onSuccess: async (created) => {
      void client.invalidateQueries({ queryKey: ["outing"] });
      await client.invalidateQueries({ queryKey: ["sites"] });
      onCreated(created[0]?.id ?? null);
    },
    onError: (error) => wrong(errorText(error)),
  });
  const edit = (site: SiteReply, part: Partial<SiteRequest>) => {
    const moved = part.latitudeDeg !== undefined;
    const was = Object.fromEntries(Object.keys(part).map((key) => [key, site[key as keyof SiteRequest]]));
    void change(draftOf(site), {
      part,
      // The zone follows the place, and goes back with it.
      was: moved ? { ...was, zone: site.zone } : was,
      said: moved ? `${site.name} is moved; its time zone follows.` : `${site.name} is saved.`,
    });
  };
  const remove = (site: SiteReply) => {
    const shown = shownIn<SiteReply[], { readonly deleted: boolean }>(["sites"], (all, { deleted }) =>
      deleted ? all.filter(({ id }) => id !== site.id) : [...all, site],
    );
    const said = `${site.name} is deleted. Outings there keep it.`;
    const draft = { url: `/api/sites/${site.id}`, shown: [shown], affects: [["outing"]] };
    // It stays the chosen one, and is open again once it is back.
    void change(draft, { part: { deleted: true }, was: { deleted: false }, said });
  };
  const takeFile = async (given: File) => {
    const read = readPlaces(await given.text(), (text) => new DOMParser().parseFromString(text, "text/xml"));
    if (read.kind === "wrong") return wrong(`${given.name}: ${read.message} Your sites are as they were.`);
    await create.mutateAsync(read.places);
    const skipped = read.skipped > 0 ? ` ${read.skipped} entries without usable coordinates were left out.` : "";
    notice({ tone: "said", text: `${counted(read.places.length, "site")} from ${given.name}.${skipped}` });
  };
  return { create: create.mutate, creating: create.isPending, edit, remove, takeFile };
}
