// npm start: the application on its own data, without the demo.
import { dataFolder, ensureBuilt, ensureInstalled, freePort, startServer } from "./prepare.mjs";

try {
  await ensureInstalled();
  await ensureBuilt();
  const { child, address } = await startServer({ port: await freePort(Number(process.env.PORT ?? 3210)) });
  console.log(`\n  aevumen is ready at ${address}\n  Your data is in ${dataFolder()}. Stop with Ctrl+C.\n`);
  child.on("exit", (code) => process.exit(code ?? 0));
} catch (error) {
  console.error(`\n${error.message}`);
  process.exit(1);
}
