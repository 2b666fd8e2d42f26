import { problem, readJson, refusal, route } from "@/app/http";
import { phoneLink } from "@/contracts/phoneReply";
import { application } from "@/engine/application";
import { RemotePhone } from "@/engine/phone/client";
import { PhoneAnswerError, PhoneAwayError } from "@/engine/phone/failures";
import { linkedPhone } from "@/engine/phone/linked";
import { forgetLink, saveLink } from "@/engine/phone/savedLink";
import { phoneAnswer } from "../phoneAnswer";

const AT_A_RUN = () =>
  problem(409, "phone-busy", "A run goes on; its frames come from the phone that took them. Wait for it, or stop it.");

/** Links a phone by its address and token, once it has answered. */
export const PUT = route(async (request) => {
  const wanted = phoneLink.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  if ((await application()).capturing.size > 0) return AT_A_RUN();
  const { address } = wanted.data;
  try {
    await new RemotePhone(wanted.data).capabilities();
  } catch (error) {
    if (error instanceof PhoneAnswerError && error.code === "unauthorized")
      return problem(422, "wrong-token", `The phone at ${address} does not know this token. Nothing was changed.`);
    if (error instanceof PhoneAnswerError || error instanceof PhoneAwayError)
      return problem(422, "no-phone", `${error.message} Nothing was changed; is it on, and on this network?`);
    throw error;
  }
  await saveLink(wanted.data);
  return phoneAnswer(await linkedPhone());
});

/** Goes back to the stand-in. */
export const DELETE = route(async () => {
  if ((await application()).capturing.size > 0) return AT_A_RUN();
  await forgetLink();
  return phoneAnswer(await linkedPhone());
});
