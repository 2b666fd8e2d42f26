import { randomBytes } from "node:crypto";
import { statfsSync } from "node:fs";
import { rm } from "node:fs/promises";
import { type PhoneCapabilities, type PhoneSettings, PROTOCOL_VERSION } from "@/contracts/phoneProtocol";
import { readAs } from "@/core/camera";
import { PhoneBody } from "./body";
import type { PhoneFaults } from "./faults";
import { LitPlace } from "./litPlace";
import { makeOwnFolder, sweepLeft } from "./ownFolder";
import { Preview } from "./preview";
import { PhoneRefusal, StandInRuns } from "./runs";
import { type PhoneServer, parsed, servePhone } from "./server";
import { MOST_STAGE_BYTES, STAGE_PATH, stageRequest, usualStage } from "./stage";
import { StandInPhone, THREADS } from "./standIn";

/** As a phone lies on the table: not as one would want it for a night picture. */
const AS_IT_LIES: PhoneSettings = {
  flash: "auto",
  fullSize: false,
  rawCopies: false,
  nightMode: true,
  focusLocked: false,
  whiteBalanceLocked: false,
};
/** It is out of reach for so long after a fault of that name. */
const AWAY_MS = 3000;

interface StandInOptions {
  /** Null for the name that its camera has. */
  readonly name: string | null;
  readonly port: number;
  readonly faults: PhoneFaults;
  /** Left out for one that nobody can guess. */
  readonly token?: string;
  /** So long it waits for anybody to ask it something; left out for ever. */
  readonly idleSeconds?: number;
  readonly onIdle?: () => void;
}

const LOOK_MS = 1000;

/** Looks now and then whether anybody still wants a phone. */
function endWhenIdle(
  seconds: number,
  lastAskedAt: () => number,
  isAtRun: () => boolean,
  onIdle: () => void,
): NodeJS.Timeout {
  const timer = setInterval(() => {
    if (Date.now() - lastAskedAt() > 1000 * seconds && !isAtRun()) onIdle();
  }, LOOK_MS);
  timer.unref();
  return timer;
}

/** Starts a stand-in phone that answers at an address; its frames lie in a folder of its own, which goes with it. */
export async function startStandIn({
  name,
  port,
  faults,
  token,
  idleSeconds = Number.POSITIVE_INFINITY,
  onIdle = () => {},
}: StandInOptions): Promise<PhoneServer> {
  await sweepLeft();
  const folder = await makeOwnFolder();
  let stage = usualStage();
  let settings = AS_IT_LIES;
  const body = new PhoneBody();
  const place = new LitPlace(THREADS);
  const preview = new Preview();
  const wrongFrame = faults.wrong === undefined ? null : faults.wrong - 1;
  const runs = new StandInRuns(
    folder,
    () => ({
      camera: new StandInPhone(stage.camera, stage, { settings, body, place, wrongFrame }),
      startsAt: stage.pressedAt === null ? null : new Date(stage.pressedAt),
    }),
    faults,
    body,
  );
  const capabilities = (): PhoneCapabilities => {
    const { camera } = stage;
    const { name: lensName, focalLengthMm, fNumber, widthPx, heightPx } = camera.lens;
    return {
      protocol: PROTOCOL_VERSION,
      name: name ?? camera.phone,
      lens: { name: lensName, focalLengthMm, fNumber, widthPx, heightPx },
      shutterLadderSeconds: [...camera.shutterLadder],
      isoLadder: [...camera.isoLadder],
      delaysSeconds: [...camera.delaysSeconds],
      widthsPx: [...camera.widthsPx],
      files: ["jpeg", "raw+jpeg"],
      shutterLagSeconds: camera.shutterLagSeconds,
      writeSeconds: readAs(camera, settings.fullSize).writeSeconds,
      canPause: true,
    };
  };
  const isAtRun = () => ["armed", "running", "paused"].includes(runs.latest()?.state ?? "");
  const server = await servePhone(
    {
      runs,
      capabilities,
      status: () => {
        const { bavail, bsize } = statfsSync(folder);
        return {
          now: new Date().toISOString(),
          ...body.reading(stage.sensorCelsius, bavail * bsize),
          run: runs.latest(),
        };
      },
      preview: () => preview.picture(stage),
      settings: () => settings,
      set: (change) => {
        if (isAtRun()) throw new PhoneRefusal("wrong-state", "Settings are changed before a run, not in it.");
        const set = Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined));
        // Whoever leaves the night mode for settings of their own has to focus anew.
        const losesFocus = settings.nightMode && change.nightMode === false;
        settings = { ...settings, ...(losesFocus && { focusLocked: false }), ...set };
        return settings;
      },
      own: async (method, path, body) => {
        if (path !== STAGE_PATH || method !== "PUT") return null;
        if (isAtRun()) throw new PhoneRefusal("wrong-state", "The stand-in is at a run; it stays where it is.");
        stage = parsed(stageRequest, await body(MOST_STAGE_BYTES));
        return capabilities();
      },
    },
    token ?? randomBytes(24).toString("base64url"),
    port,
  );
  const idle = endWhenIdle(idleSeconds, () => server.lastAskedAt(), isAtRun, onIdle);
  runs.happens.on("gone", () => server.away(AWAY_MS));
  return {
    ...server,
    close: async () => {
      clearInterval(idle);
      await server.close();
      await Promise.all([preview.end(), place.end()]);
      await rm(folder, { recursive: true, force: true });
    },
  };
}
