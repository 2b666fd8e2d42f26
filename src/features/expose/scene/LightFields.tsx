"use client";

import type { ReactNode } from "react";
import { exposureValue, LIT_SUBJECTS } from "@/core/light";
import { parseDuration } from "@/core/recipe";
import { minus, plain, signed, typedNumber } from "@/core/words";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { Entry, Row } from "@/ui/Entry";
import type { PlannedSky } from "../plannedSky";
import { commitScene, NumberRow, type SceneDraft, SceneHeading } from "./fields";

interface LightFieldsProps {
  readonly draft: SceneDraft;
  readonly fNumber: number;
  /** The point's own brightness, for a test frame's reading; null without a point. */
  readonly meterStops: number | null;
  /** The clear sky when the shot is planned; null while it is not. */
  readonly plannedSky: PlannedSky | null;
  readonly testPicture: ReactNode;
}

/** A meter's reading farther from the middle than this is mistyped. */
const MOST_STOPS = 12;

const SUBJECTS = LIT_SUBJECTS.map(({ name, ev: [low, high] }) => ({
  value: name,
  name: `${name}, EV ${minus(String((low + high) / 2))}`,
}));

/** Where the light comes from; every way in shows the EV it gives. */
export function LightFields({ draft, fNumber, meterStops, plannedSky, testPicture }: LightFieldsProps) {
  const { scene } = draft;
  const light = (ev: number) => commitScene(draft, "sceneEv", Math.round(ev * 100) / 100);
  const automaticReading = (text: string): string | null => {
    const match = /^\s*(.+?)\s*(?:at|,|@)?\s*iso\s*(\d+)\s*$/i.exec(text);
    const seconds = match ? parseDuration(match[1]!) : null;
    if (!match || seconds === null || seconds <= 0) return "Write it like 1/20 iso 640.";
    return light(exposureValue({ fNumber, shutterSeconds: seconds, iso: Number(match[2]) }));
  };
  const reading = (text: string): string | null => {
    const stops = typedNumber(text);
    if (!(Math.abs(stops) <= MOST_STOPS)) return "Write the meter's stops, such as +1.3.";
    if (meterStops === null) return "Set a point in the field first.";
    return light(scene.sceneEv + stops - meterStops);
  };
  return (
    <>
      <SceneHeading>{`Scene light, EV ${plain(scene.sceneEv)}`}</SceneHeading>
      {testPicture}
      <NumberRow
        draft={draft}
        field="sceneEv"
        label="typed, EV at ISO 100"
        name="Scene light, EV"
        value={scene.sceneEv}
      />
      <Row label="by subject">
        <Choose
          label="Scene light by subject"
          value=""
          placeholder="Choose"
          options={SUBJECTS}
          onChoose={(chosen) => {
            const [low, high] = LIT_SUBJECTS.find(({ name }) => name === chosen)!.ev;
            light((low + high) / 2);
          }}
        />
      </Row>
      {plannedSky && (
        <Row label={`by the sky ${plannedSky.aimed ? "you aim at" : "overhead"}, when it is planned`}>
          <Action look="text" onClick={() => light(plannedSky.ev)}>
            {`EV ${plain(plannedSky.ev)}`}
          </Action>
        </Row>
      )}
      <Row label="my phone's automatic shows">
        <Entry
          label="Automatic exposure"
          value=""
          width="116px"
          placeholder="1/20 iso 640"
          onCommit={automaticReading}
        />
      </Row>
      <Row label={`a frame at the point reads (now ${meterStops === null ? "none" : signed(meterStops)})`}>
        <Entry label="Meter reading of a test frame" value="" placeholder="+1.3" onCommit={reading} />
      </Row>
      <NumberRow
        draft={draft}
        field="highlightStops"
        label="brightest surfaces to keep, stops over"
        name="Highlights, stops"
        value={scene.highlightStops}
      />
    </>
  );
}
