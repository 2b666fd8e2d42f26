import { answer } from "@/app/http";
import { phoneReply } from "@/contracts/phoneReply";
import type { LinkedPhone } from "@/engine/phone/linked";

/** Answers with what a phone says of itself. @throws PhoneAwayError where it does not answer. */
export async function phoneAnswer({ phone, by }: LinkedPhone): Promise<Response> {
  const [{ name, canPause }, settings, status] = await Promise.all([
    phone.capabilities(),
    phone.settings(),
    phone.status(),
  ]);
  return answer(phoneReply, { name, linkedBy: by, canPause, settings, status });
}
