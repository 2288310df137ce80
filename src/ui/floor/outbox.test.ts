import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import type { SyncAnswer } from "../send.ts";
import { isFull, keepClaim, keepTaken, keepWho, keptPicture, type Queued, queued, unqueue } from "./keep.ts";
import { acknowledgedAfter, decide, flush, type News, onNews, put, retryWaiting } from "./outbox.ts";

/** What a device has not sent yet: kept in order, sent in order, and nothing lost whatever the server or the network does. */

type Sent = { path: string; ids: string[]; claims: string[] };
let sent: Sent[] = [];
let answerTo: (id: string) => Omit<SyncAnswer, "id"> = () => ({ result: "added", seq: 1 });
let respond: (path: string) => Response | undefined = () => undefined;
const online = vi.fn(() => true);
vi.stubGlobal("navigator", {
  get onLine() {
    return online();
  },
});
vi.stubGlobal("fetch", async (path: string, { body }: { body: string | Blob }) => {
  const asked = typeof body === "string" ? JSON.parse(body) : { entries: [], claims: [] };
  const ids = asked.entries.map(({ id }: { id: string }) => id);
  sent.push({ path, ids, claims: asked.claims.map(({ id }: { id: string }) => id) });
  const otherwise = respond(path);
  return otherwise ?? Response.json({ answers: ids.map((id: string) => ({ id, ...answerTo(id) })) });
});
const news: News[] = [];
onNews((each) => void news.push(each));

const note = (text: string) => ({ kind: "note", machine: "teal", body: { text } });
/** Puts notes down while nothing can be sent. */
async function offline(...texts: string[]): Promise<string[]> {
  online.mockReturnValue(false);
  const { ids } = await put(texts.map(note));
  await flush();
  online.mockReturnValue(true);
  return ids;
}
const left = async () => (await queued()).map(({ entry, state, message }) => [entry.body.text, state, ...(message ? [message] : [])]);
const synced = () => sent.filter(({ path }) => path === "/api/sync");

beforeEach(async () => {
  for (const item of await queued()) await unqueue(item);
  await keepWho({ person: "bram" });
  [sent, answerTo, respond] = [[], () => ({ result: "added", seq: 1 }), () => undefined];
  online.mockReturnValue(true);
  news.length = 0;
});
afterEach(() => vi.restoreAllMocks());

describe("sending", () => {
  test("what is entered goes at once, under the name of whoever is there, and is not kept once it is acknowledged", async () => {
    const { ids, full } = await put([note("one")]);
    await flush();
    expect(synced().flatMap((each) => each.ids)).toEqual(ids);
    expect([await left(), full]).toEqual([[], false]);
  });

  test("an entry keeps its id and its time from when it was made, so that sent twice it counts once", async () => {
    const [id] = await offline("one");
    const before = (await queued())[0]?.entry;
    respond = () => new Response(null, { status: 503 });
    await flush();
    respond = () => undefined;
    await flush();
    expect(synced().map((each) => each.ids)).toEqual([[id], [id]]);
    expect(before).toMatchObject({ id, person: "bram", happenedAt: expect.stringMatching(/^\d{4}-\d\d-\d\dT/) });
  });

  test("what was made offline goes in the order in which it was made, a hundred at a time", async () => {
    const ids = await offline(...Array.from({ length: 130 }, (_, index) => `note ${index}`));
    expect(synced()).toEqual([]);
    await flush();
    expect(synced().map((each) => each.ids.length)).toEqual([100, 30]);
    expect(synced().flatMap((each) => each.ids)).toEqual(ids);
  });

  test("two that ask for it at once send once", async () => {
    await offline("one");
    await Promise.all([flush(), flush(), flush()]);
    expect(synced()).toHaveLength(1);
  });

  test.each<[string, () => Response]>([
    ["the server is down", () => new Response(null, { status: 502 })],
    [
      "the network breaks",
      () => {
        throw new TypeError("no network");
      },
    ],
    ["the answer is no JSON", () => new Response("<html>")],
  ])("where %s, all stays as it is and goes the next time", async (_, answer) => {
    await offline("one", "two");
    respond = answer;
    await flush();
    expect(await left()).toEqual([
      ["one", "queued"],
      ["two", "queued"],
    ]);
    respond = () => undefined;
    await flush();
    expect(await left()).toEqual([]);
  });

  test("whoever is not signed in is told so, and nothing is lost", async () => {
    await offline("one");
    news.length = 0;
    respond = () => new Response(null, { status: 401 });
    await flush();
    expect(news).toEqual([{ kind: "sign-in" }]);
    expect(await left()).toEqual([["one", "queued"]]);
  });
});

