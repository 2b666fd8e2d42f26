// The built application on a port of this machine alone: node scripts/serve.mjs PORT.
import { createServer } from "node:http";
import next from "next";
import { root } from "./bundle.mjs";

/** Other methods the framework answers with an error of its own. */
const METHODS = ["GET", "HEAD", "POST", "PUT", "PATCH", "DELETE", "OPTIONS"];

const hostname = "127.0.0.1";
const port = Number(process.argv[2]);
const application = next({ dev: false, dir: root, hostname, port });
await application.prepare();
const handle = application.getRequestHandler();
const server = createServer((request, response) => {
  if (METHODS.includes(request.method ?? "")) void handle(request, response);
  else response.writeHead(405, { allow: METHODS.join(", ") }).end();
});
for (const signal of ["SIGINT", "SIGTERM"]) {
  process.once(signal, () => {
    server.close(() => process.exit(0));
    // Streams of events stay open for as long as their pages do.
    server.closeAllConnections();
  });
}
// A connection that rests is left to the client to close: closed here in the moment of the next request, that is lost.
server.keepAliveTimeout = 65_000;
server.headersTimeout = 70_000;
server.listen(port, hostname);
