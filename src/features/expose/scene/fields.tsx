"use client";

import { Box } from "@chakra-ui/react";
import { AUTOMATIC_FIELDS, type AutomaticField, type SavedScene, savedScene } from "@/core/facts";

import type { AutomaticValue } from "@/core/shot";
import { minus, typedNumber } from "@/core/words";
import { Action } from "@/ui/Action";
import { Entry, Row } from "@/ui/Entry";

/** A scene that is being changed, as every part of its form sees it. */
export interface SceneDraft {
  readonly scene: SavedScene;
  /** What comes by itself where nobody types another value. */
  readonly automatic: Partial<Record<AutomaticField, AutomaticValue>>;
  readonly onChange: (change: Partial<SavedScene>) => void;
}

/** Takes a value for a part of the scene; what is wrong with it, or null. */
export function commitScene({ onChange }: SceneDraft, key: keyof SavedScene, value: unknown): string | null {
  const checked = savedScene.shape[key].safeParse(value);
  if (!checked.success) return checked.error.issues[0]?.message ?? "That cannot be used.";
  onChange({ [key]: checked.data });
  return null;
}

/** A heading of the form. */
export function SceneHeading({ children }: { readonly children: string }) {
  return (
    <Box as="h3" fontSize="note" fontWeight={620} mt="8px">
      {children}
    </Box>
  );
}

/** Where a value comes from that also comes by itself, and the way back to that. */
export function Origin({ draft, field }: { readonly draft: SceneDraft; readonly field: keyof SavedScene }) {
  const automatic = AUTOMATIC_FIELDS.find((each) => each === field);
  const own = automatic && draft.automatic[automatic];
  if (!own) return null;
  const { scene, onChange } = draft;
  return (
    <Box fontSize="label" color="ash" mt="-3px" mb="3px">
      {scene.own.includes(automatic) ? (
        <>
          {`Your own value, instead of ${minus(String(own.value))} by ${own.from}. `}
          <Action look="text" onClick={() => onChange({ own: scene.own.filter((each) => each !== automatic) })}>
            Use the automatic value
          </Action>
        </>
      ) : (
        `By ${own.from}.`
      )}
    </Box>
  );
}

interface NumberRowProps {
  readonly draft: SceneDraft;
  readonly field: keyof SavedScene;
  readonly label: string;
  /** As it is called by itself. */
  readonly name: string;
  readonly value: number;
}

/** A number of the scene. */
export function NumberRow({ draft, field, label, name, value }: NumberRowProps) {
  return (
    <>
      <Row label={label}>
        <Entry
          label={name}
          value={minus(String(value))}
          onCommit={(text) => commitScene(draft, field, typedNumber(text))}
        />
      </Row>
      <Origin draft={draft} field={field} />
    </>
  );
}

interface OptionalRowProps extends Omit<NumberRowProps, "value"> {
  readonly value: number | null;
}

/** A number of the scene that may be left out. */
export function OptionalRow({ draft, field, label, name, value }: OptionalRowProps) {
  return (
    <Row label={label}>
      <Entry
        label={name}
        value={value === null ? "" : String(value)}
        onCommit={(text) => commitScene(draft, field, text.trim() === "" ? null : typedNumber(text))}
      />
    </Row>
  );
}
