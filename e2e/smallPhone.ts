import type { APIRequestContext } from "@playwright/test";
import { GENERIC_PHONE } from "../src/core/camera";

/** Sides of a sensor whose smallest picture is 480 pixels wide. */
const [WIDTH_PX, HEIGHT_PX] = [1920, 1440];

/** The generic phone with so few pixels that a stand-in lights its scene at once; its lenses see as wide and as much. */
export const SMALL_PHONE = {
  ...GENERIC_PHONE,
  profile: {
    ...GENERIC_PHONE.profile,
    lenses: GENERIC_PHONE.profile.lenses.map((lens) => ({
      ...lens,
      widthPx: WIDTH_PX,
      heightPx: HEIGHT_PX,
      pitchUm: (lens.pitchUm * lens.widthPx) / WIDTH_PX,
    })),
  },
};

/** Widths in pixels that it writes, and what Run calls them. */
export const SMALL = { widthPx: 480, name: "0.2 MP", usual: "0.7 MP", size: "480 × 360", pixels: 480 * 360 } as const;

/** Makes it the phone of a server's kit. */
export async function putSmallPhone(request: APIRequestContext, address = ""): Promise<void> {
  const reply = await request.put(`${address}/api/kit/phones`, { data: SMALL_PHONE });
  if (!reply.ok()) throw new Error(`The kit does not take the phone: ${await reply.text()}`);
}
