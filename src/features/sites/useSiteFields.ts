"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useMemo } from "react";
import { useForm } from "react-hook-form";
import { z } from "zod";
import type { SiteReply } from "@/contracts/replies";
import { type SiteRequest, siteRequest } from "@/contracts/site";
import { typed, typedCoordinates } from "@/contracts/typed";
import { printCoordinates } from "@/core/formats";
import { minus } from "@/core/words";

const { name, zone, darkSkyMagPerArcsec2, lampEv, coreAltitudeDeg, hazards, access } = siteRequest.shape;

const typedSite = z.object({
  name,
  zone,
  hazards,
  access,
  coordinates: typedCoordinates,
  darkSkyMagPerArcsec2: typed(darkSkyMagPerArcsec2),
  lampEv: typed(lampEv),
  coreAltitudeDeg: typed(coreAltitudeDeg),
});
type SiteTexts = z.input<typeof typedSite>;

function textsOf(site: SiteReply): SiteTexts {
  return {
    name: site.name,
    zone: site.zone,
    hazards: site.hazards,
    access: site.access,
    coordinates: printCoordinates(site),
    darkSkyMagPerArcsec2: minus(String(site.darkSkyMagPerArcsec2)),
    lampEv: minus(String(site.lampEv)),
    coreAltitudeDeg: minus(String(site.coreAltitudeDeg)),
  };
}

/** The typed fields of a site: each is saved by itself when one leaves it changed and right. */
export function useSiteFields(site: SiteReply, onSave: (change: Partial<SiteRequest>) => void) {
  const values = useMemo(() => textsOf(site), [site]);
  const { register, trigger, getValues, getFieldState, resetField, formState } = useForm<SiteTexts>({
    values,
    resetOptions: { keepDirtyValues: true, keepErrors: true },
    resolver: zodResolver(typedSite) as never,
  });
  const { errors } = formState;
  // Only what is looked at is kept up to date.
  void formState.dirtyFields;
  const leave = async (key: keyof SiteTexts) => {
    if (!getFieldState(key).isDirty || !(await trigger(key))) return;
    const text = getValues(key);
    // As typed until the site that was saved comes back in its own spelling.
    resetField(key, { defaultValue: text });
    const change =
      key === "coordinates" ? typedCoordinates.parse(text) : { [key]: typedSite.shape[key].parse(text) as unknown };
    onSave(change);
  };
  return {
    /** What a text field needs, but its label. */
    field: (key: keyof SiteTexts) => ({
      ...register(key, { onBlur: () => void leave(key) }),
      onKeyDown: (event: { readonly key: string }) => event.key === "Enter" && void leave(key),
      problem: errors[key]?.message,
    }),
    /** Drops what was typed, for another way gives the value. */
    forget: (key: keyof SiteTexts) => resetField(key),
  };
}
