import { z } from "zod";
import { phoneCapabilities, phoneSettings, phoneSettingsChange, phoneStatus } from "./phoneProtocol";

/** What the linked phone says of itself, as a page is told. */
export const phoneReply = z.object({
  name: phoneCapabilities.shape.name,
  isStandIn: z.boolean(),
  canPause: phoneCapabilities.shape.canPause,
  settings: phoneSettings,
  status: phoneStatus,
});
export type PhoneReply = z.infer<typeof phoneReply>;

export const phoneChange = phoneSettingsChange;
