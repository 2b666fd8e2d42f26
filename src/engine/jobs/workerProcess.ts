import { openApplication } from "../application";
import { FolderHeldError } from "../owner";

// `npm run worker`: works on queued jobs beside a server, for a shared PostgreSQL database.

try {
  const worker = await openApplication({ purpose: "an Aevumen worker", works: true });
  console.log("Working on queued jobs. Stop with Ctrl+C.");
  const stop = async () => {
    await worker.close();
    process.exit(0);
  };
  process.on("SIGINT", stop);
  process.on("SIGTERM", stop);
} catch (error) {
  if (!(error instanceof FolderHeldError)) throw error;
  console.error(`${error.message} (The server works on jobs itself unless DATABASE_URL names a PostgreSQL server.)`);
  process.exit(1);
}
