"use client";

import type { KitReply } from "@/contracts/kit";
import { SUPPORTS, type SupportKind } from "@/core/motion";
import { Choose } from "@/ui/Choose";
import { Row } from "@/ui/Entry";
import { NumberRow, type SceneDraft, SceneHeading } from "./fields";

interface HoldFieldsProps {
  readonly draft: SceneDraft;
  readonly supports: KitReply["supports"];
}

/** What holds the phone, and what shakes it. */
export function HoldFields({ draft, supports }: HoldFieldsProps) {
  const { scene, onChange } = draft;
  return (
    <>
      <SceneHeading>What holds the phone</SceneHeading>
      <Row label="held by">
        <SupportChoice draft={draft} supports={supports} />
      </Row>
      <Row label="released by">
        <Choose
          label="Release"
          value={scene.release}
          options={[
            { value: "touch", name: "a press on the phone" },
            { value: "remote", name: "a remote, headset or voice" },
          ]}
          onChoose={(release) => onChange({ release })}
        />
      </Row>
      <NumberRow draft={draft} field="gustMps" label="gusts, m/s" name="Gusts, m/s" value={scene.gustMps} />
      {(scene.support === "hand" || scene.support === "braced") && (
        <NumberRow
          draft={draft}
          field="stabilisationStops"
          label="stabilisation, stops"
          name="Stabilisation, stops"
          value={scene.stabilisationStops}
        />
      )}
    </>
  );
}

/** Supports of the kit by name, and the usual kinds. */
function SupportChoice({ draft: { scene, onChange }, supports }: HoldFieldsProps) {
  const own = scene.ownSupport?.name;
  const kinds = Object.entries(SUPPORTS).map(([id, { name }]) => ({ value: `kind ${id}`, name }));
  const kept = supports.map(({ name }) => ({ value: `own ${name}`, name }));
  return (
    <Choose
      label="Support"
      value={own === undefined ? `kind ${scene.support}` : `own ${own}`}
      options={[...kept, ...kinds]}
      onChoose={(chosen) => {
        const mine = supports.find(({ name }) => `own ${name}` === chosen);
        if (!mine) return onChange({ support: chosen.replace("kind ", "") as SupportKind, ownSupport: null });
        const { name, kind, settleSeconds, gustPxPerMps } = mine;
        onChange({ support: kind, ownSupport: { name, settleSeconds, gustPxPerMps } });
      }}
    />
  );
}
