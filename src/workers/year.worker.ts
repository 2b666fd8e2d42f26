import { expose } from "comlink";
import { type IntentId, intentOf } from "../core/intent";
import { type NightSite, type ScoredNight, scoreYear } from "../core/night";

const NIGHTS_AT_ONCE = 24;

/** Scores a year's nights and hands them over in handfuls. */
const yearWorker = {
  async score(
    site: NightSite,
    year: number,
    intent: IntentId,
    /** Tells whether more are wanted. */
    onNights: (nights: readonly ScoredNight[]) => Promise<boolean>,
  ): Promise<void> {
    let handful: ScoredNight[] = [];
    for (const night of scoreYear(site, year, intent, intentOf(intent).usualMinutes)) {
      handful.push(night);
      if (handful.length < NIGHTS_AT_ONCE) continue;
      if (!(await onNights(handful))) return;
      handful = [];
    }
    await onNights(handful);
  },
};

export type YearWorker = typeof yearWorker;
expose(yearWorker);
