import type { Db } from "@/db/database";
import type { Shot } from "@/db/outings";
import { PhoneAnswerError } from "./phone/failures";
import { linkedPhone, setStandIn } from "./phone/linked";
import { cameraOf, stageOf } from "./shotStage";

/** What the linked phone's screen shows where a shot is taken, as a JPEG; null where the phone does not tell, or is at a run. */
export async function previewShot(db: Db, shot: Shot): Promise<Buffer | null> {
  const linked = await linkedPhone();
  try {
    await setStandIn(linked, await stageOf(db, shot, await cameraOf(db, shot), null));
    return await linked.phone.preview();
  } catch (error) {
    if (error instanceof PhoneAnswerError && (error.code === "not-found" || error.code === "phone-busy")) return null;
    throw error;
  }
}
