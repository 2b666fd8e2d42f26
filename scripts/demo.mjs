// npm run demo: from a fresh checkout to the demo in the browser.
import { dataFolder, ensureBuilt, ensureInstalled, freePort, hasData, root, run, startServer } from "./prepare.mjs";

try {
  await ensureInstalled();
  await ensureBuilt();
  if (!hasData("demo-loaded")) {
    await run("node", ["dist/seed.mjs"], { env: { ...process.env, AEVUMEN_ROOT: root, AEVUMEN_DATA: dataFolder() } });
  }
  const { child, address } = await startServer({ port: await freePort(Number(process.env.PORT ?? 3210)) });
  console.log(`\n  aevumen is ready at ${address}\n  Your data is in ${dataFolder()}. Stop with Ctrl+C.\n`);
  child.on("exit", (code) => process.exit(code ?? 0));
} catch (error) {
  console.error(`\n${error.message}`);
  process.exit(1);
}
