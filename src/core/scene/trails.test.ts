import { chosenCamera } from "../camera";
import { planCapture, SOME_TIME } from "../capture";
import { STILL_PLACE } from "../facts";
import { LAMP_CLASSES, type LampClassId } from "../light";
import { outlookOf } from "../outlook";
import { stillPlace } from "../outlook/testing/facts";
import { parseRecipe } from "../recipe";
import { FOCAL_PLANE_FACTOR } from "../sensor";
import { sceneForShot, sceneNamed, viewOf } from ".";
import { gatherLampStreaks } from "./moving";
import { passagesIn } from "./passages";
import { addStreak } from "./streaks";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const { lens } = camera;
const plan = planCapture(parseRecipe("1s | iso 50").recipe, camera, SOME_TIME)!;
const POINTS = (Object.keys(LAMP_CLASSES) as LampClassId[]).filter((id) => LAMP_CLASSES[id].kind === "point");

describe.each(POINTS)("the trail of a %s through the skate yard", (lamp) => {
  it.each([12, 25, 60, 120])(
    "at %d m has the light that the solver promises, at two widths of the picture",
    (distanceM) => {
      const mover = { distanceM, speedMps: 0.3 * distanceM, headingDegFromPerpendicular: 0 };
      const yard = { ...sceneNamed("skate-yard")!, visibilityMetres: 1e9, traffic: [] };
      const scene = sceneForShot(yard, { ...STILL_PLACE, mover, lamps: [lamp], opensAs: "passes" }, null, lens);
      const [trail] = outlookOf(plan, { ...stillPlace, mover, lamps: [lamp] }).trails;
      for (const width of [320, 960]) {
        const view = viewOf(scene, lens, width);
        const light = new Float32Array(3 * view.width * view.height);
        // Long enough that it passes the middle of the picture whole.
        for (const streak of gatherLampStreaks(scene, view, passagesIn(scene, 0, 1.2, 1.2)))
          if (streak.on === "all") addStreak(streak, view.width, 0, view.height, light);
        let across = 0;
        const column = Math.round(0.6 * view.width);
        const { colour } = LAMP_CLASSES[lamp];
        for (let y = 0; y < view.height; y++) across += light[3 * (y * view.width + column) + 1]! / colour[1];
        // Light across the trail over its width, in pixels of the sensor.
        const exposure = (across * FOCAL_PLANE_FACTOR) / lens.fNumber ** 2 / ((trail!.widthPx * width) / lens.widthPx);
        expect(Math.abs(Math.log2(exposure / trail!.exposureLuxSeconds))).toBeLessThan(0.15);
      }
    },
  );
});
