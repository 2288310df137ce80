import { createHash, X509Certificate } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { hostname, networkInterfaces } from "node:os";
import { join } from "node:path";
import forge from "node-forge";
import QRCode from "qrcode";
import { Fault } from "./say.ts";
import { STATE } from "./state.ts";

/** HTTPS on the shop's own network: a certificate authority made at first start, and a page that leads a tablet through trusting it. */

const FOLDER = join(STATE, "lan");
const YEARS = { authority: 10, server: 2 };
const RENEW_DAYS = 30;

export type Certificate = { keyFile: string; certificateFile: string; caFile: string | null };

/** This machine's addresses on the network, the likeliest first. */
export function lanAddresses(): string[] {
  return Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter(({ family, internal }) => family === "IPv4" && !internal)
    .map(({ address }) => address);
}

/** The certificate to serve with: the house's own, or one by the authority of this checkout, made or renewed as needed. */
export function ensureCertificate(addresses: string[], own?: { key: string; certificate: string }): Certificate {
  if (own) {
    for (const file of [own.key, own.certificate])
      if (!existsSync(file)) throw new Fault(`There is no file ${file}. --key and --cert name the house's own certificate, as PEM files.`);
    return { keyFile: own.key, certificateFile: own.certificate, caFile: null };
  }
  mkdirSync(FOLDER, { recursive: true, mode: 0o700 });
  const file = (name: string) => join(FOLDER, name);
  const authority = ensureAuthority(file("ca.key"), file("ca.crt"));
  const names = ["localhost", hostname()];
  if (!isGood(file("server.crt"), ["127.0.0.1", ...addresses])) {
    const keys = forge.pki.rsa.generateKeyPair(2048);
    const certificate = newCertificate(keys.publicKey, YEARS.server);
    certificate.setSubject([{ name: "commonName", value: addresses[0] ?? "localhost" }]);
    certificate.setIssuer(authority.certificate.subject.attributes);
    certificate.setExtensions([
      { name: "basicConstraints", cA: false },
      { name: "keyUsage", digitalSignature: true, keyEncipherment: true },
      { name: "extKeyUsage", serverAuth: true },
      {
        name: "subjectAltName",
        altNames: [...names.map((value) => ({ type: 2, value })), ...["127.0.0.1", ...addresses].map((ip) => ({ type: 7, ip }))],
      },
    ]);
    certificate.sign(authority.key, forge.md.sha256.create());
    writeFileSync(file("server.key"), forge.pki.privateKeyToPem(keys.privateKey), { mode: 0o600 });
    writeFileSync(file("server.crt"), forge.pki.certificateToPem(certificate));
  }
  return { keyFile: file("server.key"), certificateFile: file("server.crt"), caFile: file("ca.crt") };
}

function ensureAuthority(keyFile: string, certificateFile: string) {
  if (!existsSync(keyFile) || !existsSync(certificateFile)) {
    const keys = forge.pki.rsa.generateKeyPair(2048);
    const certificate = newCertificate(keys.publicKey, YEARS.authority);
    const name = [{ name: "commonName", value: `Zesty Anvil at ${hostname()}` }];
    certificate.setSubject(name);
    certificate.setIssuer(name);
    certificate.setExtensions([
      { name: "basicConstraints", cA: true, critical: true },
      { name: "keyUsage", keyCertSign: true, cRLSign: true, critical: true },
      { name: "subjectKeyIdentifier" },
    ]);
    certificate.sign(keys.privateKey, forge.md.sha256.create());
    writeFileSync(keyFile, forge.pki.privateKeyToPem(keys.privateKey), { mode: 0o600 });
    writeFileSync(certificateFile, forge.pki.certificateToPem(certificate));
  }
  return {
    key: forge.pki.privateKeyFromPem(readFileSync(keyFile, "utf8")),
    certificate: forge.pki.certificateFromPem(readFileSync(certificateFile, "utf8")),
  };
}

function newCertificate(publicKey: forge.pki.rsa.PublicKey, years: number): forge.pki.Certificate {
  const certificate = forge.pki.createCertificate();
  certificate.publicKey = publicKey;
  certificate.serialNumber = serialNumber(forge.random.getBytesSync(16));
  certificate.validity.notBefore = new Date(Date.now() - 86_400_000);
  certificate.validity.notAfter = new Date(Date.now() + years * 365 * 86_400_000);
  return certificate;
}

/** A certificate that can't be read is none: another is made. */
function readable(file: string): X509Certificate | undefined {
  try {
    return new X509Certificate(readFileSync(file));
  } catch {
    return undefined;
  }
}

/** Whether a certificate holds for all addresses for a while yet. */
function isGood(file: string, addresses: string[]): boolean {
  if (!existsSync(file)) return false;
  const certificate = readable(file);
  if (!certificate) return false;
  return (
    new Date(certificate.validTo).getTime() > Date.now() + RENEW_DAYS * 86_400_000 &&
    addresses.every((address) => certificate.checkIP(address) !== undefined)
  );
}

/** The mark of a certificate's public key by which a browser can be told to trust just this one (tests). */
export function spkiMark(certificateFile: string): string {
  const { publicKey } = new X509Certificate(readFileSync(certificateFile));
  return createHash("sha256")
    .update(publicKey.export({ type: "spki", format: "der" }))
    .digest("base64");
}

/** Writes the page, served without encryption beside the application, that leads a tablet through trusting the authority. */
export async function writeTrustPage({ address, trustAddress }: { address: string; trustAddress: string }): Promise<string> {
  const code = (text: string) => QRCode.toString(text, { type: "svg", margin: 1, width: 220 });
  const file = join(FOLDER, "trust.html");
  const mark = new X509Certificate(readFileSync(join(FOLDER, "ca.crt"))).fingerprint256;
  writeFileSync(
    file,
    `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Trust this shop's Zesty Anvil</title>
<style>body{font:18px/1.4 system-ui,sans-serif;max-width:40rem;margin:2rem auto;padding:0 1rem;background:#f5f0e6;color:#23282c}a{color:#23566b}li{margin:.6rem 0}code{word-break:break-all;font-size:.8em}figure{margin:1rem 0}</style>
<h1>Trust this shop's Zesty Anvil</h1>
<p>Tablets work without a network, use the camera and stay awake only at an address they trust. Once for each tablet:</p>
<ol><li>Open this page on the tablet: <figure>${await code(trustAddress)}<figcaption>${trustAddress}</figcaption></figure></li>
<li><a href="/zesty-anvil-ca.crt">Load the shop's certificate</a>. The tablet asks what it is for: websites (a “CA certificate”).</li>
<li>Some tablets want it switched on as well: in the settings, under certificates or device management, trust “Zesty Anvil”.</li>
<li>Compare its mark with the supervisor's screen: <code>${mark}</code></li>
<li>Open the application: <figure>${await code(`${address}/floor`)}<figcaption><a href="${address}/floor">${address}/floor</a></figcaption></figure></li></ol>
<p>Only take a certificate from your own shop's network. It lets this computer, and no other, be trusted as Zesty Anvil; ask whoever looks after the network.</p></html>`,
  );
  return file;
}

/**
 * A certificate's number as hexadecimal, from random bytes: positive and without padding, whatever the bytes are. A first byte of 0 or
 * from 128 up would be padded or negative, and OpenSSL refuses what is padded twice (X.690, 8.3.2).
 */
export const serialNumber = (bytes: string): string => {
  const first = (bytes.charCodeAt(0) & 0x3f) | 0x40;
  return forge.util.bytesToHex(String.fromCharCode(first) + bytes.slice(1));
};
