import { phoneError } from "@/contracts/phoneProtocol";
import { type PhoneLink, RemotePhone } from "./client";
import { PhoneAnswerError } from "./failures";
import { findOwnStandIn, ownStandIn } from "./ownStandIn";
import { savedLink } from "./savedLink";
import { STAGE_PATH, type StandInStage } from "./stage";

/** A phone that runs go to. */
export interface LinkedPhone {
  readonly link: PhoneLink;
  readonly phone: RemotePhone;
  /** How it comes to be the one; a stand-in has to be told what it sees. */
  readonly by: "environment" | "person" | "stand-in";
}

/** The phone that the environment names: `AEVUMEN_PHONE` its address, `AEVUMEN_PHONE_TOKEN` its token. */
function namedPhone(): LinkedPhone | null {
  const { AEVUMEN_PHONE: address, AEVUMEN_PHONE_TOKEN: token = "" } = process.env;
  if (!address) return null;
  const link = { address: address.replace(/\/+$/, ""), token };
  return { link, phone: new RemotePhone(link), by: "environment" };
}

/** The phone that the environment names, else the one that a person has linked; null where there is neither. */
async function otherPhone(): Promise<LinkedPhone | null> {
  const named = namedPhone();
  if (named) return named;
  const link = await savedLink();
  return link && { link, phone: new RemotePhone(link), by: "person" };
}

const standIn = (link: PhoneLink): LinkedPhone => ({ link, phone: new RemotePhone(link), by: "stand-in" });

/** The phone that runs go to: the one that is named or linked, else the stand-in, which is started if it does not run. */
export async function linkedPhone(): Promise<LinkedPhone> {
  return (await otherPhone()) ?? standIn(await ownStandIn());
}

/** The phone that runs went to, if it is there; nothing is started. */
export async function phoneIfThere(): Promise<LinkedPhone | null> {
  const other = await otherPhone();
  if (other) return other;
  const link = await findOwnStandIn();
  return link && standIn(link);
}

/** Tells a stand-in where it stands, which camera it is, and what its clock says; other phones know by themselves. */
export async function setStandIn({ link, by }: LinkedPhone, stage: StandInStage): Promise<void> {
  if (by !== "stand-in") return;
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
