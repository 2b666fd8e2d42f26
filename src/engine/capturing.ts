import type { Database } from "@/db/database";
import type { RemotePhone } from "./phone/client";

/** A run whose frames this process takes from a phone. */
export interface ActiveRun {
  readonly phone: RemotePhone;
  /** Ends the taking; the run itself goes on on the phone, and whoever comes next takes it. */
  readonly stop: AbortController;
  /** Ends the run here, for a person who will not wait for a phone that does not hear. */
  readonly end: AbortController;
}

/** What runs need of the process that they belong to. */
export interface RunsHost {
  readonly database: Database;
  /** By run. */
  readonly capturing: Map<string, ActiveRun>;
}
