"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Download, FileUp, Plus } from "lucide-react";
import { useState } from "react";
import type { SiteReply } from "@/contracts/replies";
import type { Coordinates } from "@/core/sky";
import { useSites } from "@/features/api/queries";
import { Action } from "@/ui/Action";
import { FileInput } from "@/ui/FileInput";
import { handOver } from "@/ui/handOver";
import { Station } from "@/ui/Station";
import { NewSite } from "./NewSite";
import { PLACE_FORMATS } from "./readPlaces";
import { SiteForm } from "./SiteForm";
import { useSiteChanges } from "./useSiteChanges";
import { WorldMap } from "./WorldMap";

const ACCEPTED = PLACE_FORMATS.flatMap(({ extensions }) => extensions.map((extension) => `.${extension}`)).join(",");

interface SiteListProps {
  readonly sites: readonly SiteReply[];
  readonly chosenId: string | null;
  readonly onChoose: (siteId: string | null) => void;
  readonly onFile: (given: File) => void;
}

/** Sites by name, and the ways to a new one. */
function SiteList({ sites, chosenId, onChoose, onFile }: SiteListProps) {
  return (
    <>
      <Flex gap="6px" wrap="wrap" mb="8px">
        <Action minHeight="30px" px="9px" onClick={() => onChoose(null)} aria-pressed={chosenId === null}>
          <Plus size={14} /> New site
        </Action>
        <FileInput label="Places file" accept={ACCEPTED} onFile={onFile}>
          <Action minHeight="30px" px="9px">
            <FileUp size={14} /> From a file
          </Action>
        </FileInput>
      </Flex>
      <Box as="ul" listStyleType="none" mb="10px" maxH="150px" overflowY="auto">
        {sites.map(({ id, name }) => (
          <Box as="li" key={id} borderTopWidth="1px" borderColor="line">
            <Action
              look="text"
              width="100%"
              textAlign="left"
              py="4px"
              color={id === chosenId ? "lamp" : "bone"}
              aria-current={id === chosenId ? "true" : undefined}
              onClick={() => onChoose(id)}
            >
              {name}
            </Action>
          </Box>
        ))}
      </Box>
    </>
  );
}

/** All sites on the map, and everything about the chosen one. */
export function SitesPage({ siteId }: { readonly siteId: string | null }) {
  const sites = useSites().data ?? [];
  const [chosenId, setChosenId] = useState(siteId);
  const { create, creating, edit, remove, takeFile } = useSiteChanges(setChosenId);
  const chosen = sites.find(({ id }) => id === chosenId) ?? null;
  const onPlace = (place: Coordinates) => {
    if (chosen) return edit(chosen, place);
    create([{ name: "New site", ...place }]);
  };
  return (
    <Station
      mainName="Map"
      opensOn="reasons"
      main={<WorldMap sites={sites} chosenId={chosenId} onChoose={setChosenId} onPlace={onPlace} />}
      reasonsName="Site"
      reasons={
        <Box>
          <SiteList sites={sites} chosenId={chosenId} onChoose={setChosenId} onFile={(given) => void takeFile(given)} />
          {chosen ? (
            <SiteForm
              key={chosen.id}
              site={chosen}
              busy={false}
              onSave={(change) => edit(chosen, change)}
              onDelete={() => remove(chosen)}
            />
          ) : (
            <NewSite busy={creating} onCreate={(place) => create([place])} />
          )}
          {sites.length > 0 && (
            <Flex gap="10px" align="center" mt="14px" fontSize="note" color="ash" wrap="wrap">
              <Download size={14} /> All sites as
              {PLACE_FORMATS.map(({ name, extensions: [extension], type, write }) => (
                <Action
                  look="text"
                  key={name}
                  onClick={() => handOver(`aevumen-sites.${extension}`, type, write(sites))}
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
