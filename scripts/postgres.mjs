// A throw-away PostgreSQL server for the tests that run against both kinds of database.
import { spawn, spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

const VERSIONS = "/usr/lib/postgresql";

function binaries() {
  if (!existsSync(VERSIONS)) return null;
  const newest = readdirSync(VERSIONS).sort((a, b) => Number(b) - Number(a))[0];
  const folder = newest ? join(VERSIONS, newest, "bin") : "";
  return existsSync(join(folder, "initdb")) ? folder : null;
}

const isRoot = process.getuid?.() === 0;

/**
 * The server refuses to run as root, so root runs it as the user that Debian's package made. `setpriv` becomes the
 * server, so signals reach it.
 */
const asServer = (command, args) =>
  isRoot ? ["setpriv", ["--reuid=postgres", "--regid=postgres", "--clear-groups", command, ...args]] : [command, args];

/** Starts a server on a free port; null, said aloud, where there is none and none can be installed. */
export async function startPostgres(port) {
  if (!binaries() && isRoot) {
    console.log("Installing PostgreSQL for the tests …");
    spawnSync("apt-get", ["update", "-qq"], { stdio: "ignore" });
    spawnSync("apt-get", ["install", "-y", "-qq", "postgresql"], {
      stdio: "ignore",
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    });
  }
  const folder = binaries();
  if (!folder) {
    console.warn("SKIPPED: tests against a PostgreSQL server (no server here; install Debian's package postgresql).");
    return null;
  }
  const data = mkdtempSync(join(tmpdir(), "aevumen-postgres-"));
  if (isRoot) spawnSync("chown", ["postgres", data]);
  const init = spawnSync(
    ...asServer(join(folder, "initdb"), ["-D", data, "-U", "postgres", "-A", "trust", "-E", "UTF8", "--no-sync"]),
    { encoding: "utf8" },
  );
  if (init.status !== 0) throw new Error(`initdb failed: ${init.stderr}`);
  const settings = ["listen_addresses=127.0.0.1", `unix_socket_directories=${data}`, "fsync=off"];
  const args = ["-D", data, "-p", String(port), ...settings.flatMap((setting) => ["-c", setting])];
  const server = spawn(...asServer(join(folder, "postgres"), args), { stdio: ["ignore", "ignore", "pipe"] });
  await new Promise((resolve, reject) => {
    server.stderr.on("data", (chunk) => String(chunk).includes("ready to accept connections") && resolve());
    server.on("exit", (code) => reject(new Error(`PostgreSQL ended with ${code}`)));
  });
  return {
    url: `postgres://postgres@127.0.0.1:${port}/postgres`,
    stop: () =>
      new Promise((resolve) => {
        server.removeAllListeners("exit");
        server.on("exit", () => {
          rmSync(data, { recursive: true, force: true });
          resolve();
        });
        server.kill("SIGINT");
      }),
  };
}
