import { Flex } from "@chakra-ui/react";
import { DateTime } from "luxon";
import type { CapturePlan } from "@/core/capture";
import { signed } from "@/core/words";
import { Action } from "@/ui/Action";
import { Readout } from "@/ui/Readout";
import type { Twilight } from "./useTwilight";

interface TwilightReasonsProps {
  readonly twilight: Twilight;
  readonly plan: CapturePlan;
  readonly zone: string;
  readonly onRamp: (rampStops: readonly number[] | null) => void;
}

/** Nearer than this a ramp has followed, stops. */
const SHORT_STOPS = 1 / 3;

/** How the light changes over the run, and the ramp that goes with it. */
export function TwilightReasons({ twilight, plan, zone, onRamp }: TwilightReasonsProps) {
  const { changeStops, ramp, beginsAtMs, isPlanned } = twilight;
  const has = plan.recipe.rampStops !== null;
  if (ramp === null && !has) return null;
  // What the ramp does not reach stays dark, or bright.
  const left = ramp === null ? 0 : changeStops + (ramp.at(-1) ?? 0);
  const begins = DateTime.fromMillis(beginsAtMs, { zone }).toFormat("HH:mm");
  return (
    <>
      <Readout
        label="The light over this run"
        value={signed(changeStops)}
        unit="stops"
        tone={has ? "bone" : "coral"}
        because={`Sky and lamps together, from ${isPlanned ? `its hour, ${begins}` : `now, ${begins}`}, to the last frame.${has ? " The line's ramp goes with it as it was set." : ""}${Math.abs(left) > SHORT_STOPS ? ` The shutter follows by ${signed(ramp?.at(-1) ?? 0)}, as far as phone and interval let it: begin shorter at a higher ISO, or with a longer interval.` : ""}`}
      />
      <Flex gap="14px" py="6px" wrap="wrap">
        {ramp !== null && (
          <Action look="text" color="lamp" onClick={() => onRamp(ramp)}>
            {has ? "Set the ramp anew" : "Ramp the shutter with it"}
          </Action>
        )}
        {has && (
          <Action look="text" color="ash" onClick={() => onRamp(null)}>
            No ramp
          </Action>
        )}
      </Flex>
    </>
  );
}
