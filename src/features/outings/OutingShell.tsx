"use client";

import { Box } from "@chakra-ui/react";
import { DateTime } from "luxon";
import { usePathname, useRouter } from "next/navigation";
import { type ReactNode, useMemo } from "react";
import type { ShotDetailReply } from "@/contracts/replies";
import { errorText } from "@/features/api/client";
import { useIsLive } from "@/features/api/live";
import { isUnderWay, useLiveRun, useLog, useOuting, useShot } from "@/features/api/queries";
import { NightProvider, useNight, useNightIsComing } from "@/features/nightPlan/NightContext";
import { NIGHT_LINE_HEIGHT, NightLine } from "@/features/ribbon/NightLine";
import { RIBBON_HEIGHTS, Ribbon } from "@/features/ribbon/Ribbon";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { Quiet } from "@/ui/Quiet";
import { Shell } from "@/ui/shell/Shell";
import { STATIONS, type StationPath } from "@/ui/shell/stations";
import { usePurpose } from "@/ui/shell/usePurpose";
import { StationThread } from "./StationThread";

/** What gives a station of a shot its bead. */
const HAS: Readonly<Record<Exclude<StationPath, "night" | "log">, (detail: ShotDetailReply) => boolean>> = {
  aim: ({ shot }) => shot.aim !== null,
  expose: ({ shot }) => shot.scene !== null,
  rehearse: ({ shot }) => shot.recipeLine !== "",
  run: ({ runs }) => runs.some(({ run }) => run.source !== "files" && !isUnderWay(run)),
  sift: ({ runs }) => runs.some(({ frameCount }) => frameCount > 0),
  stack: ({ stacks }) => stacks.some(({ stack }) => stack.resultHash),
  finish: ({ finishes }) => finishes.length > 0,
};

/** Stations that loose files have none of: they come from no place. */
const OF_A_SITE: readonly StationPath[] = ["night", "aim"];

interface OutingShellProps {
  readonly outingId: string;
  readonly shotId: string;
  readonly children: ReactNode;
}

/** What every station of an outing has on top: where one is, the ribbon, the thread of stations. */
export function OutingShell({ outingId, shotId, children }: OutingShellProps) {
  const outing = useOuting(outingId);
  const shot = useShot(shotId);
  const log = useLog();
  const router = useRouter();
  const pathname = usePathname();
  const base = `/outings/${outingId}/shots/${shotId}`;

  const stations = useMemo(() => {
    const has = (path: StationPath): boolean => {
      if (path === "night") return outing.data?.shots.some(({ beginsAt }) => beginsAt !== null) ?? false;
      if (path === "log") return log.data?.some(({ entry }) => entry.outingId === outingId) ?? false;
      return shot.data ? HAS[path](shot.data) : false;
    };
    return STATIONS.filter(({ path }) => outing.data?.site || !OF_A_SITE.includes(path)).map(({ path, name }) => ({
      href: `${base}/${path}`,
      name,
      bead: has(path),
    }));
  }, [base, outing.data, shot.data, log.data, outingId]);
  const items = useMemo(
    () => [
      ...stations.map(({ href, name }) => ({ name: `Go to ${name}`, act: () => router.push(href) })),
      ...(outing.data?.shots ?? [])
        .filter(({ id }) => id !== shotId)
        .map(({ id, name }) => ({
          name: `Shot: ${name}`,
          act: () => router.push(`/outings/${outingId}/shots/${id}/run`),
        })),
      { name: "All outings", act: () => router.push("/") },
      { name: "All sites, on the map", act: () => router.push("/sites") },
      { name: "Kit: phones and filters", act: () => router.push("/kit") },
    ],
    [stations, outing.data, shotId, outingId, router],
  );

  const station = pathname.split("/").at(-1) ?? "";
  const purpose = usePurpose(station);
  const error = (outing.data ? null : outing.error) ?? (shot.data ? null : shot.error);
  if (error) {
    return (
      <Shell>
        <Quiet level={1} title="This outing cannot be shown." action={{ name: "All outings", href: "/" }}>
          {errorText(error)}
          <Action
            mt="12px"
            onClick={() => {
              void outing.refetch();
              void shot.refetch();
            }}
          >
            Try again
          </Action>
        </Quiet>
      </Shell>
    );
  }
  const detail = outing.data;
  const title = detail && (
    <>
      <Box
        as="h1"
        fontWeight={600}
        fontSize={{ base: "label", md: "body" }}
        color={{ base: "ash", md: "bone" }}
        lineHeight={{ base: "16px", md: "normal" }}
        overflow="hidden"
        textOverflow="ellipsis"
      >
        {detail.outing.name}
      </Box>
      <Box color="ash" display={{ base: "none", md: "block" }}>
        {[detail.site?.name, DateTime.fromISO(detail.outing.date).toFormat("cccc d LLLL yyyy")]
          .filter(Boolean)
          .join(" · ")}
      </Box>
      <ShotChooser outingId={outingId} shotId={shotId} shots={detail.shots} />
    </>
  );
  return (
    <Shell title={title} items={items}>
      <NightProvider outing={detail} shotId={shotId}>
        <NightBand shotId={shotId} station={station} />
        <StationThread stations={stations} purpose={purpose} />
        <LiveNotice />
        {children}
      </NightProvider>
    </Shell>
  );
}

/** Says when the page no longer hears of what happens; it goes away by itself. */
function LiveNotice() {
  if (useIsLive()) return null;
  return (
    <Box role="status" px="16px" py="4px" bg="coral" color="black" fontSize="note">
      Not live: the application is being asked again. What is shown may be older than what is there.
    </Box>
  );
}

/** Stations that are about a picture: it is given the ribbon's room. */
const PICTURE_STATIONS: readonly string[] = ["rehearse", "run", "sift", "stack", "finish"];

function NightBand({ shotId, station }: { readonly shotId: string; readonly station: string }) {
  const night = useNight();
  const coming = useNightIsComing();
  const found = useShot(shotId).data?.runs.find(({ run }) => run.source !== "files" && isUnderWay(run));
  const live = useLiveRun(found?.run.id ?? null) ?? found;
  const running = live && isUnderWay(live.run) ? live : null;
  const isFolded = PICTURE_STATIONS.includes(station);
  const height = isFolded ? NIGHT_LINE_HEIGHT : RIBBON_HEIGHTS[station === "night" ? "large" : "small"];
  if (!night) return coming && <Box height={height} flexShrink="0" bg="slate" />;
  return isFolded ? (
    <NightLine night={night} shotId={shotId} running={running} />
  ) : (
    <Ribbon night={night} shotId={shotId} large={station === "night"} running={running} />
  );
}

function ShotChooser({
  outingId,
  shotId,
  shots,
}: {
  readonly outingId: string;
  readonly shotId: string;
  readonly shots: readonly { id: string; name: string }[];
}) {
  const router = useRouter();
  if (shots.length < 2) {
    return (
      <Box color="mist" lineHeight={{ base: "22px", md: "normal" }} overflow="hidden" textOverflow="ellipsis">
        {shots[0]?.name}
      </Box>
    );
  }
  return (
    <Choose
      label="Shot"
      size="xs"
      maxWidth="240px"
      value={shotId}
      options={shots.map(({ id, name }) => ({ value: id, name }))}
      onChoose={(id) => router.push(`/outings/${outingId}/shots/${id}/run`)}
    />
  );
}
