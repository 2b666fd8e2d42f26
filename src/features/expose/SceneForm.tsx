"use client";

import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { KitReply } from "@/contracts/kit";
import { type ShotScene, shotScene } from "@/contracts/scene";
import { exposureValue, LAMP_CLASSES, type LampClassId, LIT_SUBJECTS } from "@/core/light";
import { SUPPORTS, type SupportKind, WATERS, type WaterKind } from "@/core/motion";
import { parseDuration } from "@/core/recipe";
import { AUTOMATIC_FIELDS, type AutomaticField, type AutomaticValue } from "@/core/shot";
import { minus, plain, signed, typedNumber } from "@/core/words";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { Entry, Row } from "@/ui/Entry";
import { Tick } from "@/ui/Tick";
import type { PlannedSky } from "./plannedSky";

interface SceneFormProps {
  readonly scene: ShotScene;
  readonly fNumber: number;
  readonly supports: KitReply["supports"];
  /** The point's own brightness, for a test frame's reading; null without a point. */
  readonly meterStops: number | null;
  /** The clear sky when the shot is planned; null while it is not. */
  readonly plannedSky: PlannedSky | null;
  /** What comes by itself where nobody types another value. */
  readonly automatic: Partial<Record<AutomaticField, AutomaticValue>>;
  readonly testPicture: ReactNode;
  readonly onChange: (change: Partial<ShotScene>) => void;
}

const STILL = "none";
/** What passes, by the lamps that it carries. */
const CARRIED: readonly { readonly name: string; readonly lamps: readonly LampClassId[] }[] = [
  { name: "no lamps", lamps: [] },
  { name: "cars: headlamps and tail lamps", lamps: ["headlamp", "tail-lamp"] },
  { name: "cars from behind: tail lamps", lamps: ["tail-lamp"] },
  { name: "cars that brake", lamps: ["brake-lamp", "tail-lamp"] },
  { name: "a bus: lit windows, headlamps, tail lamps", lamps: ["lit-windows", "headlamp", "tail-lamp"] },
  { name: "a tram or ferry: lit windows", lamps: ["lit-windows"] },
  { name: "a cycle's lamp", lamps: ["cycle-lamp"] },
  { name: "a lamp in the hand", lamps: ["hand-lamp"] },
  { name: "a lantern", lamps: ["lantern"] },
];
const FRAME_RATES = [24, 25, 30, 50, 60, 120] as const;
const USUAL_CROWD = { occupancy: 0.15, dwellSeconds: 2 };
const USUAL_MOVER = { distanceM: 25, speedMps: 12, headingDegFromPerpendicular: 0 };

