"use client";

import { Box, Grid } from "@chakra-ui/react";
import { DateTime } from "luxon";
import type { SiteReply } from "@/contracts/replies";
import type { Intent, IntentId } from "@/core/intent";
import type { NextWindow } from "@/core/night";
import { nightDateOf } from "@/core/night/nightDate";
import { clock } from "@/features/nightPlan/clock";
import { Action } from "@/ui/Action";

/** An intent in words. */
export type NamedIntent = Pick<Intent, "id" | "name" | "goal">;

interface TonightPicturesProps {
  /** All of them, the first one large. */
  readonly intents: readonly NamedIntent[];
  /** Where one will be; null where nobody said. */
  readonly site: SiteReply | null;
  /** Null until they are worked out. */
  readonly windows: readonly NextWindow[] | null;
  /** The one that is being planned. */
  readonly planned: IntentId | null;
  readonly onChoose: (intent: IntentId) => void;
}

/** The first one large: four columns of sixteen places for thirteen pictures. */
const LARGE = { gridColumn: "span 2", gridRow: { md: "span 2" } } as const;

/** When an intent is best done next, as one says it on the day before. */
function whenOf(window: NextWindow, { zone, longitudeDeg }: SiteReply): string {
  const begins = clock(window.beginMs, zone);
  const isTonight = window.date === nightDateOf(longitudeDeg, Date.now());
  return isTonight ? `tonight ${begins}` : `${DateTime.fromISO(window.date).toFormat("ccc d LLL")}, ${begins}`;
}

/** What may be taken: the thirteen intents as pictures from the application's own scenes. A press plans one. */
export function TonightPictures({ intents, site, windows, planned, onChoose }: TonightPicturesProps) {
  return (
    <Grid
      as="ul"
      listStyleType="none"
      aria-label="What may be taken"
      templateColumns={{ base: "repeat(2, minmax(0, 1fr))", md: "repeat(4, minmax(0, 1fr))" }}
      gap="6px"
    >
      {intents.map(({ id, name, goal }, index) => (
        <Box as="li" key={id} {...(index === 0 ? LARGE : {})}>
          <Action
            look="tile"
            className="group"
            height="100%"
            minHeight={{ md: index === 0 ? "0" : "clamp(124px, 15.5vh, 190px)" }}
            position="relative"
            overflow="hidden"
            verticalAlign="top"
            disabled={planned !== null}
            onClick={() => onChoose(id)}
          >
            <Box
              asChild
              position={{ md: "absolute" }}
              inset="0"
              width="100%"
              height={{ base: index === 0 ? "210px" : "116px", md: "100%" }}
              objectFit="cover"
              bg="slate"
            >
              <img src={`/intents/${id}.webp`} alt="" />
            </Box>
            <Caption
              name={name}
              goal={goal}
              isLarge={index === 0}
              when={planned === id ? "Planning it …" : site && windows && whenIn(windows, id, site)}
            />
          </Action>
        </Box>
      ))}
    </Grid>
  );
}

const whenIn = (windows: readonly NextWindow[], id: IntentId, site: SiteReply): string => {
  const window = windows.find(({ intent }) => intent === id);
  return window ? whenOf(window, site) : "no good night this month";
};

interface CaptionProps {
  readonly name: string;
  readonly goal: string;
  readonly isLarge: boolean;
  /** Null while nobody knows. */
  readonly when: string | null;
}

/** What a picture is: its goal as well where it is large, looked at, or not known when. */
function Caption({ name, goal, isLarge, when }: CaptionProps) {
  const isAside = when !== null && !isLarge;
  return (
    <Box
      position={{ md: "absolute" }}
      insetX="0"
      bottom="0"
      px={{ base: "2px", md: isLarge ? "16px" : "10px" }}
      pb={{ base: "12px", md: isLarge ? "12px" : "6px" }}
      pt={{ base: "5px", md: "26px" }}
      color={{ base: "bone", md: "onPicture" }}
      bgImage={{ md: "linear-gradient(to top, rgb(8 9 14 / 0.84), rgb(8 9 14 / 0.55) 50%, rgb(8 9 14 / 0))" }}
    >
      <Box fontWeight={600} fontSize={isLarge ? "title" : "body"}>
        {name}
      </Box>
      <Box
        fontSize="note"
        {...(isAside
          ? {
              display: { base: "block", md: "none" },
              _groupHover: { display: "block" },
              _groupFocusVisible: { display: "block" },
            }
          : {})}
      >
        {goal}
      </Box>
      {when !== null && (
        <Box fontSize="note" color={{ base: "ash", md: "onPicture" }}>
          {when}
        </Box>
      )}
    </Box>
  );
}
