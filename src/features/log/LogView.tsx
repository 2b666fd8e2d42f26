"use client";

import { Box, Flex, Grid, Textarea } from "@chakra-ui/react";
import { Star, Trash2 } from "lucide-react";
import { DateTime } from "luxon";
import dynamic from "next/dynamic";
import NextLink from "next/link";
import { useEffect, useState } from "react";
import type { LogRowReply } from "@/contracts/replies";
import { thumbnailUrl } from "@/features/api/pictures";
import { Action } from "@/ui/Action";
import { Tick } from "@/ui/Tick";

/** What works a recipe's light out loads by itself. */
const EntryLights = dynamic(() => import("./EntryLights").then((module) => module.EntryLights), { ssr: false });

interface LogViewProps {
  /** Whose night is known: only of its shots it is said how their light was to be. */
  readonly outingId: string;
  readonly rows: readonly LogRowReply[];
  readonly loaded: boolean;
  /** Whether entries of all outings are shown. */
  readonly everywhere: boolean;
  readonly onEverywhere: (everywhere: boolean) => void;
  readonly onChange: (row: LogRowReply, part: { readonly note?: string; readonly rating?: number | null }) => void;
  readonly onDelete: (row: LogRowReply) => void;
}

const RATINGS = [1, 2, 3, 4, 5];

/** Entries newest first: picture, recipe, what was noted. Notes are saved on leaving them. */
export function LogView({ outingId, rows, loaded, everywhere, onEverywhere, onChange, onDelete }: LogViewProps) {
  return (
    <Flex direction="column" flex="1" minH="0">
      <Flex px="16px" py="6px" align="center" gap="14px" borderBottomWidth="1px" borderColor="line" flexShrink="0">
        <Box fontFamily="mono" fontSize="note" color="ash">
          {rows.length} {rows.length === 1 ? "entry" : "entries"}
        </Box>
        <Tick checked={everywhere} onChange={onEverywhere}>
          of all outings
        </Tick>
      </Flex>
      {loaded && rows.length === 0 && (
        <Box color="ash" px="16px" py="40px" fontSize="lead">
          Nothing logged here yet. Every run and every stack leaves an entry by itself.
        </Box>
      )}
      <Grid
        as="ul"
        listStyleType="none"
        flex="1"
        minH="0"
        overflowY="auto"
        px="16px"
        columnGap="36px"
        alignContent="start"
        templateColumns={{ base: "minmax(0, 1fr)", "2xl": "repeat(2, minmax(0, 1fr))" }}
      >
        {rows.map((row) => (
          <LogEntryView
            key={row.entry.id}
            row={row}
            outingId={outingId}
            everywhere={everywhere}
            onChange={onChange}
            onDelete={onDelete}
          />
        ))}
      </Grid>
    </Flex>
  );
}

interface LogEntryViewProps extends Pick<LogViewProps, "outingId" | "everywhere" | "onChange" | "onDelete"> {
  readonly row: LogRowReply;
}

function LogEntryView({ row, outingId, everywhere, onChange, onDelete }: LogEntryViewProps) {
  const { entry, outingName, shotName } = row;
  const [note, setNote] = useState(entry.note);
  useEffect(() => setNote(entry.note), [entry.note]);
  const what = entry.kind === "run" ? "Run" : "Stack";
  const counts = `${entry.frameCount} ${entry.frameCount === 1 ? "frame" : "frames"}${entry.refusedCount > 0 ? `, ${entry.refusedCount} refused` : ""}`;
  return (
    <Flex
      as="li"
      gap="16px"
      py="10px"
      borderBottomWidth="1px"
      borderColor="line"
      align="flex-start"
      direction={{ base: "column", md: "row" }}
    >
      <Box width={{ base: "100%", md: "208px" }} flexShrink="0" aspectRatio="4/3" bg="slate" overflow="hidden">
        {entry.thumbnailHash && (
          <Box asChild width="100%" height="100%" objectFit="cover">
            <img src={thumbnailUrl(entry.thumbnailHash)} alt={`${what} of ${counts}`} loading="lazy" />
          </Box>
        )}
      </Box>
      <Box flex="1" minW="0" width="100%">
        <Flex gap="0 12px" align="baseline" wrap="wrap">
          <Box fontWeight={620}>
            {what}, {counts}
          </Box>
          <Box color="ash" fontSize="note">
            {[
              DateTime.fromISO(entry.createdAt).toFormat("d LLLL yyyy, HH:mm"),
              shotName,
              everywhere ? outingName : null,
              entry.phoneName,
            ]
              .filter(Boolean)
              .join(" · ")}
          </Box>
        </Flex>
        <Box
          data-mono
          fontSize="note"
          color="lamp"
          my="4px"
          // A finger has no way to what is cut off.
          whiteSpace={{ base: "normal", md: "nowrap" }}
          overflow="hidden"
          textOverflow="ellipsis"
          title={entry.recipeLine}
        >
          {entry.recipeLine || "no recipe line"}
        </Box>
        {entry.shotId && entry.outingId === outingId && entry.recipeLine !== "" && (
          <EntryLights shotId={entry.shotId} line={entry.recipeLine} />
        )}
        <Textarea
          maxW="640px"
          minH="56px"
          aria-label={`Note on ${what.toLowerCase()} of ${counts}`}
          placeholder="What worked, what to change next time"
          value={note}
          maxLength={4000}
          onChange={(event) => setNote(event.target.value)}
          onBlur={() => note !== entry.note && onChange(row, { note })}
        />
        <Flex mt="4px" align="center" gap="2px">
          {RATINGS.map((rating) => {
            const lit = (entry.rating ?? 0) >= rating;
            return (
              <Action
                look="text"
                key={rating}
                aria-label={`Rate ${rating} of 5`}
                aria-pressed={entry.rating === rating}
                onClick={() => onChange(row, { rating: entry.rating === rating ? null : rating })}
                p="6px"
                color={lit ? "lamp" : "ash"}
              >
                <Star size={17} fill={lit ? "currentColor" : "none"} />
              </Action>
            );
          })}
          {entry.stackId && entry.shotId && (
            <Box asChild ml="14px" color="mist" fontSize="note">
              <NextLink href={`/outings/${entry.outingId}/shots/${entry.shotId}/stack`}>See the result</NextLink>
            </Box>
          )}
          <Action
            look="text"
            ml="14px"
            gap="6px"
            color="ash"
            fontSize="note"
            minH="32px"
            _hover={{ color: "coral" }}
            onClick={() => onDelete(row)}
          >
            <Trash2 size={15} /> Delete
          </Action>
        </Flex>
      </Box>
    </Flex>
  );
}
