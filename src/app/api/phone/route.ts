import { readJson, refusal, route } from "@/app/http";
import { phoneChange } from "@/contracts/phoneReply";
import { linkedPhone } from "@/engine/phone/linked";
import { phoneAnswer } from "./phoneAnswer";

/** What the linked phone says of itself. */
export const GET = route(async () => phoneAnswer(await linkedPhone()));

/** Changes how the linked phone is set. */
export const PATCH = route(async (request) => {
  const wanted = phoneChange.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const linked = await linkedPhone();
  await linked.phone.set(wanted.data);
  return phoneAnswer(linked);
});
