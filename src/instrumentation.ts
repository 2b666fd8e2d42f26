/** Opens the database and resumes unfinished work as soon as the server starts, not at the first request. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME === "nodejs" && process.env.NEXT_PHASE !== "phase-production-build") {
    const { openAtStart } = await import("./engine/openAtStart");
    await openAtStart();
  }
}
