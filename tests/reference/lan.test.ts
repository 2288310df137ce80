import { X509Certificate } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer, get } from "node:https";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { ensureCertificate, serialNumber, spkiMark } from "../../commands/lan.ts";

/** The certificate for the shop floor, held against Node.js's own reading of X.509 and its TLS. */

const home = process.cwd();
let folder = "";
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "zesty-lan-"));
  process.chdir(folder);
});
afterAll(() => {
  process.chdir(home);
  rmSync(folder, { recursive: true, force: true });
});
const read = (file: string) => new X509Certificate(readFileSync(file));

test("a certificate's number is never padded or negative, whatever the random bytes begin with (X.690, 8.3.2 and 8.3.3)", () => {
  for (let first = 0; first < 256; first++) {
    const hex = serialNumber(String.fromCharCode(first, first ^ 0xff).padEnd(16, "a"));
    expect(hex).toHaveLength(32);
    expect(Number.parseInt(hex.slice(0, 2), 16)).toBeGreaterThan(0);
    expect(Number.parseInt(hex.slice(0, 2), 16)).toBeLessThan(128);
  }
});

describe("the authority and its certificate", () => {
  test("the certificate is for its addresses, by the authority, and for servers only; the authority signs and nothing else", () => {
    const { certificateFile, caFile } = ensureCertificate(["192.0.2.7"]);
    const [server, authority] = [read(certificateFile), read(caFile ?? "")];
    expect(server.checkIP("192.0.2.7")).toBe("192.0.2.7");
    expect(server.checkIP("127.0.0.1")).toBe("127.0.0.1");
    expect(server.checkHost("localhost")).toBe("localhost");
    expect(server.checkIP("192.0.2.8")).toBeUndefined();
    expect(server.ca).toBe(false);
    expect(authority.ca).toBe(true);
    expect(server.checkIssued(authority)).toBe(true);
    expect(server.verify(authority.publicKey)).toBe(true);
    expect(authority.verify(authority.publicKey)).toBe(true);
    expect(new Date(server.validTo).getTime()).toBeGreaterThan(Date.now() + 300 * 86_400_000);
  });
  test("a second start keeps both; a new address makes a new certificate by the same authority", () => {
    const first = ensureCertificate(["192.0.2.7"]);
    const [server, authority] = [read(first.certificateFile).fingerprint256, read(first.caFile ?? "").fingerprint256];
    expect(read(ensureCertificate(["192.0.2.7"]).certificateFile).fingerprint256).toBe(server);
    const moved = ensureCertificate(["192.0.2.9"]);
    expect(read(moved.certificateFile).fingerprint256).not.toBe(server);
    expect(read(moved.caFile ?? "").fingerprint256).toBe(authority);
    expect(spkiMark(moved.certificateFile)).toMatch(/^[A-Za-z0-9+/]{43}=$/);
  });
  test("who trusts the authority reaches the server, who does not is refused", async () => {
    const { keyFile, certificateFile, caFile } = ensureCertificate(["127.0.0.1"]);
    const server = createServer({ key: readFileSync(keyFile), cert: readFileSync(certificateFile) }, (_, response) => response.end("here"));
    await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
    const { port } = server.address() as AddressInfo;
    const ask = (ca?: Buffer) =>
      new Promise<string>((done) => {
        get({ host: "127.0.0.1", port, ca }, (response) => {
          response.resume();
          done(`answered ${response.statusCode}`);
        }).on("error", (error: NodeJS.ErrnoException) => done(error.code ?? error.message));
      });
    expect(await ask(readFileSync(caFile ?? ""))).toBe("answered 200");
    expect(await ask()).toMatch(/UNABLE_TO_VERIFY|SELF_SIGNED/);
    server.close();
  });
  test("the house's own certificate is used as it is; a file that is not there is said", () => {
    writeFileSync("own.key", "k");
    expect(() => ensureCertificate([], { key: "own.key", certificate: "own.crt" })).toThrow("There is no file own.crt");
    writeFileSync("own.crt", "c");
    expect(ensureCertificate([], { key: "own.key", certificate: "own.crt" })).toEqual({
      keyFile: "own.key",
      certificateFile: "own.crt",
      caFile: null,
    });
  });
});
