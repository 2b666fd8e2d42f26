"use client";

import { Box } from "@chakra-ui/react";
import type { RunReply } from "@/contracts/replies";
import type { StackParameters } from "@/contracts/stack";
import { ALIGNMENT_IDS, ALIGNMENTS } from "@/core/align/alignments";
import {
  ITERATION_BOUNDS,
  KAPPA_BOUNDS,
  LAYERS,
  layerKindOf,
  layersOf,
  type MethodOption,
  methodOf,
} from "@/core/stack";
import { Choose } from "@/ui/Choose";
import { Entry, Row } from "@/ui/Entry";
import { Tick } from "@/ui/Tick";
import { runName } from "./runName";

interface FusingOptionsProps {
  readonly value: StackParameters;
  readonly onChange: (value: StackParameters) => void;
  /** Other batches of the shot, whose frames may be dark ones. */
  readonly others: readonly RunReply[];
}

const NO_DARKS = "none";

/** A number as it was typed within bounds, or what is wrong with it. */
function typed(text: string, least: number, most: number): { readonly value: number } | { readonly problem: string } {
  const value = Number(text.replace(",", "."));
  return text.trim() !== "" && value >= least && value <= most
    ? { value }
    : { problem: `From ${least} to ${most}, such as ${least + 1}.` };
}

const MOST_FADED = 2000;
const FADED = [
  { end: "in", label: "Comes in over frames" },
  { end: "out", label: "Goes out over frames" },
] as const;

/** What may be set beside the method: how frames are laid over each other, and what the method itself takes. */
export function FusingOptions({ value, onChange, others }: FusingOptionsProps) {
  const { options, frames: kind } = methodOf(value.method);
  const takes = (option: MethodOption) => options.some((each) => each === option);
  const set = (change: Partial<StackParameters>) => onChange({ ...value, ...change });
  const number = (text: string, least: number, most: number, take: (value: number) => void): string | null => {
    const found = typed(text, least, most);
    if ("problem" in found) return found.problem;
    take(found.value);
    return null;
  };
  const parts = layersOf(layerKindOf(value.method, value.align === "stars" && value.ground !== null));
  const fade = value.fade ?? { in: 0, out: 0 };
  return (
    <Box py="4px">
      {kind === "alike" && (
        <>
          <Row label="Laid over each other">
            <Choose
              label="Laid over each other"
              value={value.align}
              options={ALIGNMENT_IDS.map((id) => ({ value: id, name: ALIGNMENTS[id].name }))}
              onChoose={(align) => set({ align })}
            />
          </Row>
          <Box fontSize="note" color="ash" pb="6px">
            {ALIGNMENTS[value.align].does}
          </Box>
        </>
      )}
      {others.length > 0 && (
        <Row label="Dark frames">
          <Choose
            label="Dark frames"
            value={value.darksOf ?? NO_DARKS}
            options={[
              { value: NO_DARKS, name: "none" },
              ...others.map((run) => ({ value: run.run.id, name: runName(run) })),
            ]}
            onChoose={(darksOf) => set({ darksOf: darksOf === NO_DARKS ? null : darksOf })}
          />
        </Row>
      )}
      <Tick checked={value.repairsHot} onChange={(repairsHot) => set({ repairsHot })}>
        Repair hot pixels: what shines in every frame by itself is made of what lies about it.
      </Tick>
      {parts.length > 0 && (
        <Tick checked={value.keepsLayers} onChange={(keepsLayers) => set({ keepsLayers })}>
          Keep its parts ({parts.map((id) => LAYERS[id].name.toLowerCase()).join(", ")}): they can be weighed
          afterwards.
        </Tick>
      )}
      {takes("encoded") && (
        <Tick checked={value.encoded} onChange={(encoded) => set({ encoded })}>
          Average the codes of the files instead of their light: darker where light changes.
        </Tick>
      )}
      {takes("gaps") && (
        <Tick checked={value.fillsGaps} onChange={(fillsGaps) => set({ fillsGaps })}>
          Fill gaps: stars are drawn on from frame to frame along their own arcs.
        </Tick>
      )}
      {takes("fade") &&
        FADED.map(({ end, label }) => (
          <Row key={end} label={label}>
            <Entry
              label={label}
              value={value.fade ? String(fade[end]) : ""}
              placeholder="own"
              onCommit={(text) => {
                if (text.trim() !== "")
                  return number(text, 0, MOST_FADED, (frames) => set({ fade: { ...fade, [end]: Math.round(frames) } }));
                set({ fade: null });
                return null;
              }}
            />
          </Row>
        ))}
      {takes("clip") && (
        <>
          <Row label="Leaves out beyond deviations">
            <Entry
              label="Leaves out beyond deviations"
              value={String(value.kappa)}
              onCommit={(text) => number(text, KAPPA_BOUNDS.least, KAPPA_BOUNDS.most, (kappa) => set({ kappa }))}
            />
          </Row>
          <Row label="So many times">
            <Entry
              label="So many times"
              value={String(value.iterations)}
              onCommit={(text) =>
                number(text, ITERATION_BOUNDS.least, ITERATION_BOUNDS.most, (times) =>
                  set({ iterations: Math.round(times) }),
                )
              }
            />
          </Row>
        </>
      )}
    </Box>
  );
}
