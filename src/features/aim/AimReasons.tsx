"use client";

import type { ShotAim } from "@/contracts/scene";
import type { Camera } from "@/core/camera";
import type { CapturePlan } from "@/core/capture";
import type { SavedScene } from "@/core/facts";
import type { Focus } from "@/core/recipe";
import type { Night } from "@/features/nightPlan/NightContext";
import { Tabs } from "@/ui/Tabs";
import { FocusReasons } from "./FocusReasons";
import { PathReasons } from "./PathReasons";
import { SkyReasons } from "./SkyReasons";
import { useCoreTimes } from "./useCoreTimes";

interface AimReasonsProps {
  readonly night: Night;
  readonly atMs: number;
  readonly aim: ShotAim;
  readonly camera: Camera;
  /** Of the framed picture, in focal lengths. */
  readonly halfWidth: number;
  /** Null without a shutter time. */
  readonly plan: CapturePlan | null;
  readonly scene: SavedScene;
  /** Whether the sky is what the picture is of. */
  readonly skyFirst: boolean;
  readonly onScene: (part: Partial<SavedScene>) => void;
  readonly focus: Focus | null;
  readonly onFocus: (focus: Focus) => void;
}

/** Why the camera looks there: what passes and what will be sharp, and what stands in the sky. */
export function AimReasons(props: AimReasonsProps) {
  const { night, atMs, aim, camera, halfWidth, plan, scene, skyFirst, onScene, focus, onFocus } = props;
  const coreTimes = useCoreTimes(night, aim.azimuthDeg);
  const path = {
    name: "Path and focus",
    content: (
      <>
        <PathReasons
          mover={scene.mover}
          camera={camera}
          halfWidth={halfWidth}
          plan={plan}
          onMover={(mover) => onScene({ mover })}
        />
        <FocusReasons
          lens={camera.lens}
          focusMetres={focus?.kind === "distance" ? focus.metres : Number.POSITIVE_INFINITY}
          onFocus={(metres) => onFocus(Number.isFinite(metres) ? { kind: "distance", metres } : { kind: "infinity" })}
        />
      </>
    ),
  };
  const sky = {
    name: "Sky",
    content: (
      <SkyReasons
        night={night}
        atMs={atMs}
        aim={aim}
        camera={camera}
        halfWidth={halfWidth}
        schools={scene.schools}
        coreTimes={coreTimes}
        sceneDeclinationDeg={scene.declinationDeg}
        onDeclination={() => onScene({ own: scene.own.filter((field) => field !== "declinationDeg") })}
      />
    ),
  };
  return <Tabs label="Path, focus, sky" tabs={skyFirst ? [sky, path] : [path, sky]} />;
}
