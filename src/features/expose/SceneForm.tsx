"use client";

import { Box, Flex, Input } from "@chakra-ui/react";
import { useState } from "react";
import { type ShotScene, shotScene } from "@/contracts/scene";
import { exposureValue, LIT_SUBJECTS } from "@/core/light";
import { SUPPORTS, WATERS } from "@/core/motion";
import { parseDuration } from "@/core/recipe";
import { minus, signed } from "@/ui/words";

interface SceneFormProps {
  readonly scene: ShotScene;
  readonly fNumber: number;
  /** The point's own settings, for a test frame's reading. */
  readonly meterStops: number | null;
  /** The clear sky's EV when the shot is planned; null while it is not. */
  readonly plannedSkyEv: number | null;
  readonly onChange: (change: Partial<ShotScene>) => void;
}

const number = (text: string): number =>
  text.trim() === "" ? Number.NaN : Number(text.trim().replace(",", ".").replace("\u2212", "-"));

function Line({ label, children }: { readonly label: string; readonly children: React.ReactNode }) {
  return (
    <Flex align="center" gap="8px" py="3px" fontSize="12.5px" minH="30px">
      <Box flex="1" color="ash">
        {label}
      </Box>
      {children}
    </Flex>
  );
}

function Entry(props: {
  readonly label: string;
  readonly value: string;
  readonly width?: string;
  readonly placeholder?: string;
  /** Takes what was typed; returns what is wrong with it, or null. */
  readonly onCommit: (text: string) => string | null;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Box>
      <Input
        key={props.value}
        size="xs"
        width={props.width ?? "84px"}
        aria-label={props.label}
        aria-invalid={problem !== null}
        title={problem ?? props.label}
        bg="slate"
        borderColor={problem ? "coral" : "line"}
        fontFamily="mono"
        textAlign="right"
        placeholder={props.placeholder}
        defaultValue={props.value}
        onBlur={(event) => event.target.value !== props.value && setProblem(props.onCommit(event.target.value))}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
      {problem && (
        <Box color="coral" fontSize="11.5px" maxW="150px" role="alert">
          {problem}
        </Box>
      )}
    </Box>
  );
}

