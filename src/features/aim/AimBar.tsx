"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { KitReply } from "@/contracts/kit";
import type { ShotAim } from "@/contracts/scene";
import { type Camera, type CameraChoice, CROP_NAMES, cropped } from "@/core/camera";
import { plain } from "@/core/words";
import { CameraBar } from "@/features/shot/CameraBar";
import { Choose } from "@/ui/Choose";
import { Slide } from "@/ui/Slide";
import { Tick } from "@/ui/Tick";

interface AimBarProps {
  readonly time: string;
  readonly aim: ShotAim;
  readonly kit: KitReply;
  readonly camera: Camera;
  readonly onAim: (aim: ShotAim) => void;
  readonly onCamera: (choice: CameraChoice) => void;
}

const MOST_ROLL_DEG = 20;
const GUIDE_NAMES = { none: "no guides", thirds: "thirds", diagonals: "diagonals", middle: "middle" } as const;
const degrees = (value: number): string => `${plain(value, 0)}°`;

/** How the camera stands, what it is, and the shape of the picture. */
export function AimBar({ time, aim, kit, camera, onAim, onCamera }: AimBarProps) {
  const crop = cropped(camera.lens, aim.crop);
  return (
    <Flex
      align="center"
      gap="4px 16px"
      px="16px"
      py="6px"
      wrap="wrap"
      borderTopWidth="1px"
      borderColor="line"
      fontSize="note"
    >
      <Box fontFamily="mono">{`${time}  azimuth ${degrees(aim.azimuthDeg)}  tilt ${degrees(aim.tiltDeg)}`}</Box>
      <Flex align="center" gap="8px">
        <Box color="ash">roll</Box>
        <Slide
          label="Roll"
          width="96px"
          least={-MOST_ROLL_DEG}
          most={MOST_ROLL_DEG}
          value={aim.rollDeg}
          valueText={degrees(aim.rollDeg)}
          onChange={(rollDeg) => onAim({ ...aim, rollDeg })}
        />
        <Box minW="34px">{degrees(aim.rollDeg)}</Box>
      </Flex>
      <CameraBar kit={kit} camera={camera} onChoose={onCamera} />
      <Flex align="center" gap="8px">
        <Choose
          label="Picture shape"
          value={aim.crop}
          options={CROP_NAMES.map((value) => ({ value, name: value }))}
          onChoose={(shape) => onAim({ ...aim, crop: shape })}
        />
        <Box color="ash">{`${crop.width} × ${crop.height}${crop.lost > 0 ? `, ${Math.round(100 * crop.lost)} % of the pixels lost` : ", the whole sensor"}`}</Box>
      </Flex>
      <Choose
        label="Guides"
        value={aim.guides}
        options={(Object.keys(GUIDE_NAMES) as ShotAim["guides"][]).map((value) => ({
          value,
          name: GUIDE_NAMES[value],
        }))}
        onChoose={(guides) => onAim({ ...aim, guides })}
      />
      <Tick checked={aim.constellations} onChange={(constellations) => onAim({ ...aim, constellations })}>
        constellations
      </Tick>
    </Flex>
  );
}
