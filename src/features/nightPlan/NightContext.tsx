"use client";

import { createContext, type ReactNode, useContext, useMemo, useState } from "react";
import type { OutingReply, ShotReply } from "@/contracts/replies";
import { type IntentId, intentOf } from "@/core/intent";
import { bestOfSlots, type ScoredStretch, scoreMoment, slotScores } from "@/core/night";
import { type NightData, useNightData } from "./useNightData";

/** A night with everything drawn or said about it. */
export interface Night extends NightData {
  readonly intent: IntentId;
  readonly setIntent: (intent: IntentId) => void;
  /** Score of each moment for the intent. */
  readonly scores: readonly number[];
  /** The best stretch of it for the intent, as long as that usually takes. */
  readonly best: ScoredStretch;
  readonly shots: readonly ShotReply[];
}

/** A stretch of time, epoch milliseconds. */
export type TimeSpan = readonly [from: number, to: number];

/** Ways to change what is looked at; the same functions for good, so that holding them costs no drawing. */
interface NightPointer {
  readonly setDomain: (domain: TimeSpan) => void;
  readonly setCursorMs: (atMs: number | null) => void;
  /** Holds an instant, which is the cursor while nothing is pointed at; null lets go of it. */
  readonly holdMs: (atMs: number | null) => void;
}

const NightContext = createContext<Night | null>(null);
const ComingContext = createContext(false);
const DomainContext = createContext<TimeSpan>([0, 1]);
const CursorContext = createContext<number | null>(null);
const HeldContext = createContext<number | null>(null);
const PointerContext = createContext<NightPointer>({ setDomain: () => {}, setCursorMs: () => {}, holdMs: () => {} });
const NO_SHOTS: readonly ShotReply[] = [];

/** The night at hand; null for an outing without a site, and until it has been worked out. */
export const useNight = (): Night | null => useContext(NightContext);

/** Whether the night is still being worked out: there is a site, and so there will be one. */
export const useNightIsComing = (): boolean => useContext(ComingContext);

/** The stretch of the night that the ribbon shows. */
export const useNightDomain = (): TimeSpan => useContext(DomainContext);

/** The instant that is pointed at, or null. */
export const useNightCursor = (): number | null => useContext(CursorContext);

/** The instant that is held, or null. */
export const useNightHeld = (): number | null => useContext(HeldContext);

/** Ways to change what is looked at. */
export const useNightPointer = (): NightPointer => useContext(PointerContext);

interface NightProviderProps {
  /** Undefined until it is there. */
  readonly outing: OutingReply | undefined;
  readonly shotId: string;
  readonly children: ReactNode;
}

/** Computes an outing's night once and shares it between ribbon and stations. */
export function NightProvider({ outing, shotId, children }: NightProviderProps) {
  const site = outing?.site ?? null;
  const shots = outing?.shots ?? NO_SHOTS;
  const date = outing?.outing.date ?? "";
  const overrides = outing?.outing.overrides;
  const [chosen, setIntent] = useState<IntentId | null>(null);
  const intent = chosen ?? shots.find(({ id }) => id === shotId)?.intent ?? "light-trails";
  const computed = useNightData(site, date, overrides);
  const scores = useMemo(
    () => computed?.moments.map((moment) => scoreMoment(intent, moment, computed.plan.site)) ?? [],
    [computed, intent],
  );
  const best = useMemo(
    () => computed && bestOfSlots(slotScores(computed.plan, intent), intentOf(intent).usualMinutes),
    [computed, intent],
  );
  const night = useMemo(
    () => (computed && best ? { ...computed, intent, setIntent, scores, best, shots } : null),
    [computed, intent, scores, best, shots],
  );

  const [zoomed, setZoomed] = useState<{ readonly night: number; readonly domain: TimeSpan } | null>(null);
  const [cursorMs, setCursorMs] = useState<number | null>(null);
  const [heldMs, holdMs] = useState<number | null>(null);
  const beginMs = computed?.beginMs ?? 0;
  const endMs = computed?.endMs ?? 1;
  const domain = useMemo(
    (): TimeSpan => (zoomed?.night === beginMs ? zoomed.domain : [beginMs, endMs]),
    [zoomed, beginMs, endMs],
  );
  const pointer = useMemo(
    (): NightPointer => ({ setDomain: (next) => setZoomed({ night: beginMs, domain: next }), setCursorMs, holdMs }),
    [beginMs],
  );
  return (
    <NightContext.Provider value={night}>
      <ComingContext.Provider value={night === null && site !== null}>
        <PointerContext.Provider value={pointer}>
          <DomainContext.Provider value={domain}>
            <HeldContext.Provider value={heldMs}>
              <CursorContext.Provider value={cursorMs}>{children}</CursorContext.Provider>
            </HeldContext.Provider>
          </DomainContext.Provider>
        </PointerContext.Provider>
      </ComingContext.Provider>
    </NightContext.Provider>
  );
}
