import { z } from "zod";
import { phoneCapabilities, phoneSettings, phoneSettingsChange, phoneStatus } from "./phoneProtocol";

/** What the linked phone says of itself, as a page is told. */
export const phoneReply = z.object({
  name: phoneCapabilities.shape.name,
  /** How it comes to be the one: by the environment, by a person, or because there is no other. */
  linkedBy: z.enum(["environment", "person", "stand-in"]),
  canPause: phoneCapabilities.shape.canPause,
  settings: phoneSettings,
  status: phoneStatus,
});
/** The linked phone as pages see it. */
export type PhoneReply = z.infer<typeof phoneReply>;

/** Settings that a page asks of the phone. */
export const phoneChange = phoneSettingsChange;

const HTTP = /^https?:\/\//;

/** Where a phone answers, and the word that it asks for. */
export const phoneLink = z.strictObject({
  address: z
    .string()
    .trim()
    .max(200)
    .refine((text) => URL.canParse(text) && HTTP.test(text), "An address, such as http://192.168.4.1:8080")
    // What stands behind it is the protocol's own.
    .refine((text) => !/[?#@]/.test(text), "An address alone: without a question, a place in a page, or a name in it.")
    .transform((text) => text.replace(/\/+$/, "")),
  token: z.string().trim().min(1, "The phone's token.").max(500),
});
