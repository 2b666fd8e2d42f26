import { application } from "./application";

/** Opens the application; when it cannot be opened, says why and ends the server. */
export async function openAtStart(): Promise<void> {
  try {
    await application();
  } catch (error) {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  }
}
