"use client";

import { parseDuration } from "@/core/recipe";
import { typedNumber } from "@/core/words";
import { Choose } from "@/ui/Choose";
import { Entry, Row } from "@/ui/Entry";
import { commitScene, NumberRow, OptionalRow, Origin, type SceneDraft, SceneHeading } from "./fields";

const FRAME_RATES = [24, 25, 30, 50, 60, 120] as const;
const MEGABYTES_PER_GIGABYTE = 1000;

/** Time, distances, and what the phone has left. */
export function OtherFields({ draft }: { readonly draft: SceneDraft }) {
  const { scene, onChange } = draft;
  const number = (field: "batteryPercent" | "declinationDeg" | "sensorCelsius", label: string, name: string) => (
    <NumberRow draft={draft} field={field} label={label} name={name} value={scene[field]} />
  );
  return (
    <>
      <SceneHeading>Besides</SceneHeading>
      <Row label="time there is, s">
        <Entry
          label="Time, seconds"
          value={String(Math.round(scene.windowSeconds))}
          onCommit={(text) => commitScene(draft, "windowSeconds", parseDuration(text) ?? Number.NaN)}
        />
      </Row>
      <Origin draft={draft} field="windowSeconds" />
      <OptionalRow
        draft={draft}
        field="subjectM"
        label="the subject's distance, m (empty for far)"
        name="Distance of the subject, metres"
        value={scene.subjectM}
      />
      <OptionalRow
        draft={draft}
        field="backgroundM"
        label="lamps behind it, m (empty for none)"
        name="Distance of the lamps behind, metres"
        value={scene.backgroundM}
      />
      <Row label="free on the phone, GB">
        <Entry
          label="Free storage, gigabytes"
          value={String(scene.freeMegabytes / MEGABYTES_PER_GIGABYTE)}
          onCommit={(text) => commitScene(draft, "freeMegabytes", typedNumber(text) * MEGABYTES_PER_GIGABYTE)}
        />
      </Row>
      {number("batteryPercent", "battery, %", "Battery, percent")}
      <Row label="for moving pictures">
        <Choose
          label="Frames a second"
          value={String(scene.framesPerSecond)}
          placeholder={`${scene.framesPerSecond} frames a second`}
          options={FRAME_RATES.map((rate) => ({ value: String(rate), name: `${rate} frames a second` }))}
          onChoose={(rate) => onChange({ framesPerSecond: Number(rate) })}
        />
      </Row>
      {number("declinationDeg", "declination aimed at, °", "Declination, degrees")}
      {number("sensorCelsius", "the sensor's temperature, °C", "Sensor, degrees Celsius")}
    </>
  );
}