describe("answers", () => {
  test("each entry by itself: what is refused stays with its reason, and what comes after it goes", async () => {
    const [, second] = await offline("one", "two", "three");
    answerTo = (id) => (id === second ? { result: "refused", message: "Teal is at another site." } : { result: "added", seq: 4 });
    await flush();
    expect(await left()).toEqual([["two", "refused", "Teal is at another site."]]);
    expect(news.at(-1)).toEqual({ kind: "sent", messages: ["Teal is at another site."] });
    await flush();
    expect(synced()).toHaveLength(1);
  });

  test("what can't be kept as an entry is set aside there: gone here, and said", async () => {
    await offline("one");
    answerTo = () => ({ result: "set-aside", message: "It is set aside for the supervisor." });
    await flush();
    expect(await left()).toEqual([]);
    expect(news.at(-1)).toEqual({ kind: "sent", messages: ["It is set aside for the supervisor."] });
  });

  test("what is known there already is gone here without a word", async () => {
    await offline("one");
    answerTo = () => ({ result: "known" });
    await flush();
    expect([await left(), news.at(-1)]).toEqual([[], { kind: "sent", messages: [] }]);
  });

  test("what waits for somebody goes when they are there", async () => {
    await offline("one");
    answerTo = () => ({ result: "waits", message: "Bram's PIN is to be checked." });
    await flush();
    await flush();
    expect(await left()).toEqual([["one", "waits", "Bram's PIN is to be checked."]]);
    expect(synced()).toHaveLength(1);
    answerTo = () => ({ result: "added", seq: 2 });
    await retryWaiting();
    await flush();
    expect(await left()).toEqual([]);
  });

  test("what was refused is sent again, or left out for good, as a person decides", async () => {
    await offline("one", "two");
    answerTo = () => ({ result: "refused", message: "No." });
    await flush();
    const [one, two] = (await queued()) as [Queued, Queued];
    await decide(one, "drop");
    expect(await left()).toEqual([["two", "refused", "No."]]);
    answerTo = () => ({ result: "added", seq: 3 });
    await decide(two, "again");
    await flush();
    expect(await left()).toEqual([]);
    expect(synced().at(-1)?.ids).toEqual([two.entry.id]);
  });

  test("what is acknowledged is shown on top of a snapshot until one holds it", async () => {
    answerTo = () => ({ result: "added", seq: 9 });
    const { ids } = await put([note("one")]);
    await flush();
    expect(acknowledgedAfter(8).map(({ entry }) => entry.id)).toEqual(ids);
    expect(acknowledgedAfter(9)).toEqual([]);
  });
});

describe("with a PIN and with pictures", () => {
  test("the sealed PIN that speaks for an entry goes with it, once for all of them", async () => {
    await keepClaim({ id: "claim-1", person: "ilse", sealed: "…" });
    await keepWho({ person: "ilse", claim: "claim-1" });
    await offline("one", "two");
    await flush();
    expect(synced()[0]?.claims).toEqual(["claim-1"]);
    expect((await queued()).length).toBe(0);
  });

  // The example of FIPS 180-2, appendix B.1: the SHA-256 of "abc".
  const ABC = "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad";
  const withPicture = async () => {
    const hash = await keepTaken(new File(["abc"], "check.jpg", { type: "image/jpeg" }));
    online.mockReturnValue(false);
    await put([{ kind: "check", machine: "teal", body: { picture: hash } }], hash);
    await flush();
    online.mockReturnValue(true);
    return hash;
  };

  test("a picture goes before the entry that names it by its hash, and is not kept after", async () => {
    expect(await withPicture()).toBe(ABC);
    await flush();
    expect(sent.map(({ path }) => path)).toEqual(["/api/pictures", "/api/sync"]);
    expect(await keptPicture(ABC)).toBeUndefined();
  });

  test("where the picture can't go, the entry waits for it; one that the server calls no picture holds nothing up", async () => {
    await withPicture();
    respond = (path) => (path === "/api/pictures" ? new Response(null, { status: 507 }) : undefined);
    await flush();
    expect(synced()).toEqual([]);
    expect(await keptPicture(ABC)).toBeDefined();
    respond = (path) => (path === "/api/pictures" ? new Response(null, { status: 400 }) : undefined);
    await flush();
    expect(synced()).toHaveLength(1);
    expect(await keptPicture(ABC)).toBeUndefined();
  });
});

describe("a device whose storage is full", () => {
  test("keeps what is entered while the page is open, says so, and sends it like all else", async () => {
    const add = vi.spyOn(IDBObjectStore.prototype, "add").mockImplementation(() => {
      throw new DOMException("full", "QuotaExceededError");
    });
    online.mockReturnValue(false);
    const { full } = await put([note("one")]);
    await flush();
    add.mockRestore();
    expect([full, isFull(), await left()]).toEqual([true, true, [["one", "queued"]]]);
    online.mockReturnValue(true);
    answerTo = () => ({ result: "refused", message: "No." });
    await flush();
    expect(await left()).toEqual([["one", "refused", "No."]]);
    answerTo = () => ({ result: "added", seq: 1 });
    await decide((await queued())[0] as Queued, "again");
    await flush();
    expect([isFull(), await left()]).toEqual([false, []]);
  });
});
