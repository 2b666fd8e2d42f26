/** The command was right but its input cannot be used: exit code 1, one line that says which and why. */
export class InputError extends Error {}

/** The command was not written as it should be: exit code 2. */
export class UsageError extends Error {}
