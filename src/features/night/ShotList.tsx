"use client";

import { Box, Flex, Input } from "@chakra-ui/react";
import { Plus, Trash2, Wand2 } from "lucide-react";
import { useState } from "react";
import type { ShotReply } from "@/contracts/replies";
import { INTENTS, type IntentId } from "@/core/intent";
import type { PlanConflict } from "@/core/night";
import type { ShotChange } from "@/features/ribbon/useShotMoves";
import { Action } from "@/ui/Action";
import { typedNumber } from "@/ui/Entry";
import { clock, instantOfClock } from "./clock";
import type { Night } from "./NightContext";

interface ShotListProps {
  readonly night: Night;
  readonly conflicts: readonly PlanConflict[];
  readonly busy: boolean;
  readonly onChange: (shot: ShotReply, change: ShotChange, said: string) => void;
  readonly onAdd: (name: string, intent: IntentId) => void;
  readonly onArrange: () => void;
}

function NumberCell(props: {
  readonly label: string;
  readonly value: number;
  readonly onCommit: (value: number) => void;
}) {
  const [text, setText] = useState(String(props.value));
  const [shown, setShown] = useState(props.value);
  if (shown !== props.value) {
    setShown(props.value);
    setText(String(props.value));
  }
  const value = typedNumber(text);
  const wrong = !Number.isFinite(value) || value < 0;
  return (
    <Input
      size="xs"
      width="46px"
      aria-label={props.label}
      title={wrong ? "Write minutes, such as 10" : props.label}
      value={text}
      bg="slate"
      borderColor={wrong ? "coral" : "line"}
      aria-invalid={wrong}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => !wrong && value !== props.value && props.onCommit(value)}
      onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
    />
  );
}

/** The outing's shots: what, when, how long; the same that the ribbon shows as blocks. */
export function ShotList({ night, conflicts, busy, onChange, onAdd, onArrange }: ShotListProps) {
  const { shots, site, beginMs } = night;
  const [name, setName] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <Box
      as="section"
      aria-label="Shots"
      overflowY="auto"
      minH="0"
      px="16px"
      py="8px"
      borderLeftWidth={{ base: 0, lg: "1px" }}
      borderColor="line"
    >
      <Flex align="center" justify="space-between" mb="4px" gap="8px" wrap="wrap">
        <Box as="h2" fontSize="13px" fontWeight={620}>
          Shots
        </Box>
        <Action look="main" minHeight="30px" onClick={onArrange} disabled={busy || shots.length === 0}>
          <Wand2 size={15} /> Arrange for me
        </Action>
      </Flex>
      <Box as="ul" listStyleType="none">
        {shots.map((shot) => (
          <Box as="li" key={shot.id} borderTopWidth="1px" borderColor="line" py="6px">
            <Flex align="center" gap="8px">
              <Box flex="1" fontWeight={560} fontSize="13.5px">
                {shot.name}
              </Box>
              <Box asChild bg="transparent" color="mist" maxW="180px" fontSize="12.5px">
                <select
                  aria-label={`Intent of ${shot.name}`}
                  value={shot.intent}
                  onChange={(event) => {
                    const intent = INTENTS.find(({ id }) => id === event.target.value);
                    if (intent) onChange(shot, { intent: intent.id }, `${shot.name}: ${intent.name.toLowerCase()}.`);
                  }}
                >
                  {INTENTS.map((intent) => (
                    <option key={intent.id} value={intent.id}>
                      {intent.name}
                    </option>
                  ))}
                </select>
              </Box>
              <Box
                as="button"
                color="ash"
                aria-label={`Delete ${shot.name}`}
                _hover={{ color: "coral" }}
                onClick={() => onChange(shot, { deleted: true }, `${shot.name} is deleted.`)}
              >
                <Trash2 size={15} />
              </Box>
            </Flex>
            <Flex align="center" gap="6px" mt="3px" wrap="wrap" fontSize="12.5px" color="ash">
              <Input
                size="xs"
                width="60px"
                key={shot.beginsAt ?? "none"}
                aria-label={`Begin of ${shot.name}`}
                aria-invalid={wrong === shot.id}
                placeholder="17:05"
                bg="slate"
                borderColor={wrong === shot.id ? "coral" : "line"}
                defaultValue={shot.beginsAt ? clock(Date.parse(shot.beginsAt), site.zone) : ""}
                onBlur={(event) => {
                  const text = event.target.value.trim();
                  const before = shot.beginsAt ? clock(Date.parse(shot.beginsAt), site.zone) : "";
                  if (text === before) return setWrong(null);
                  if (text === "") return onChange(shot, { beginsAt: null }, `${shot.name} is off the night.`);
                  const atMs = instantOfClock(text, beginMs, site.zone);
                  setWrong(atMs === null ? shot.id : null);
                  if (atMs !== null) {
                    onChange(shot, { beginsAt: new Date(atMs).toISOString() }, `${shot.name} begins at ${text}.`);
                  }
                }}
                onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
              />
              for
              <NumberCell
                label={`Length of ${shot.name}, minutes`}
                value={shot.minutes}
                onCommit={(minutes) => onChange(shot, { minutes }, `${shot.name} lasts ${minutes} min.`)}
              />
              min; walk
              <NumberCell
                label={`Walk to ${shot.name}, minutes`}
                value={shot.walkMinutes}
                onCommit={(walkMinutes) =>
                  onChange(shot, { walkMinutes }, `${walkMinutes} min to walk to ${shot.name}.`)
                }
              />
              set up
              <NumberCell
                label={`Setting up ${shot.name}, minutes`}
                value={shot.setupMinutes}
                onCommit={(setupMinutes) =>
                  onChange(shot, { setupMinutes }, `${setupMinutes} min to set up ${shot.name}.`)
                }
              />
            </Flex>
            {wrong === shot.id && (
              <Box color="coral" fontSize="12.5px">
                Write a time of this night, such as 17:05 or 05:30.
              </Box>
            )}
          </Box>
        ))}
      </Box>
      <Flex
        as="form"
        gap="6px"
        py="8px"
        borderTopWidth="1px"
        borderColor="line"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() === "") return;
          onAdd(name.trim(), night.intent);
          setName("");
        }}
      >
        <Input
          size="xs"
          flex="1"
          aria-label="Name of a new shot"
          placeholder="Another shot"
          value={name}
          bg="slate"
          borderColor="line"
          maxLength={120}
          onChange={(event) => setName(event.target.value)}
        />
        <Action type="submit" minHeight="26px" fontSize="12.5px" disabled={name.trim() === ""}>
          <Plus size={14} /> Add
        </Action>
      </Flex>
      <Box role="status">
        {conflicts.map(({ message }) => (
          <Box key={message} color="coral" fontSize="12.5px" py="3px">
            {message}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
