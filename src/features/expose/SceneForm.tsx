"use client";

import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { KitReply } from "@/contracts/kit";
import type { PlannedSky } from "./plannedSky";
import type { SceneDraft } from "./scene/fields";
import { HoldFields } from "./scene/HoldFields";
import { LightFields } from "./scene/LightFields";
import { MotionFields } from "./scene/MotionFields";
import { OtherFields } from "./scene/OtherFields";

interface SceneFormProps extends SceneDraft {
  readonly fNumber: number;
  readonly supports: KitReply["supports"];
  /** The point's own brightness, for a test frame's reading; null without a point. */
  readonly meterStops: number | null;
  /** The clear sky when the shot is planned; null while it is not. */
  readonly plannedSky: PlannedSky | null;
  readonly testPicture: ReactNode;
}

/** Where the light comes from, what moves, and what holds the phone. */
export function SceneForm({ scene, automatic, onChange, fNumber, supports, ...light }: SceneFormProps) {
  const draft: SceneDraft = { scene, automatic, onChange };
  return (
    <Box>
      <LightFields draft={draft} fNumber={fNumber} {...light} />
      <MotionFields draft={draft} />
      <HoldFields draft={draft} supports={supports} />
      <OtherFields draft={draft} />
    </Box>
  );
}
