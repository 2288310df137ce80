// Serves the built application: true client addresses, brotli made at build time, a limit on bodies, a clean end.
import { createReadStream, existsSync, readFileSync, statSync } from "node:fs";
import { createServer } from "node:http";
import { createServer as createSecureServer } from "node:https";
import { extname, join, normalize } from "node:path";
import next from "next";

const port = Number(process.env.PORT ?? 4780);
const host = process.env.HOST ?? "127.0.0.1";
const dev = process.env.ZESTY_DEV === "1";
const MAX_BODY_BYTES = 25 * 1024 * 1024;
const TYPES = { ".js": "text/javascript; charset=utf-8", ".css": "text/css; charset=utf-8" };

const app = next({ dev, hostname: host, port, dir: import.meta.dirname, turbopack: dev });
await app.prepare();
const handle = app.getRequestHandler();

/** Built scripts and styles as brotli where the browser takes it; their names hold their content's hash. */
function serveCompressed(request, response) {
  const path = (request.url ?? "").split("?")[0];
  if (dev || !path.startsWith("/_next/static/") || !/\bbr\b/.test(request.headers["accept-encoding"] ?? "")) return false;
  const type = TYPES[extname(path)];
  const root = join(import.meta.dirname, ".next/static");
  const file = normalize(join(root, `${decodeURIComponent(path.slice("/_next/static/".length))}.br`));
  if (!type || !file.startsWith(root) || !existsSync(file)) return false;
  response.writeHead(200, {
    "content-type": type,
    "content-encoding": "br",
    "content-length": statSync(file).size,
    "cache-control": "public, max-age=31536000, immutable",
    vary: "accept-encoding",
  });
  createReadStream(file).pipe(response);
  return true;
}

const tls = process.env.ZESTY_TLS_KEY && { key: readFileSync(process.env.ZESTY_TLS_KEY), cert: readFileSync(process.env.ZESTY_TLS_CERT) };
const serve = (request, response) => {
  request.headers["x-zesty-address"] = request.socket.remoteAddress ?? "unknown";
  if (Number(request.headers["content-length"] ?? 0) > MAX_BODY_BYTES) {
    response.writeHead(413, { "content-type": "application/json" });
    response.end(JSON.stringify({ message: "This is too large: at most 25 MB can be sent at once. Nothing was changed." }));
    request.resume();
    return;
  }
  try {
    if (serveCompressed(request, response)) return;
  } catch {
    // An address that can't be decoded is for the application to refuse.
  }
  handle(request, response).catch((error) => {
    console.error(error);
    if (!response.headersSent) response.writeHead(500);
    response.end();
  });
};
const server = tls ? createSecureServer(tls, serve) : createServer(serve);
server.keepAliveTimeout = 65_000;
server.on("error", (error) => {
  console.error(error.code === "EADDRINUSE" ? `Port ${port} is in use.` : error);
  process.exit(1);
});
server.listen(port, host, () => console.log(`ready on ${host}:${port}`));

// Beside the secure address, the page that leads a tablet through trusting it; nothing else is served there.
const { ZESTY_TRUST_PORT, ZESTY_TRUST_PAGE, ZESTY_TRUST_CA } = process.env;
if (ZESTY_TRUST_PORT)
  createServer((request, response) => {
    const [file, type] =
      request.url === "/zesty-anvil-ca.crt"
        ? [ZESTY_TRUST_CA, "application/x-x509-ca-cert"]
        : [ZESTY_TRUST_PAGE, "text/html; charset=utf-8"];
    response.writeHead(200, { "content-type": type, "cache-control": "no-store" });
    createReadStream(file).pipe(response);
  })
    .on("error", (error) => console.error("the page for trusting could not be served:", error.code))
    .listen(Number(ZESTY_TRUST_PORT), host)
    .unref();

let ending = false;
for (const signal of ["SIGTERM", "SIGINT"])
  process.on(signal, () => {
    if (ending) return;
    ending = true;
    server.close(() => process.exit(0));
    // Streams stay open by nature; they are cut so that the end comes soon.
    setTimeout(() => server.closeAllConnections(), 500).unref();
    setTimeout(() => process.exit(0), 5000).unref();
  });
