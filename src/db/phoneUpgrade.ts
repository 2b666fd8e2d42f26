import { GENERIC_PHONE } from "@/core/camera";

type Parts = Readonly<Record<string, unknown>>;
const isParts = (value: unknown): value is Parts =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** A lens that lacks what came later has it from the generic lens of its name, or the generic main one. */
function upgradedLens(lens: unknown): unknown {
  if (!isParts(lens)) return lens;
  const { lenses } = GENERIC_PHONE.profile;
  return { ...(lenses.find(({ name }) => name === lens.name) ?? lenses[0]), ...lens };
}

/** A phone's profile of any earlier version as one of today: what it does not tell is that of the generic phone. */
export function upgradedProfile(profile: unknown): unknown {
  if (!isParts(profile)) return profile;
  const lenses = Array.isArray(profile.lenses) ? profile.lenses.map(upgradedLens) : profile.lenses;
  return { ...GENERIC_PHONE.profile, ...profile, ...(lenses === undefined ? {} : { lenses }) };
}
