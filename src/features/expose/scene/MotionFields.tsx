"use client";

import { LAMP_CLASSES, type LampClassId } from "@/core/light";
import { WATERS, type WaterKind } from "@/core/motion";
import { minus, typedNumber } from "@/core/words";
import { Choose } from "@/ui/Choose";
import { Entry, Row } from "@/ui/Entry";
import { Tick } from "@/ui/Tick";
import { commitScene, NumberRow, OptionalRow, type SceneDraft, SceneHeading } from "./fields";

const STILL = "none";
const USUAL_CROWD = { occupancy: 0.15, dwellSeconds: 2 };
const USUAL_MOVER = { distanceM: 25, speedMps: 12, headingDegFromPerpendicular: 0 };

/** What passes, by the lamps that it carries. */
const CARRIED: readonly { readonly name: string; readonly lamps: readonly LampClassId[] }[] = [
  { name: "no lamps", lamps: [] },
  { name: "cars: headlamps and tail lamps", lamps: ["headlamp", "tail-lamp"] },
  { name: "cars from behind: tail lamps", lamps: ["tail-lamp"] },
  { name: "cars braking", lamps: ["brake-lamp", "tail-lamp"] },
  { name: "a bus: lit windows, headlamps, tail lamps", lamps: ["lit-windows", "headlamp", "tail-lamp"] },
  { name: "a tram or ferry: lit windows", lamps: ["lit-windows"] },
  { name: "a cycle's lamp", lamps: ["cycle-lamp"] },
  { name: "a lamp in the hand", lamps: ["hand-lamp"] },
  { name: "a lantern", lamps: ["lantern"] },
];

const WATER_CHOICES = [
  { value: STILL, name: "none" },
  ...Object.entries(WATERS).map(([id, { name }]) => ({ value: id, name })),
];

/** What moves: something that crosses, water, people. */
export function MotionFields({ draft }: { readonly draft: SceneDraft }) {
  const { scene, onChange } = draft;
  return (
    <>
      <SceneHeading>What moves</SceneHeading>
      <Tick checked={scene.mover !== null} onChange={(crosses) => onChange({ mover: crosses ? USUAL_MOVER : null })}>
        Something crosses the frame
      </Tick>
      <MoverFields draft={draft} />
      <Row label="water">
        <Choose
          label="Water"
          value={scene.water ?? STILL}
          options={WATER_CHOICES}
          onChoose={(id) => onChange({ water: id === STILL ? null : (id as WaterKind) })}
        />
      </Row>
      <Tick checked={scene.crowd !== null} onChange={(passes) => onChange({ crowd: passes ? USUAL_CROWD : null })}>
        People pass through
      </Tick>
      <CrowdFields draft={draft} />
    </>
  );
}

function MoverFields({ draft }: { readonly draft: SceneDraft }) {
  const { scene, onChange } = draft;
  const { mover } = scene;
  if (!mover) return null;
  const firstLamp = scene.lamps[0] && LAMP_CLASSES[scene.lamps[0]];
  const row = (key: keyof typeof mover, label: string) => (
    <Row label={label}>
      <Entry
        label={label}
        value={minus(String(mover[key]))}
        onCommit={(text) => commitScene(draft, "mover", { ...mover, [key]: typedNumber(text) })}
      />
    </Row>
  );
  return (
    <>
      {row("distanceM", "distance, m")}
      {row("speedMps", "speed, m/s")}
      {row("headingDegFromPerpendicular", "heading from straight across, °")}
      <Row label="it carries">
        <Choose
          label="Lamps that it carries"
          value={scene.lamps.join(" ")}
          placeholder="its own lamps"
          options={CARRIED.map(({ name, lamps }) => ({ value: lamps.join(" "), name }))}
          onChoose={(value) => {
            const chosen = CARRIED.find(({ lamps }) => lamps.join(" ") === value);
            if (chosen) onChange({ lamps: [...chosen.lamps], lampIntensityCd: null });
          }}
        />
      </Row>
      {firstLamp?.kind === "point" && (
        <OptionalRow
          draft={draft}
          field="lampIntensityCd"
          label={`its ${firstLamp.name}, cd (empty for ${firstLamp.intensityCd})`}
          name="Lamp, candela"
          value={scene.lampIntensityCd}
        />
      )}
      <NumberRow
        draft={draft}
        field="vehiclesPerHour"
        label="how many an hour"
        name="Vehicles an hour"
        value={scene.vehiclesPerHour}
      />
    </>
  );
}

function CrowdFields({ draft }: { readonly draft: SceneDraft }) {
  const { crowd } = draft.scene;
  if (!crowd) return null;
  return (
    <>
      <Row label="share of the ground they cover, %">
        <Entry
          label="Crowd, percent"
          value={String(Math.round(1000 * crowd.occupancy) / 10)}
          onCommit={(text) => commitScene(draft, "crowd", { ...crowd, occupancy: typedNumber(text) / 100 })}
        />
      </Row>
      <Row label="how long one stays on a spot, s">
        <Entry
          label="Dwelling, seconds"
          value={String(crowd.dwellSeconds)}
          onCommit={(text) => commitScene(draft, "crowd", { ...crowd, dwellSeconds: typedNumber(text) })}
        />
      </Row>
    </>
  );
}
