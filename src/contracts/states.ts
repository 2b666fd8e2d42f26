/** Who takes a run's frames: a phone that is linked, a person's own files, or somebody by hand. */
export const RUN_SOURCES = ["phone", "files", "hand"] as const;
/** How a run stands. */
export const RUN_STATES = ["running", "paused", "done", "aborted", "failed"] as const;

/** What jobs there are: a stack, or a part of one that another worker may take. */
export const JOB_KINDS = ["stack", "stack-part"] as const;
/** How a job stands. */
export const JOB_STATES = ["waiting", "running", "done", "cancelled", "failed"] as const;

/** What an entry of the log is about. */
export const LOG_KINDS = ["run", "stack"] as const;
