import { route } from "@/app/http";
import type { PhoneReply } from "@/contracts/replies";
import { application } from "@/engine/application";
import { standInPhone } from "@/engine/runs";

/** What the phone at hand can do. */
export const GET = route(async () => {
  const phone = await standInPhone((await application()).database.db);
  const { name, widthsPx, profile } = await phone.capabilities();
  const { shutterLadder, isoLadder, writeSeconds } = profile;
  const reply: PhoneReply = { name, widthsPx: [...widthsPx], shutterLadder, isoLadder, writeSeconds };
  return Response.json(reply);
});
