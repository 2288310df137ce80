import Papa from "papaparse";
import { beforeAll, beforeEach, describe, expect, test } from "vitest";
import { proxy } from "../../src/proxy.ts";
import { at, entry, freshHouse } from "../ledger/house.ts";
import { asked, sentBy, signedInAs, signedOut, waitFor } from "./shop.tsx";

/** The ledger as others get it: as tables and lines, as news while a screen is open, and what a page may load. */

const SPOKEN = 'belt "squeaks", badly\nsecond line; =1+1';
beforeAll(async () => {
  await freshHouse();
  await sentBy(
    "bram",
    entry("note", { text: "first" }, { machine: "teal", happenedAt: at("08:00") }),
    entry("note", { text: SPOKEN }, { machine: "goby", happenedAt: at("08:10") }),
    entry("note", { text: "third" }, { machine: "teal", happenedAt: at("08:20") }),
  );
});
beforeEach(() => signedInAs("ottoline"));

describe("export", () => {
  const out = async (query: string) => (await asked(`/api/ledger/export?${query}`)).text();

  test("as CSV any reader of RFC 4180 gets each entry back whole, oldest first", async () => {
    const { data, errors } = Papa.parse<Record<string, string>>(await out("kind=note"), { header: true, skipEmptyLines: true });
    expect(errors).toEqual([]);
    expect(data.map(({ body }) => JSON.parse(body ?? "{}").text)).toEqual(["first", SPOKEN, "third"]);
    expect(data.map(({ machine }) => machine)).toEqual(["teal", "goby", "teal"]);
  });

  test("as JSON Lines each line is one entry by itself", async () => {
    const lines = (await out("kind=note&format=jsonl")).trimEnd().split("\n");
    expect(lines.map((line) => JSON.parse(line).body.text)).toEqual(["first", SPOKEN, "third"]);
  });

  test("only what is filtered for, and a filter that is none is refused", async () => {
    const lines = (await out("kind=note&machine=goby&format=jsonl")).trimEnd().split("\n");
    expect(lines).toHaveLength(1);
    expect((await asked("/api/ledger/export?from=yesterday")).status).toBe(400);
  });

  test("is for those who are signed in", async () => {
    signedOut();
    expect((await asked("/api/ledger/export")).status).toBe(401);
  });
});

describe("news", () => {
  /** What a stream of server-sent events has said so far; it goes on growing. */
  function follow(body: ReadableStream<Uint8Array>): { said: unknown[]; over: Promise<void> } {
    const said: unknown[] = [];
    const over = (async () => {
      let text = "";
      for await (const piece of body as unknown as AsyncIterable<Uint8Array>) {
        text += new TextDecoder().decode(piece);
        for (let end = text.indexOf("\n\n"); end >= 0; end = text.indexOf("\n\n")) {
          if (text.startsWith("data: ")) said.push(JSON.parse(text.slice(6, end)).seq);
          text = text.slice(end + 2);
        }
      }
    })();
    return { said, over };
  }

  test("a screen hears the last place in the ledger at once, and each new one as it comes, until it goes", async () => {
    const going = new AbortController();
    const response = await asked("/api/live", { signal: going.signal });
    expect(response.headers.get("content-type")).toBe("text/event-stream");
    const { said, over } = follow(response.body as ReadableStream<Uint8Array>);
    // The database is listened to once it says so: whoever came before that looks again at all.
    await waitFor(() => expect(said).toContain("resync"));
    await waitFor(() => expect(said.some((seq) => typeof seq === "number")).toBe(true));
    const first = Number(said.find((seq) => typeof seq === "number"));
    await sentBy("bram", entry("note", { text: "fourth" }, { machine: "teal", happenedAt: at("08:30") }));
    await waitFor(() => expect(said.at(-1)).toBe(first + 1));
    going.abort();
    await over;
  });

  test("who is not signed in hears nothing", async () => {
    signedOut();
    expect((await asked("/api/live")).status).toBe(401);
  });
});

describe("what a page may load", () => {
  type Asked = Parameters<typeof proxy>[0];
  const policyOf = () => proxy(new Request("http://shop.test/") as Asked).headers.get("content-security-policy") ?? "";
  const directives = () =>
    new Map(
      policyOf()
        .split("; ")
        .map((each) => [each.split(" ")[0], each.split(" ").slice(1)] as const),
    );

  test("scripts of this page only, by a number used once; nobody frames it; nothing goes elsewhere", () => {
    const policy = directives();
    expect(policy.get("default-src")).toEqual(["'self'"]);
    expect(policy.get("connect-src")).toEqual(["'self'"]);
    expect(policy.get("frame-ancestors")).toEqual(["'none'"]);
    expect(policy.get("object-src")).toEqual(["'none'"]);
    const nonce = () =>
      directives()
        .get("script-src")
        ?.find((each) => each.startsWith("'nonce-"));
    expect(nonce()).toMatch(/^'nonce-[A-Za-z0-9+/=]{20,}'$/);
    expect(nonce()).not.toBe(nonce());
    expect(policy.get("script-src")).not.toContain("'unsafe-inline'");
    expect(policy.get("script-src")).not.toContain("'unsafe-eval'");
  });
});