/** Where the light comes from, what moves, and what holds the phone; every way in shows the EV it gives. */
export function SceneForm(props: SceneFormProps) {
  const { scene, fNumber, supports, meterStops, plannedSky, automatic, testPicture, onChange } = props;
  const commit = (key: keyof ShotScene, value: unknown): string | null => {
    const checked = shotScene.shape[key].safeParse(value);
    if (!checked.success) return checked.error.issues[0]?.message ?? "That cannot be used.";
    onChange({ [key]: checked.data });
    return null;
  };
  const light = (ev: number) => commit("sceneEv", Math.round(ev * 100) / 100);
  const automaticReading = (text: string): string | null => {
    const match = /^\s*(.+?)\s*(?:at|,|@)?\s*iso\s*(\d+)\s*$/i.exec(text);
    const seconds = match ? parseDuration(match[1]!) : null;
    if (!match || seconds === null || seconds <= 0) return "Write it like 1/20 iso 640.";
    return light(exposureValue({ fNumber, shutterSeconds: seconds, iso: Number(match[2]) }));
  };
  const reading = (text: string): string | null => {
    const stops = typedNumber(text);
    if (!Number.isFinite(stops) || Math.abs(stops) > 12) return "Write the meter's stops, such as +1.3.";
    if (meterStops === null) return "Set a point in the field first.";
    return light(scene.sceneEv + stops - meterStops);
  };
  const origin = (key: keyof ShotScene) => {
    const field = AUTOMATIC_FIELDS.find((each) => each === key);
    const own = field !== undefined && automatic[field];
    if (!own) return null;
    const typed = scene.own.includes(field);
    return (
      <Box fontSize="label" color="ash" mt="-3px" mb="3px">
        {typed ? (
          <>
            {`Your own value, instead of ${minus(String(own.value))} by ${own.from}. `}
            <Action look="text" onClick={() => onChange({ own: scene.own.filter((each) => each !== field) })}>
              Let it come by itself
            </Action>
          </>
        ) : (
          `By ${own.from}.`
        )}
      </Box>
    );
  };
  const numberRow = (key: keyof ShotScene, label: string, name: string, value: number) => (
    <>
      <Row label={label}>
        <Entry label={name} value={minus(String(value))} onCommit={(text) => commit(key, typedNumber(text))} />
      </Row>
      {origin(key)}
    </>
  );
  const moverRow = (key: "distanceM" | "speedMps" | "headingDegFromPerpendicular", label: string) =>
    scene.mover && (
      <Row label={label}>
        <Entry
          label={label}
          value={minus(String(scene.mover[key]))}
          onCommit={(text) => commit("mover", { ...scene.mover, [key]: typedNumber(text) })}
        />
      </Row>
    );
  const firstLamp = scene.lamps[0] && LAMP_CLASSES[scene.lamps[0]];
  const heading = (text: string) => (
    <Box as="h3" fontSize="note" fontWeight={620} mt="8px">
      {text}
    </Box>
  );
  return (
    <Box>
      {heading(`Scene light, EV ${plain(scene.sceneEv)}`)}
      {testPicture}
      {numberRow("sceneEv", "typed, EV at ISO 100", "Scene light, EV", scene.sceneEv)}
      <Row label="by subject">
        <Choose
          label="Scene light by subject"
          value=""
          placeholder="Choose"
          options={LIT_SUBJECTS.map(({ name, ev: [low, high] }) => ({
            value: name,
            name: `${name}, EV ${minus(String((low + high) / 2))}`,
          }))}
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
      {numberRow("highlightStops", "brightest surfaces to keep, stops over", "Highlights, stops", scene.highlightStops)}
      {heading("What moves")}
      <Tick checked={scene.mover !== null} onChange={(crosses) => onChange({ mover: crosses ? USUAL_MOVER : null })}>
        Something crosses the frame
      </Tick>
      {moverRow("distanceM", "distance, m")}
      {moverRow("speedMps", "speed, m/s")}
      {moverRow("headingDegFromPerpendicular", "heading from straight across, °")}
      {scene.mover && (
        <>
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
            <Row label={`its ${firstLamp.name}, cd (empty for ${firstLamp.intensityCd})`}>
              <Entry
                label="Lamp, candela"
                value={scene.lampIntensityCd === null ? "" : String(scene.lampIntensityCd)}
                onCommit={(text) => commit("lampIntensityCd", text.trim() === "" ? null : typedNumber(text))}
              />
            </Row>
          )}
          {numberRow("vehiclesPerHour", "how many an hour", "Vehicles an hour", scene.vehiclesPerHour)}
        </>
      )}
      <Row label="water">
        <Choose
          label="Water"
          value={scene.water ?? STILL}
          options={[
            { value: STILL, name: "none" },
            ...Object.entries(WATERS).map(([id, { name }]) => ({ value: id, name })),
          ]}
          onChoose={(id) => onChange({ water: id === STILL ? null : (id as WaterKind) })}
        />
      </Row>
      <Tick checked={scene.crowd !== null} onChange={(passes) => onChange({ crowd: passes ? USUAL_CROWD : null })}>
        People pass through
      </Tick>
      {scene.crowd && (
        <>
          <Row label="share of the ground they cover, %">
            <Entry
              label="Crowd, percent"
              value={String(Math.round(1000 * scene.crowd.occupancy) / 10)}
              onCommit={(text) => commit("crowd", { ...scene.crowd, occupancy: typedNumber(text) / 100 })}
            />
          </Row>
          <Row label="how long one stays on a spot, s">
            <Entry
              label="Dwelling, seconds"
              value={String(scene.crowd.dwellSeconds)}
              onCommit={(text) => commit("crowd", { ...scene.crowd, dwellSeconds: typedNumber(text) })}
            />
          </Row>
        </>
      )}
      {heading("What holds the phone")}
      <Row label="held by">
        <SupportChoice scene={scene} supports={supports} onChange={onChange} />
      </Row>
      <Row label="released by">
        <Choose
          label="Release"
          value={scene.release}
          options={[
            { value: "touch", name: "a press on the phone" },
            { value: "remote", name: "a remote, headset or voice" },
          ]}
          onChoose={(release) => onChange({ release: release === "remote" ? "remote" : "touch" })}
        />
      </Row>
      {numberRow("gustMps", "gusts, m/s", "Gusts, m/s", scene.gustMps)}
      {(scene.support === "hand" || scene.support === "braced") &&
        numberRow("stabilisationStops", "stabilisation, stops", "Stabilisation, stops", scene.stabilisationStops)}
      {heading("Besides")}
      <Row label="time there is, s">
        <Entry
          label="Time, seconds"
          value={String(Math.round(scene.windowSeconds))}
          onCommit={(text) => commit("windowSeconds", parseDuration(text) ?? Number.NaN)}
        />
      </Row>
      {origin("windowSeconds")}
      <Row label="the subject's distance, m (empty for far)">
        <Entry
          label="Distance of the subject, metres"
          value={scene.subjectM === null ? "" : String(scene.subjectM)}
          onCommit={(text) => commit("subjectM", text.trim() === "" ? null : typedNumber(text))}
        />
      </Row>
      <Row label="lamps behind it, m (empty for none)">
        <Entry
          label="Distance of the lamps behind, metres"
          value={scene.backgroundM === null ? "" : String(scene.backgroundM)}
          onCommit={(text) => commit("backgroundM", text.trim() === "" ? null : typedNumber(text))}
        />
      </Row>
      <Row label="free on the phone, GB">
        <Entry
          label="Free storage, gigabytes"
          value={String(scene.freeMegabytes / 1000)}
          onCommit={(text) => commit("freeMegabytes", typedNumber(text) * 1000)}
        />
      </Row>
      {numberRow("batteryPercent", "battery, %", "Battery, percent", scene.batteryPercent)}
      <Row label="for moving pictures">
        <Choose
          label="Frames a second"
          value={String(scene.framesPerSecond)}
          placeholder={`${scene.framesPerSecond} frames a second`}
          options={FRAME_RATES.map((rate) => ({ value: String(rate), name: `${rate} frames a second` }))}
          onChoose={(rate) => onChange({ framesPerSecond: Number(rate) })}
        />
      </Row>
      {numberRow("declinationDeg", "declination aimed at, °", "Declination, degrees", scene.declinationDeg)}
      {numberRow("sensorCelsius", "the sensor's temperature, °C", "Sensor, degrees Celsius", scene.sensorCelsius)}
    </Box>
  );
}

/** Supports of the kit by name, and the usual kinds. */
function SupportChoice({ scene, supports, onChange }: Pick<SceneFormProps, "scene" | "supports" | "onChange">) {
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
