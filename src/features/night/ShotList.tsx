"use client";

import { Box, Flex, Input } from "@chakra-ui/react";
import { Plus, Trash2, Wand2 } from "lucide-react";
import { useForm } from "react-hook-form";
import type { ShotReply } from "@/contracts/replies";
import { INTENTS, type IntentId, intentOf } from "@/core/intent";
import type { PlanConflict } from "@/core/night";
import { typedNumber } from "@/core/words";
import { clock, instantOfClock } from "@/features/nightPlan/clock";
import type { Night } from "@/features/nightPlan/NightContext";
import type { ShotPart } from "@/features/shot/useShotChange";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { Entry } from "@/ui/Entry";
import { ShotScore } from "./ShotScore";

interface ShotListProps {
  readonly night: Night;
  readonly conflicts: readonly PlanConflict[];
  readonly busy: boolean;
  readonly onChange: (shot: ShotReply, part: ShotPart, said: string) => void;
  readonly onRemove: (shot: ShotReply) => void;
  readonly onAdd: (name: string, intent: IntentId) => void;
  readonly onArrange: () => void;
}

interface MinutesProps {
  readonly label: string;
  readonly value: number;
  readonly onCommit: (value: number) => void;
}

function Minutes({ label, value, onCommit }: MinutesProps) {
  return (
    <Entry
      label={label}
      width="46px"
      value={String(value)}
      onCommit={(text) => {
        const minutes = typedNumber(text);
        if (!(minutes >= 0)) return "Write minutes, such as 10.";
        onCommit(minutes);
        return null;
      }}
    />
  );
}

interface ShotRowProps {
  readonly shot: ShotReply;
  readonly night: Night;
  readonly onChange: (part: ShotPart, said: string) => void;
  readonly onRemove: () => void;
}

function ShotRow({ shot, night, onChange, onRemove }: ShotRowProps) {
  const { site, beginMs } = night;
  const { name } = shot;
  const commitBegin = (typed: string): string | null => {
    const text = typed.trim();
    if (text === "") onChange({ beginsAt: null }, `${name} is off the night.`);
    else {
      const atMs = instantOfClock(text, beginMs, site.zone);
      if (atMs === null) return "Write a time of this night, such as 17:05 or 05:30.";
      onChange({ beginsAt: new Date(atMs).toISOString() }, `${name} begins at ${text}.`);
    }
    return null;
  };
  return (
    <Box as="li" borderTopWidth="1px" py="6px">
      <Flex align="center" gap="8px">
        <Box flex="1" fontWeight={560} fontSize="text">
          {name}
        </Box>
        <Choose
          label={`Intent of ${name}`}
          value={shot.intent}
          options={INTENTS.map((intent) => ({ value: intent.id, name: intent.name }))}
          onChoose={(id) => onChange({ intent: id }, `${name}: ${intentOf(id).name.toLowerCase()}.`)}
        />
        <Action look="text" color="ash" aria-label={`Delete ${name}`} _hover={{ color: "coral" }} onClick={onRemove}>
          <Trash2 size={15} />
        </Action>
      </Flex>
      <Flex align="center" gap="6px" mt="3px" wrap="wrap" fontSize="note" color="ash">
        <Entry
          label={`Begin of ${name}`}
          width="60px"
          placeholder="17:05"
          value={shot.beginsAt ? clock(Date.parse(shot.beginsAt), site.zone) : ""}
          onCommit={commitBegin}
        />
        for
        <Minutes
          label={`Length of ${name}, minutes`}
          value={shot.minutes}
          onCommit={(minutes) => onChange({ minutes }, `${name} lasts ${minutes} min.`)}
        />
        min; walk
        <Minutes
          label={`Walk to ${name}, minutes`}
          value={shot.walkMinutes}
          onCommit={(walkMinutes) => onChange({ walkMinutes }, `${walkMinutes} min to walk to ${name}.`)}
        />
        set up
        <Minutes
          label={`Setting up ${name}, minutes`}
          value={shot.setupMinutes}
          onCommit={(setupMinutes) => onChange({ setupMinutes }, `${setupMinutes} min to set up ${name}.`)}
        />
      </Flex>
      <ShotScore shot={shot} night={night} />
    </Box>
  );
}

/** Adds a shot by its name. */
function NewShot({ onAdd }: { readonly onAdd: (name: string) => void }) {
  const { register, handleSubmit, reset, watch } = useForm({ defaultValues: { name: "" } });
  return (
    <Flex
      as="form"
      gap="6px"
      py="8px"
      borderTopWidth="1px"
      onSubmit={handleSubmit(({ name }) => {
        if (name.trim() === "") return;
        onAdd(name.trim());
        reset();
      })}
    >
      <Input
        size="sm"
        flex="1"
        aria-label="Name of a new shot"
        placeholder="Another shot"
        maxLength={120}
        {...register("name")}
      />
      <Action type="submit" minHeight="32px" fontSize="note" disabled={watch("name").trim() === ""}>
        <Plus size={14} /> Add
      </Action>
    </Flex>
  );
}

/** The outing's shots: what, when, how long; the same that the ribbon shows as blocks. */
export function ShotList({ night, conflicts, busy, onChange, onRemove, onAdd, onArrange }: ShotListProps) {
  const { shots } = night;
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
        <Box as="h2" fontSize="note" fontWeight={620}>
          Shots
        </Box>
        <Action look="main" minHeight="30px" onClick={onArrange} disabled={busy || shots.length === 0}>
          <Wand2 size={15} /> Arrange for me
        </Action>
      </Flex>
      <Box as="ul" listStyleType="none">
        {shots.map((shot) => (
          <ShotRow
            key={shot.id}
            shot={shot}
            night={night}
            onChange={(part, said) => onChange(shot, part, said)}
            onRemove={() => onRemove(shot)}
          />
        ))}
      </Box>
      <NewShot onAdd={(name) => onAdd(name, night.intent)} />
      <Box role="status">
        {conflicts.map(({ message }) => (
          <Box key={message} color="coral" fontSize="note" py="3px">
            {message}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
