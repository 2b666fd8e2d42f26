import { answer, readJson, refusal, route } from "@/app/http";
import { phoneChange, phoneReply } from "@/contracts/phoneReply";
import { type LinkedPhone, linkedPhone } from "@/engine/phone/linked";

async function told({ phone, isStandIn }: LinkedPhone): Promise<Response> {
  const [{ name, canPause }, settings, status] = await Promise.all([
    phone.capabilities(),
    phone.settings(),
    phone.status(),
  ]);
  return answer(phoneReply, { name, isStandIn, canPause, settings, status });
}

/** What the linked phone says of itself. */
export const GET = route(async () => told(await linkedPhone()));

/** Changes how the linked phone is set. */
export const PATCH = route(async (request) => {
  const wanted = phoneChange.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const linked = await linkedPhone();
  await linked.phone.set(wanted.data);
  return told(linked);
});
