import { phoneError } from "@/contracts/phoneProtocol";
import { PhoneAnswerError, type PhoneLink, RemotePhone } from "./client";
import { findOwnStandIn, ownStandIn } from "./ownStandIn";
import { STAGE_PATH, type StandInStage } from "./stage";

/** A phone that runs go to. */
export interface LinkedPhone {
  readonly link: PhoneLink;
  readonly phone: RemotePhone;
  /** Whether it has to be told what it sees. */
  readonly isStandIn: boolean;
}

/** The phone that the environment names: `AEVUMEN_PHONE` its address, `AEVUMEN_PHONE_TOKEN` its token. */
function namedPhone(): LinkedPhone | null {
  const { AEVUMEN_PHONE: address, AEVUMEN_PHONE_TOKEN: token = "" } = process.env;
  if (!address) return null;
  const link = { address: address.replace(/\/+$/, ""), token };
  return { link, phone: new RemotePhone(link), isStandIn: false };
}

const standIn = (link: PhoneLink): LinkedPhone => ({ link, phone: new RemotePhone(link), isStandIn: true });

/** The phone that runs go to: the one that is named, else the stand-in, which is started if it does not run. */
export async function linkedPhone(): Promise<LinkedPhone> {
  return namedPhone() ?? standIn(await ownStandIn());
}

/** The phone that runs went to, if it is there; nothing is started. */
export async function phoneIfThere(): Promise<LinkedPhone | null> {
  const named = namedPhone();
  if (named) return named;
  const link = await findOwnStandIn();
  return link && standIn(link);
}

/** Tells a stand-in where it stands, which camera it is, and what its clock says; other phones know by themselves. */
export async function setStandIn({ link, isStandIn }: LinkedPhone, stage: StandInStage): Promise<void> {
  if (!isStandIn) return;
  const response = await fetch(link.address + STAGE_PATH, {
    method: "PUT",
    headers: { authorization: `Bearer ${link.token}`, "content-type": "application/json" },
    body: JSON.stringify(stage),
  });
  if (response.ok) return;
  const { code, message, details } = phoneError.parse(await response.json());
  // While it is at a run it stays where it is.
  throw new PhoneAnswerError(code === "wrong-state" ? "phone-busy" : code, message, details);
}
