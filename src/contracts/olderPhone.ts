import { GENERIC_PHONE } from "@/core/camera/genericPhone";

type Parts = Readonly<Record<string, unknown>>;
const isParts = (value: unknown): value is Parts =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** The parts of one object that another lacks. */
function lacking(parts: Parts, whole: object): Parts {
  return Object.fromEntries(Object.entries(whole).filter(([key]) => !(key in parts)));
}

/**
 * A phone's profile as one of today, whenever it was written: what it does not tell is that of the generic phone, a lens's
 * that of the generic lens of its name, or of the main one. `assumed` names every such field, as `shutterLagSeconds` or
 * `lenses.1.bits`; what is no profile at all comes back as it is.
 */
export function completedProfile(profile: unknown): unknown {
  if (!isParts(profile)) return profile;
  const { lenses: generic, ...rest } = GENERIC_PHONE.profile;
  const missing = lacking(profile, rest);
  const assumed = Object.keys(missing);
  const lenses = Array.isArray(profile.lenses)
    ? profile.lenses.map((lens: unknown, index) => {
        if (!isParts(lens)) return lens;
        const missed = lacking(lens, generic.find(({ name }) => name === lens.name) ?? generic[0] ?? {});
        assumed.push(...Object.keys(missed).map((key) => `lenses.${index}.${key}`));
        return { ...missed, ...lens };
      })
    : profile.lenses;
  if (assumed.length === 0) return profile;
  const before = Array.isArray(profile.assumed) ? profile.assumed : [];
  return { ...missing, ...profile, lenses, assumed: [...new Set([...before, ...assumed])] };
}
