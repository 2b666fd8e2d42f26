"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Download, FileUp, Plus } from "lucide-react";
import { useState } from "react";
import { z } from "zod";
import { type SiteReply, siteReply } from "@/contracts/replies";
import type { SiteRequest } from "@/contracts/site";
import { type NamedPlace, placesCsv, placesGeoJson, placesGpx, placesKml } from "@/core/formats";
import type { Place } from "@/core/sky";
import { errorText, sendJson } from "@/features/api/client";
import { useSites } from "@/features/api/queries";
import { type Draft, shownIn, useDraft } from "@/features/api/useDraft";
import { Action } from "@/ui/Action";
import { FileInput } from "@/ui/FileInput";
import { handOver } from "@/ui/handOver";
import { notice } from "@/ui/Notice";
import { Station } from "@/ui/Station";
import { NewSite } from "./NewSite";
import { readPlaces } from "./readPlaces";
import { SiteForm } from "./SiteForm";
import { WorldMap } from "./WorldMap";

const EXPORTS = [
  { name: "GPX", extension: "gpx", type: "application/gpx+xml", write: placesGpx },
  { name: "KML", extension: "kml", type: "application/vnd.google-earth.kml+xml", write: placesKml },
  { name: "GeoJSON", extension: "geojson", type: "application/geo+json", write: placesGeoJson },
  { name: "CSV", extension: "csv", type: "text/csv", write: placesCsv },
] as const;

/** Where a site is kept and shown. */
const draftOf = ({ id }: SiteReply): Draft<Partial<SiteRequest>> => ({
  url: `/api/sites/${id}`,
  shown: [
    shownIn<SiteReply[], Partial<SiteRequest>>(["sites"], (all, part) =>
      all.map((site) => (site.id === id ? { ...site, ...part } : site)),
    ),
  ],
  affects: [["outing"]],
});

/** All sites on the map, and everything about the chosen one. */
export function SitesPage({ siteId }: { readonly siteId: string | null }) {
  const sites = useSites();
  const client = useQueryClient();
  const change = useDraft();
  const [chosenId, setChosenId] = useState(siteId);
  const list = sites.data ?? [];
  const chosen = list.find(({ id }) => id === chosenId) ?? null;
  const wrong = (error: unknown) => notice({ tone: "wrong", text: errorText(error) });
  const refresh = () => {
    void client.invalidateQueries({ queryKey: ["outing"] });
    return client.invalidateQueries({ queryKey: ["sites"] });
  };

  const create = useMutation({
    mutationFn: (places: readonly NamedPlace[]) => sendJson("POST", "/api/sites", places, z.array(siteReply)),
    onSuccess: async (created) => {
      await refresh();
      setChosenId(created[0]?.id ?? null);
    },
    onError: wrong,
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
  const onPlace = (place: Place) => {
    if (chosen) return edit(chosen, place);
    create.mutate([{ name: "New site", ...place }]);
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
    if (read.kind === "wrong")
      return notice({ tone: "wrong", text: `${given.name}: ${read.message} Your sites are as they were.` });
    await create.mutateAsync(read.places);
    const skipped = read.skipped > 0 ? ` ${read.skipped} entries without usable coordinates were left out.` : "";
    notice({
      tone: "said",
      text: `${read.places.length} ${read.places.length === 1 ? "site" : "sites"} from ${given.name}.${skipped}`,
    });
  };

  return (
    <Station
      mainName="Map"
      opensOn="reasons"
      main={<WorldMap sites={list} chosenId={chosenId} onChoose={setChosenId} onPlace={onPlace} />}
      reasonsName="Site"
      reasons={
        <Box>
          <Flex gap="6px" wrap="wrap" mb="8px">
            <Action minHeight="30px" px="9px" onClick={() => setChosenId(null)} aria-pressed={chosenId === null}>
              <Plus size={14} /> New site
            </Action>
            <FileInput
              label="Places file"
              accept=".gpx,.kml,.geojson,.json,.csv"
              onFile={(given) => void takeFile(given)}
            >
              <Action minHeight="30px" px="9px">
                <FileUp size={14} /> From a file
              </Action>
            </FileInput>
          </Flex>
          <Box as="ul" listStyleType="none" mb="10px" maxH="150px" overflowY="auto">
            {list.map(({ id, name }) => (
              <Box as="li" key={id} borderTopWidth="1px" borderColor="line">
                <Action
                  look="text"
                  width="100%"
                  textAlign="left"
                  py="4px"
                  color={id === chosenId ? "lamp" : "bone"}
                  aria-current={id === chosenId ? "true" : undefined}
                  onClick={() => setChosenId(id)}
                >
                  {name}
                </Action>
              </Box>
            ))}
          </Box>
          {chosen ? (
            <SiteForm
              key={chosen.id}
              site={chosen}
              busy={false}
              onSave={(change) => edit(chosen, change)}
              onDelete={() => remove(chosen)}
            />
          ) : (
            <NewSite busy={create.isPending} onCreate={(place) => create.mutate([place])} />
          )}
          {list.length > 0 && (
            <Flex gap="10px" align="center" mt="14px" fontSize="note" color="ash" wrap="wrap">
              <Download size={14} /> All sites as
              {EXPORTS.map(({ name, extension, type, write }) => (
                <Action
                  look="text"
                  key={name}
                  onClick={() => handOver(`aevumen-sites.${extension}`, type, write(list))}
                >
                  {name}
                </Action>
              ))}
            </Flex>
          )}
        </Box>
      }
    />
  );
}