/** Where the light comes from, what moves, and what holds the phone; every way in shows the EV it gives. */
export function SceneForm({ scene, fNumber, meterStops, plannedSkyEv, onChange }: SceneFormProps) {
  const commit = (key: keyof ShotScene, value: unknown): string | null => {
    const checked = shotScene.shape[key].safeParse(value);
    if (!checked.success) return checked.error.issues[0]?.message ?? "That cannot be used.";
    onChange({ [key]: checked.data });
    return null;
  };
  const light = (ev: number) => commit("sceneEv", Math.round(ev * 100) / 100);
  const automatic = (text: string): string | null => {
    const match = /^\s*(.+?)\s*(?:at|,|@)?\s*iso\s*(\d+)\s*$/i.exec(text);
    const seconds = match ? parseDuration(match[1]!) : null;
    if (!match || seconds === null || seconds <= 0) return "Write it like 1/20 iso 640.";
    return light(exposureValue({ fNumber, shutterSeconds: seconds, iso: Number(match[2]) }));
  };
  const reading = (text: string): string | null => {
    const stops = number(text);
    if (!Number.isFinite(stops) || Math.abs(stops) > 12) return "Write the meter's stops, such as +1.3.";
    if (meterStops === null) return "Set a point in the field first.";
    return light(scene.sceneEv + stops - meterStops);
  };
  const select = { bg: "slate", height: "26px", fontSize: "12.5px", maxW: "170px" } as const;
  const moverEntry = (key: "distanceM" | "speedMps" | "headingDegFromPerpendicular", label: string) =>
    scene.mover && (
      <Line label={label}>
        <Entry
          label={label}
          value={minus(String(scene.mover[key]))}
          onCommit={(text) => commit("mover", { ...scene.mover, [key]: number(text) })}
        />
      </Line>
    );
  return (
    <Box>
      <Box as="h3" fontSize="13px" fontWeight={620} mt="8px">
        {`Scene light, EV ${minus(scene.sceneEv.toFixed(1))}`}
      </Box>
      <Line label="typed, EV at ISO 100">
        <Entry
          label="Scene light, EV"
          value={minus(String(scene.sceneEv))}
          onCommit={(text) => commit("sceneEv", number(text))}
        />
      </Line>
      <Line label="by subject">
        <Box asChild {...select}>
          <select aria-label="Scene light by subject" value="" onChange={(event) => light(Number(event.target.value))}>
            <option value="">Choose</option>
            {LIT_SUBJECTS.map(({ name, ev: [low, high] }) => (
              <option key={name} value={(low + high) / 2} style={{ color: "#16171B" }}>
                {`${name}, EV ${minus(String((low + high) / 2))}`}
              </option>
            ))}
          </select>
        </Box>
      </Line>
      {plannedSkyEv !== null && (
        <Line label="by the sky when it is planned">
          <Box
            as="button"
            color="lamp"
            onClick={() => light(plannedSkyEv)}
          >{`EV ${minus(plannedSkyEv.toFixed(1))}`}</Box>
        </Line>
      )}
      <Line label="my phone's automatic shows">
        <Entry label="Automatic exposure" value="" width="116px" placeholder="1/20 iso 640" onCommit={automatic} />
      </Line>
      <Line label={`a frame at the point reads (now ${meterStops === null ? "none" : signed(meterStops)})`}>
        <Entry label="Meter reading of a test frame" value="" placeholder="+1.3" onCommit={reading} />
      </Line>
      <Line label="brightest surfaces to keep, stops over">
        <Entry
          label="Highlights, stops"
          value={String(scene.highlightStops)}
          onCommit={(text) => commit("highlightStops", number(text))}
        />
      </Line>
      <Box as="h3" fontSize="13px" fontWeight={620} mt="8px">
        What moves
      </Box>
      <Flex asChild align="center" gap="8px" fontSize="12.5px" minH="28px">
        <label>
          <input
            type="checkbox"
            checked={scene.mover !== null}
            onChange={(event) =>
              onChange({
                mover: event.target.checked ? { distanceM: 25, speedMps: 12, headingDegFromPerpendicular: 0 } : null,
              })
            }
          />
          Something crosses the frame
        </label>
      </Flex>
      {moverEntry("distanceM", "distance, m")}
      {moverEntry("speedMps", "speed, m/s")}
      {moverEntry("headingDegFromPerpendicular", "heading from straight across, °")}
      {scene.mover && (
        <Line label="its lamp, cd (empty for none)">
          <Entry
            label="Lamp, candela"
            value={scene.lampIntensityCd === null ? "" : String(scene.lampIntensityCd)}
            onCommit={(text) => commit("lampIntensityCd", text.trim() === "" ? null : number(text))}
          />
        </Line>
      )}
      <Line label="water">
        <Box asChild {...select}>
          <select
            aria-label="Water"
            value={scene.water ?? ""}
            onChange={(event) => commit("water", event.target.value === "" ? null : event.target.value)}
          >
            <option value="" style={{ color: "#16171B" }}>
              none
            </option>
            {Object.entries(WATERS).map(([id, { name }]) => (
              <option key={id} value={id} style={{ color: "#16171B" }}>
                {name}
              </option>
            ))}
          </select>
        </Box>
      </Line>
      <Line label="the phone is held by">
        <Box asChild {...select}>
          <select
            aria-label="Support"
            value={scene.support}
            onChange={(event) => commit("support", event.target.value)}
          >
            {Object.entries(SUPPORTS).map(([id, { name }]) => (
              <option key={id} value={id} style={{ color: "#16171B" }}>
                {name}
              </option>
            ))}
          </select>
        </Box>
      </Line>
      <Line label="time there is, s">
        <Entry
          label="Time, seconds"
          value={String(scene.windowSeconds)}
          onCommit={(text) => commit("windowSeconds", parseDuration(text) ?? Number.NaN)}
        />
      </Line>
    </Box>
  );
}
