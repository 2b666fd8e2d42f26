import { Box, Grid } from "@chakra-ui/react";
import { type CapturePlan, periodAfter, shutterOf } from "@/core/capture";
import { type Focus, readableDuration } from "@/core/recipe";
import { plain } from "@/core/words";

const FILES = { jpeg: "JPEG", raw: "raw", "raw+jpeg": "raw and JPEG" } as const;

function focusText(focus: Focus | null): string {
  if (focus === null || focus.kind === "lock") return "locked";
  return focus.kind === "distance" ? `${focus.metres} m` : "infinity";
}

/** The ISO, or those of a ramp that goes on by it where the phone's shutter times lie far apart. */
function isosText({ shutters }: CapturePlan): string {
  const [least, most] = [Math.min(...shutters.map(({ iso }) => iso)), Math.max(...shutters.map(({ iso }) => iso))];
  return least === most ? String(least) : `${least} to ${most}`;
}

/** What is typed into the phone, name by name. */
function settingsOf(plan: CapturePlan): readonly (readonly [name: string, value: string])[] {
  const { nominalSeconds } = shutterOf(plan, 0);
  const shutters = plan.shutters.map((each) => readableDuration(each.nominalSeconds));
  return [
    [
      plan.shutters.length > 1 ? "Shutters" : "Shutter",
      (plan.recipe.rampStops === null ? shutters.join(", ") : `${shutters[0]} to ${shutters.at(-1)}`) ||
        readableDuration(nominalSeconds),
    ],
    ["ISO", isosText(plan)],
    ...(plan.filterStops > 0 ? [["Filter", `${plain(plan.filterStops)} stops`] as const] : []),
    ["White balance", `${Math.round(plan.kelvin)} K`],
    ["Focus", focusText(plan.focus)],
    ["Delay", plan.delaySeconds > 0 ? readableDuration(plan.delaySeconds) : "none"],
    ...(plan.frames > 1 ? [["From start to start", readableDuration(periodAfter(plan))] as const] : []),
    ["Files", FILES[plan.files]],
  ];
}

/** The line as one sets it on a phone that is not linked, large enough to read in the dark with the other hand busy. */
export function SettingsCard({ plan }: { readonly plan: CapturePlan }) {
  return (
    <Box
      as="section"
      aria-label="Set the phone like this"
      px={{ base: "16px", md: "40px" }}
      py={{ base: "12px", md: "28px" }}
    >
      <Box as="h2" fontSize="lead" fontWeight={620} mb="10px">
        Set the phone like this
      </Box>
      <Grid as="dl" templateColumns={{ base: "1fr 1fr", md: "repeat(3, 1fr)" }} gap={{ base: "14px", md: "22px" }}>
        {settingsOf(plan).map(([name, value]) => (
          <Box key={name}>
            <Box as="dt" color="ash" fontSize="note">
              {name}
            </Box>
            <Box as="dd" fontFamily="mono" fontSize={{ base: "22px", md: "30px" }} lineHeight="1.25">
              {value}
            </Box>
          </Box>
        ))}
      </Grid>
      <Box color="ash" mt="22px" maxW="60ch">
        Put this screen where you hear it, and begin: it beeps as the shutter opens and closes, and the log says
        afterwards which frame was which.
      </Box>
    </Box>
  );
}
