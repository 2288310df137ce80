import { beforeAll, beforeEach, describe, expect, test } from "vitest";
import { freshHouse } from "../ledger/house.ts";
import { asked, routeAddresses, signedInAs, signedOut } from "./shop.tsx";

/** Each route of the application, asked as nobody should ask it: the answer is a plain refusal, never a fault of ours. */

/** Routes that answer whoever asks: they let people in, or say that the application is there. */
const FOR_ALL = [
  "/api/health",
  "/api/openapi.json",
  "/api/first-run",
  "/api/demo-sign-in",
  "/api/sign-in",
  "/api/sign-out",
  "/api/auth",
  "/api/enrol",
];
const routes = (await routeAddresses()).flatMap(({ address, methods }) => methods.map((method): [string, string] => [method, address]));
const changing = routes.filter(([method]) => method !== "GET" && method !== "HEAD");
/** A stream has no end to wait for. */
const ENDLESS = ["/api/live"];

beforeAll(() => freshHouse({ stores: true }));

describe("nobody signed in", () => {
  beforeEach(() => signedOut());
  test.each(routes.filter(([, address]) => !FOR_ALL.some((each) => address.startsWith(each))))("%s %s", async (method, address) => {
    const answer = await asked(address, { method, ...(method === "GET" ? {} : { body: "{}" }) });
    expect([400, 401, 403, 404]).toContain(answer.status);
    expect(((await answer.json().catch(() => ({}))) as { message?: string }).message ?? "refused").toMatch(/\w/);
  });
});

describe("a supervisor's browser sends what is no JSON", () => {
  beforeEach(() => signedInAs("ottoline"));
  test.each(changing)("%s %s", async (method, address) => {
    const answer = await asked(address, { method, body: "{ nothing" });
    expect(answer.status).toBeGreaterThanOrEqual(200);
    expect(answer.status).toBeLessThan(500);
    if (answer.status >= 400) expect(((await answer.json()) as { message: string }).message.length).toBeGreaterThan(8);
  });
});

describe("another site's page sends with this browser's cookie", () => {
  beforeEach(() => signedInAs("ottoline"));
  test.each(changing.filter(([, address]) => !address.startsWith("/api/auth")))("%s %s", async (method, address) => {
    const answer = await asked(address, { method, body: "{}", headers: { origin: "http://elsewhere.test" } });
    expect(answer.status).toBe(403);
  });
});

test("every route is in the published list, and none that is not there", async () => {
  const { paths } = (await (await asked("/api/openapi.json")).json()) as { paths: Record<string, Record<string, unknown>> };
  const listed = Object.entries(paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => `${method.toUpperCase()} ${path.replace(/\{\w+\}/g, "nothing")}`),
  );
  const there = routes.filter(([, address]) => !ENDLESS.includes(address)).map((route) => route.join(" "));
  expect(there.filter((route) => !listed.includes(route))).toEqual([]);
});
