// Serves the built application: true client addresses, brotli made at build time, a limit on bodies, a clean end.
import { createReadStream, existsSync, readFileSync, statSync } from "node:fs";
import { createServer } from "node:http";
import { createServer as createSecureServer } from "node:https";
import { BlockList, isIP } from "node:net";
import { extname, join, normalize } from "node:path";
import { monitorEventLoopDelay } from "node:perf_hooks";
import next from "next";
import { leaveRoot } from "./commands/leave-root.mjs";

const port = Number(process.env.PORT ?? 4780);
const host = process.env.HOST ?? "127.0.0.1";
const dev = process.env.ZESTY_DEV === "1";
const MAX_BODY_BYTES = 25 * 1024 * 1024;
const TYPES = { ".js": "text/javascript; charset=utf-8", ".css": "text/css; charset=utf-8" };

// What was asked with may be somebody's token: it stands in no log.
for (const stream of [process.stdout, process.stderr]) {
  const write = stream.write.bind(stream);
  stream.write = (chunk, ...more) => write(typeof chunk === "string" ? withoutSecrets(chunk) : chunk, ...more);
}
function withoutSecrets(text) {
  return text
    .replace(/(params: ).*/g, "$1left out")
    .replace(/(\bparams: )\[[^\]]*\]/g, "$1left out")
    .replace(/(zesty[\w.-]*=)[^;\s"']+/g, "$1left out");
}

const tls = process.env.ZESTY_TLS_KEY && { key: readFileSync(process.env.ZESTY_TLS_KEY), cert: readFileSync(process.env.ZESTY_TLS_CERT) };
const { ZESTY_TRUST_PORT, ZESTY_TRUST_PAGE, ZESTY_TRUST_CA } = process.env;
const trust = ZESTY_TRUST_PORT && { page: readFileSync(ZESTY_TRUST_PAGE), ca: readFileSync(ZESTY_TRUST_CA) };
// Port numbers below 1024 are root's alone: the server takes its port first then.
const early = port >= 1024;
if (early) goOnWithoutRights();

function goOnWithoutRights() {
  if (dev) return;
  const stays = leaveRoot({ user: process.env.ZESTY_USER, group: process.env.ZESTY_GROUP, folder: import.meta.dirname });
  if (stays) console.error(stays);
}

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

/** Addresses of proxies whose word is taken for who asks: `ZESTY_TRUSTED_PROXIES=10.0.0.2, 192.168.1.0/24`. */
const proxies = new BlockList();
for (const each of (process.env.ZESTY_TRUSTED_PROXIES ?? "").split(/[\s,]+/).filter(Boolean)) {
  const [address, bits] = each.split("/");
  const family = isIP(address) === 6 ? "ipv6" : "ipv4";
  if (!isIP(address)) throw new Error(`ZESTY_TRUSTED_PROXIES: “${each}” is no address.`);
  if (bits) proxies.addSubnet(address, Number(bits), family);
  else proxies.addAddress(address, family);
}
const plain = (address) => (address ?? "").replace(/^::ffff:(?=\d+\.)/, "");
const isProxy = (address) => isIP(address) !== 0 && proxies.check(address, isIP(address) === 6 ? "ipv6" : "ipv4");

/** Who asks: the other end of the line, or, where that is a trusted proxy, the last one before it that is none. */
function addressOf(request) {
  let address = plain(request.socket.remoteAddress) || "unknown";
  const before = String(request.headers["x-forwarded-for"] ?? "")
    .split(",")
    .map((each) => plain(each.trim()));
  while (isProxy(address) && before.length) {
    const next = before.pop();
    if (!isIP(next)) break;
    address = next;
  }
  return address;
}

/** By which names this server is asked. A page of another name that leads here is an attack; a bare address can't be one. */
const hosts = new Set(["localhost", ...(process.env.ZESTY_HOSTS ?? "").split(/[\s,]+/).filter(Boolean)]);
if (URL.canParse(process.env.ZESTY_URL ?? "")) hosts.add(new URL(process.env.ZESTY_URL).hostname);
function isAskedRightly({ headers: { host } }) {
  if (!host || !URL.canParse(`http://${host}`)) return false;
  const { hostname } = new URL(`http://${host}`);
  return hosts.has(hostname) || isIP(hostname.replace(/^\[|\]$/g, "")) !== 0;
}

const POLICY = "default-src 'none'; frame-ancestors 'none'";
const loop = process.env.ZESTY_LOOP === "1" ? monitorEventLoopDelay({ resolution: 5 }) : undefined;
loop?.enable();

function isDecodable(path) {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

function refuse(request, response, status, message) {
  response.writeHead(status, { "content-type": "application/json", "x-content-type-options": "nosniff" });
  response.end(JSON.stringify({ message }));
  request.resume();
}

const serve = (request, response) => {
  const address = addressOf(request);
  request.headers["x-zesty-address"] = address;
  // Whatever reads these further in, such as a session's address, gets what is known, not what was claimed.
  request.headers["x-forwarded-for"] = address;
  delete request.headers["x-forwarded-host"];
  if (!isAskedRightly(request))
    return refuse(request, response, 421, "This server is not known by that name. Set ZESTY_URL or ZESTY_HOSTS.");
  if (loop && request.url === "/zesty-loop") {
    response.end(JSON.stringify({ longestMs: loop.max / 1e6 - 5 }));
    loop.reset();
    return;
  }
  if (Number(request.headers["content-length"] ?? 0) > MAX_BODY_BYTES)
    return refuse(request, response, 413, "This is too large: at most 25 MB can be sent at once. Nothing was changed.");
  const path = (request.url ?? "").split("?")[0];
  // No text of ours holds a NUL, and no database keeps one.
  if (!isDecodable(path) || /%00/.test(request.url ?? "")) return refuse(request, response, 400, "This address can't be read.");
  if (path.startsWith("/api/")) {
    response.setHeader("x-content-type-options", "nosniff");
    response.setHeader("content-security-policy", POLICY);
    response.setHeader("referrer-policy", "same-origin");
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
server.listen(port, host, () => {
  if (!early) goOnWithoutRights();
  console.log(`ready on ${host}:${port}`);
});

// Beside the secure address, the page that leads a tablet through trusting it; nothing else is served there.
if (trust)
  createServer((request, response) => {
    const [bytes, type] =
      request.url === "/zesty-anvil-ca.crt" ? [trust.ca, "application/x-x509-ca-cert"] : [trust.page, "text/html; charset=utf-8"];
    response.writeHead(200, { "content-type": type, "cache-control": "no-store" });
    response.end(bytes);
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
