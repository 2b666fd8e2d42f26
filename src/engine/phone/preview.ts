import { planCapture } from "@/core/capture";
import { parseRecipe } from "@/core/recipe";
import { LitPlace } from "./litPlace";
import type { StandInStage } from "./stage";

/** As wide as a screen's picture is worth. */
const PREVIEW_WIDTH_PX = 480;
/** Whatever was set on it: its screen goes by its own. */
const ANY_LINE = "1/24 | iso 100";

/** What a stand-in's screen shows. */
export class Preview {
  private readonly place = new LitPlace(1);

  /** The screen now, as a JPEG. */
  async picture({ scene, camera, sensorCelsius }: StandInStage): Promise<Uint8Array> {
    const { lens, isoLadder } = camera;
    try {
      const [thread] = await this.place.use(scene, lens, Math.min(PREVIEW_WIDTH_PX, lens.widthPx));
      const conditions = { pressedAtMs: Date.now(), sensorCelsius, seed: Date.now() % 2 ** 31 };
      const plan = planCapture(parseRecipe(ANY_LINE).recipe, camera, conditions)!;
      return await thread!.ask((api) => api.screen(plan, isoLadder.at(-1)!));
    } finally {
      this.place.letGo();
    }
  }

  end = (): Promise<void> => this.place.end();
}
