"use client";

import { Flex } from "@chakra-ui/react";
import type { KitReply } from "@/contracts/kit";
import { type Camera, type CameraChoice, GENERIC_PHONE } from "@/core/camera";
import { equivalentFocalMm } from "@/core/optics";
import { Choose } from "@/ui/Choose";

interface CameraBarProps {
  readonly kit: KitReply;
  readonly camera: Camera;
  readonly onChoose: (choice: CameraChoice) => void;
}

const BARE = "none";

/** Which phone, lens and clip-on a shot is taken with. */
export function CameraBar({ kit, camera, onChoose }: CameraBarProps) {
  const { choice } = camera;
  const phones = kit.phones.length > 0 ? kit.phones : [GENERIC_PHONE];
  const lenses = phones.find(({ name }) => name === choice.phone)?.profile.lenses ?? [];
  const lens = lenses.find(({ name }) => name === choice.lens);
  return (
    <Flex align="center" gap="8px" wrap="wrap" aria-label="Camera" as="fieldset">
      {phones.length > 1 && (
        <Choose
          label="Phone"
          value={choice.phone}
          options={phones.map(({ name }) => ({ value: name, name }))}
          onChoose={(phone) => onChoose({ ...choice, phone })}
        />
      )}
      <Choose
        label="Lens"
        value={choice.lens}
        options={lenses.map((each) => ({
          value: each.name,
          name: `${each.name}, ${equivalentFocalMm(each).toFixed(0)} mm`,
        }))}
        onChoose={(name) => onChoose({ ...choice, lens: name })}
      />
      {lens && lens.fNumbers.length > 1 && (
        <Choose
          label="Aperture"
          value={choice.fNumber}
          options={lens.fNumbers.map((value) => ({ value, name: `f/${value}` }))}
          onChoose={(fNumber) => onChoose({ ...choice, fNumber })}
        />
      )}
      {lens?.binned && (
        <Choose
          label="Picture size"
          value={choice.fullSize ? "full" : "binned"}
          options={[
            { value: "binned", name: "binned" },
            { value: "full", name: "full size" },
          ]}
          onChoose={(size) => onChoose({ ...choice, fullSize: size === "full" })}
        />
      )}
      {kit.clipOns.length > 0 && (
        <Choose
          label="Clip-on lens"
          value={choice.clipOn ?? BARE}
          options={[{ value: BARE, name: "no clip-on" }, ...kit.clipOns.map(({ name }) => ({ value: name, name }))]}
          onChoose={(name) => onChoose({ ...choice, clipOn: name === BARE ? null : name })}
        />
      )}
    </Flex>
  );
}
