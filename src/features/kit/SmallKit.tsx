"use client";

import { z } from "zod";
import { clipOnRequest, filterRequest, type KitReply, supportRequest } from "@/contracts/kit";
import { typed } from "@/contracts/typed";
import { filterStops } from "@/core/light";
import { SUPPORT_KINDS, SUPPORTS, usualSupport } from "@/core/motion";
import { parseRecipe } from "@/core/recipe";
import { signed } from "@/core/words";
import { type ItemField, ItemList } from "./ItemList";

/** A filter as the recipe line has it: `nd 8`, `3 stops`, `od 0.9`. */
const typedStrength = z.string().transform((text, context) => {
  const { recipe, problems } = parseRecipe(text);
  const [filter, more] = recipe.filters;
  if (problems.length === 0 && filter && !more) return filter;
  context.addIssue({ code: "custom", message: "Write its strength as nd 8, 3 stops or od 0.9." });
  return z.NEVER;
});
const typedFilter = z
  .object({ name: z.string(), strength: typedStrength })
  .transform(({ name, strength }) => ({ name, notation: strength.notation, value: strength.value }))
  .pipe(filterRequest);

const clipOn = clipOnRequest.shape;
const typedClipOn = z.object({
  name: clipOn.name,
  focalFactor: typed(clipOn.focalFactor),
  lossStops: typed(clipOn.lossStops),
  vignettingStops: typed(clipOn.vignettingStops),
});

const support = supportRequest.shape;
const typedSupport = z.object({
  name: support.name,
  kind: support.kind,
  settleSeconds: typed(support.settleSeconds),
  gustPxPerMps: typed(support.gustPxPerMps),
});

const WRITTEN = {
  factor: (value: number) => `nd ${value}`,
  stops: (value: number) => `${value} stops`,
  density: (value: number) => `od ${value}`,
} as const;

const number = (key: string, label: string, usual: string): ItemField => ({ key, label, placeholder: usual, usual });
const SUPPORT_NAMES = SUPPORT_KINDS.map((kind) => ({ value: kind, name: SUPPORTS[kind].name }));

/** Filters, lenses that clip on, and supports. */
export function SmallKit({ kit }: { readonly kit: KitReply }) {
  return (
    <>
      <ItemList
        list="filters"
        title="Filters"
        note="Read in all three notations; a pair of sunglasses is one too, of about 2 to 3.5 stops."
        thing="filter"
        items={kit.filters}
        fields={[{ key: "strength", label: "Strength", placeholder: "nd 8, 3 stops or od 0.9", usual: "" }]}
        figures={(filter) => `${filterStops(filter).toFixed(1)} stops, ×${Math.round(2 ** filterStops(filter))}`}
        write={({ notation, value }) => ({ strength: WRITTEN[notation](value) })}
        schema={typedFilter}
      />
      <ItemList
        list="clipOns"
        title="Clip-on lenses"
        note="The factor multiplies the focal length; light loss is negative where the glass brings light."
        thing="clip-on"
        items={kit.clipOns}
        fields={[
          number("focalFactor", "Focal factor", "2"),
          number("lossStops", "Light loss, stops", "0.3"),
          number("vignettingStops", "Corners, stops", "1"),
        ]}
        figures={({ focalFactor, lossStops, vignettingStops }) =>
          `×${focalFactor}, ${signed(-lossStops)} stops, corners ${signed(-vignettingStops)}`
        }
        write={({ focalFactor, lossStops, vignettingStops }) => ({
          focalFactor: String(focalFactor),
          lossStops: String(lossStops),
          vignettingStops: String(vignettingStops),
        })}
        schema={typedClipOn}
      />
      <ItemList
        list="supports"
        title="Supports"
        note="Settling is the time in which the ringing after a touch falls to a third; sway is the blur of a gust."
        thing="support"
        items={kit.supports}
        fields={[
          { key: "kind", label: "Kind", placeholder: "", usual: "tripod", choices: SUPPORT_NAMES },
          number("settleSeconds", "Settling, s", String(SUPPORTS.tripod.settleSeconds)),
          number("gustPxPerMps", "Sway, px per m/s", String(usualSupport("tripod").gustPxPerMps)),
        ]}
        figures={({ kind, settleSeconds, gustPxPerMps }) =>
          `${SUPPORTS[kind].name}, ${settleSeconds} s, ${gustPxPerMps} px`
        }
        write={({ kind, settleSeconds, gustPxPerMps }) => ({
          kind,
          settleSeconds: String(settleSeconds),
          gustPxPerMps: String(gustPxPerMps),
        })}
        schema={typedSupport}
      />
    </>
  );
}
