"use client";

import { Box, Grid } from "@chakra-ui/react";
import type { SiteReply } from "@/contracts/replies";
import type { SiteRequest } from "@/contracts/site";
import { ROAD_CLASSES, ROADS } from "@/core/conditions";
import { LIT_SUBJECTS } from "@/core/light";
import { DARKNESS_CLASSES } from "@/core/sky";
import { minus } from "@/core/words";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { LabelledField, TextField } from "@/ui/TextField";
import { Tick } from "@/ui/Tick";
import { HorizonEditor } from "./HorizonEditor";
import { PlaceSearch } from "./PlaceSearch";
import { SeriesFiles } from "./SeriesFiles";
import { useSiteFields } from "./useSiteFields";

interface SiteFormProps {
  readonly site: SiteReply;
  readonly busy: boolean;
  readonly onSave: (change: Partial<SiteRequest>) => void;
  readonly onDelete: () => void;
}

const DARKNESS = DARKNESS_CLASSES.map(({ name, magPerArcsec2 }) => ({
  value: magPerArcsec2,
  name: `${name}: ${magPerArcsec2}`,
}));
const LIT = LIT_SUBJECTS.map(({ name, ev: [low, high] }) => ({
  value: name,
  name: `${name}, EV ${minus(String(low))} to ${minus(String(high))}`,
}));

/** Everything about a site. What is right is saved when one leaves a field; what is wrong stays as typed, with the reason. */
export function SiteForm({ site, busy, onSave, onDelete }: SiteFormProps) {
  const { field, forget } = useSiteFields(site, onSave);
  const lightOf = (subject: string) => {
    const [low, high] = LIT_SUBJECTS.find(({ name }) => name === subject)!.ev;
    onSave({ lampEv: (low + high) / 2 });
  };
  return (
    <Grid gap="10px">
      <TextField label="Name" {...field("name")} />
      <TextField label="Coordinates, in any usual spelling" mono {...field("coordinates")} />
      <PlaceSearch
        onPlace={({ latitudeDeg, longitudeDeg }) => {
          forget("coordinates");
          onSave({ latitudeDeg, longitudeDeg });
        }}
      />
      <TextField label="Time zone" {...field("zone")} />
      <Grid templateColumns="1fr 1fr" gap="10px">
        <TextField label="Sky darkness, mag/arcsec²" mono {...field("darkSkyMagPerArcsec2")} />
        <LabelledField label="or by class">
          <Choose
            size="md"
            value=""
            placeholder="Choose a class"
            options={DARKNESS}
            onChoose={(darkSkyMagPerArcsec2) => {
              forget("darkSkyMagPerArcsec2");
              onSave({ darkSkyMagPerArcsec2 });
            }}
          />
        </LabelledField>
        <TextField label="Lamp light, EV at ISO 100" mono {...field("lampEv")} />
        <LabelledField label="or by subject">
          <Choose
            size="md"
            value=""
            placeholder="Choose what is lit"
            options={LIT}
            onChoose={(subject) => {
              forget("lampEv");
              lightOf(subject);
            }}
          />
        </LabelledField>
        <LabelledField label="Road in the picture">
          <Choose
            size="md"
            value={site.road}
            options={ROAD_CLASSES.map((road) => ({ value: road, name: ROADS[road].name }))}
            onChoose={(road) => onSave({ road })}
          />
        </LabelledField>
        <TextField label="The galactic centre counts as up from" mono {...field("coreAltitudeDeg")} />
      </Grid>
      <Tick checked={site.tidal} onChange={(tidal) => onSave({ tidal })}>
        There is a tide here
      </Tick>
      <Box>
        <Box fontSize="note" color="ash" mb="2px">
          Skyline: click to add a point, drag it, double-click to take it away
        </Box>
        <HorizonEditor points={site.horizon} onChange={(points) => onSave({ horizon: [...points] })} />
      </Box>
      <TextField label="Hazards; they become cautions on the sheet" rows={2} {...field("hazards")} />
      <TextField label="Access" rows={2} {...field("access")} />
      <SeriesFiles series={site.series} onChange={(series) => onSave({ series })} />
      <Action look="quiet" justifySelf="start" disabled={busy} onClick={onDelete}>
        Delete this site
      </Action>
    </Grid>
  );
}
