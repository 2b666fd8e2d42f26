"use client";

import { Box, Flex } from "@chakra-ui/react";
import { ImageUp, X } from "lucide-react";
import type { OwnPicture } from "@/contracts/own";
import { ACCEPTED_PICTURES } from "@/core/formats";
import { parseDuration, readableDuration } from "@/core/recipe";
import { typedNumber } from "@/core/words";
import { Action } from "@/ui/Action";
import { Entry, Row } from "@/ui/Entry";
import { FileDrop } from "@/ui/FileDrop";
import { OneOf } from "@/ui/OneOf";
import { drawnMarks, TOOLS, type ToolId } from "./marks";
import type { Own } from "./useOwnPicture";

/** What a decoder of the browser's or the server's reads; anything else is refused in words. */

interface OwnPanelProps {
  readonly state: Own;
  readonly tool: ToolId;
  readonly onTool: (tool: ToolId) => void;
}

/** Numbers that say how a picture was taken, in what they are written, and within what. */
const NUMBERS = [
  { field: "iso", row: "ISO", label: "ISO of your picture", least: 1, most: 1e6, name: "ISO" },
  {
    field: "fNumber",
    row: "aperture, f/",
    label: "Aperture of your picture",
    least: 0.5,
    most: 64,
    name: "An aperture",
  },
  {
    field: "filterStops",
    row: "filter, stops",
    label: "Filter of your picture, stops",
    least: 0,
    most: 30,
    name: "A filter",
  },
  {
    field: "kelvin",
    row: "white balance, K",
    label: "White balance of your picture, kelvin",
    least: 1667,
    most: 25_000,
    name: "It",
  },
] as const;

/** How a picture was taken: read from it, or written here. */
function Settings({
  own,
  onChange,
}: {
  readonly own: OwnPicture;
  readonly onChange: (part: Partial<OwnPicture>) => void;
}) {
  return (
    <>
      <Row label={own.told ? "shutter, as it says" : "shutter, as you write it"}>
        <Entry
          label="Shutter time of your picture"
          value={readableDuration(own.shutterSeconds)}
          onCommit={(text) => {
            const seconds = parseDuration(text);
            if (seconds === null || seconds <= 0 || seconds > 3600) return "Write it as 1/4, 2s or 1m30s.";
            onChange({ shutterSeconds: seconds });
            return null;
          }}
        />
      </Row>
      {NUMBERS.map(({ field, row, label, least, most, name }) => (
        <Row key={field} label={row}>
          <Entry
            label={label}
            value={String(own[field])}
            onCommit={(text) => {
              const value = typedNumber(text);
              if (!(value >= least && value <= most)) return `${name} goes from ${least} to ${most}.`;
              onChange({ [field]: value });
              return null;
            }}
          />
        </Row>
      ))}
    </>
  );
}

/** A person's own picture of the place: taken in, told how it was taken, and drawn upon. */
export function OwnPanel({ state, tool, onTool }: OwnPanelProps) {
  const { own, shown, show, take, isTaking, problem, save } = state;
  return (
    <Box py="10px" borderBottomWidth="1px" borderColor="line">
      {own && (
        <OneOf
          label="What is rehearsed"
          value={shown ? "own" : "scene"}
          options={[
            { value: "scene", name: "the stand-in" },
            { value: "own", name: "your picture" },
          ]}
          onChange={(chosen) => show(chosen === "own")}
        />
      )}
      {own && shown ? (
        <>
          <Settings own={own} onChange={(part) => save({ ...own, ...part, told: false })} />
          <Box color="ash" fontSize="note" mt="6px" mb="2px">
            Draw on it
          </Box>
          <OneOf label="Draw on your picture" labelHidden value={tool} options={TOOLS} onChange={onTool} />
          {drawnMarks(own).map(({ key, name, without }) => (
            <Flex key={key} align="center" fontSize="note" minH="28px">
              <Box flex="1">{name}</Box>
              <Action
                look="text"
                color="ash"
                aria-label={`Remove ${name}`}
                onClick={() => save(without, `${name}: removed.`)}
              >
                <X size={15} />
              </Action>
            </Flex>
          ))}
          <Box color="ash" fontSize="note" mt="6px">
            Known from it: light, colour and noise of what was not clipped; what was is dotted. Taken for granted: a
            plain display curve, people hiding what lies to either side of them, lamps at the shot's distance.
          </Box>
          <Action
            look="text"
            color="ash"
            mt="4px"
            onClick={() => save(null, `${own.name} is no longer with the shot.`)}
          >
            <X size={14} /> Without {own.name}
          </Action>
        </>
      ) : (
        !own && (
          <FileDrop
            label="Your own picture of the place"
            accept={ACCEPTED_PICTURES}
            onFile={take}
            button={
              <Action look="text" color="lamp" disabled={isTaking}>
                <ImageUp size={15} /> Choose one
              </Action>
            }
          >
            {(button) => (
              <>
                {isTaking ? "Your picture is being read…" : "Drop a picture of the place: it is exposed anew."} {button}
              </>
            )}
          </FileDrop>
        )
      )}
      {problem && (
        <Box role="alert" color="coral" fontSize="note">
          {problem}
        </Box>
      )}
    </Box>
  );
}
