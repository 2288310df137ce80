import "./dom.ts";
import { readdirSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import * as library from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext, type AppRouterInstance } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { PathnameContext, SearchParamsContext } from "next/dist/shared/lib/hooks-client-context.shared-runtime";
import type { ReactElement } from "react";
import { expect, vi } from "vitest";
import { ledgerPage } from "../../src/ledger/reading.ts";
import { auth, putSignIn, signIn } from "../../src/work/access/auth.ts";
import { db } from "../ledger/database.ts";
import { send, site } from "../ledger/house.ts";
import { ADDRESS } from "./dom.ts";
import { cookies, headersNow, keep, said } from "./stand-in.ts";

export { offered, said } from "./stand-in.ts";

// From here, so that the window is there before them.
const { cleanup, configure, render } = library;
// A route takes its time while another test keeps the other core busy.
configure({ asyncUtilTimeout: 10_000 });
export const { fireEvent, screen, waitFor, within } = library;

/** Pages and routes of the application in one process, called as the framework calls them: real people, real database, no browser. */

const PASSWORD = "a-long-password";
/** The same password is hashed, and held against its hash, once: on purpose that takes long. */
async function passwordOnce(): Promise<void> {
  const { password } = await auth().$context;
  if (Reflect.get(password, "isOnce")) return;
  const once = <Ask, Answer>(ask: (about: Ask) => Promise<Answer>) => {
    const known = new Map<string, Promise<Answer>>();
    return (about: Ask): Promise<Answer> => {
      const key = JSON.stringify(about);
      const answer = known.get(key) ?? ask(about);
      known.set(key, answer);
      return answer;
    };
  };
  Object.assign(password, { hash: once(password.hash), verify: once(password.verify), isOnce: true });
}
/** Signs somebody of the house in, by their id. */
export async function signedInAs(person: string): Promise<void> {
  process.env.ZESTY_SECRET ??= "a secret of the tests' own, long enough to sign with";
  // One clock for screens and server; timers run as ever.
  vi.useFakeTimers({ toFake: ["Date"], now: new Date(process.env.ZESTY_NOW ?? "") });
  const name = `${person} of ${site}`;
  await passwordOnce();
  await putSignIn(site, { id: person, name }, { password: PASSWORD });
  const { response } = await signIn(name, { password: PASSWORD, address: "a test", headers: headersNow() });
  cookies.clear();
  keep(response.headers);
}

type Params = Record<string, string>;
const APP = resolve("src/app");
/** The files of a kind with the pattern of their address. */
const addresses = (file: string) =>
  readdirSync(APP, { recursive: true, encoding: "utf8" })
    .filter((path) => path === file || path.endsWith(`/${file}`))
    .map((path) => {
      const names: string[] = [];
      const address = path
        .split("/")
        .slice(0, -1)
        .filter((part) => !part.startsWith("("))
        .map((part) => {
          const name = /^\[(\w+)\]$/.exec(part)?.[1];
          if (name) names.push(name);
          return name ? "([^/]+)" : part.replaceAll(".", "\\.");
        });
      return { path: join(APP, path), names, pattern: new RegExp(`^/${address.join("/")}$`) };
    })
    // What is named comes before what may be anything.
    .sort((a, b) => a.names.length - b.names.length);
const PAGES = addresses("page.tsx");
const ROUTES = addresses("route.ts");
const LAYOUTS = addresses("layout.tsx").map(({ path }) => path);

function found(list: typeof PAGES, pathname: string): { path: string; params: Params } {
  for (const { path, names, pattern } of list) {
    const match = pattern.exec(pathname);
    if (match) return { path, params: Object.fromEntries(names.map((name, index) => [name, decodeURIComponent(match[index + 1] ?? "")])) };
  }
  throw new Error(`Nothing is at ${pathname}`);
}

type Handler = (request: Request, context: { params: Promise<Params> }) => Promise<Response>;
/** What a screen asks for, from the route itself. */
globalThis.fetch = async (input, init) => {
  const url = new URL(String(input), ADDRESS);
  const { path, params } = found(ROUTES, url.pathname);
  const module: Record<string, Handler> = await import(path);
  const handler = module[init?.method ?? "GET"];
  if (!handler) return new Response(null, { status: 405 });
  const headers = new Headers(init?.headers);
  for (const [name, value] of headersNow()) headers.set(name, value);
  const response = await handler(new Request(url, { ...init, headers }), { params: Promise.resolve(params) });
  keep(response.headers);
  return response;
};

/** Where a page sent its reader. */
export const sentTo: string[] = [];
let show: () => Promise<void> = async () => {};
const router: AppRouterInstance = {
  push: (to) => void sentTo.push(to),
  replace: (to) => void sentTo.push(to),
  refresh: () => void show(),
  back: () => {},
  forward: () => {},
  prefetch: () => {},
  bfcacheId: "test",
};

type Page = (props: { params: Promise<Params>; searchParams: Promise<Params> }) => Promise<ReactElement>;
type Layout = (props: { params: Promise<Params>; children: ReactElement }) => Promise<ReactElement>;
/** The layouts round a page below the frame of all pages, the innermost first. */
const layoutsOf = (page: string): string[] =>
  LAYOUTS.filter((layout) => page.startsWith(`${dirname(layout)}/`) && dirname(layout) !== APP && !dirname(layout).endsWith(")")).sort(
    (a, b) => b.length - a.length,
  );
/** Opens a page as a browser would; `router.refresh()` asks the server for it again. */
export async function visit(address: string): Promise<ReturnType<typeof userEvent.setup>> {
  show = async () => {};
  cleanup();
  const url = new URL(address, ADDRESS);
  const { path, params } = found(PAGES, url.pathname);
  const { default: page }: { default: Page } = await import(path);
  const element = async () => {
    let made = await page({ params: Promise.resolve(params), searchParams: Promise.resolve(Object.fromEntries(url.searchParams)) });
    for (const layout of layoutsOf(path)) {
      const { default: round }: { default: Layout } = await import(layout);
      made = await round({ params: Promise.resolve(params), children: made });
    }
    return (
      <PathnameContext.Provider value={url.pathname}>
        <SearchParamsContext.Provider value={url.searchParams}>
          <AppRouterContext.Provider value={router}>{made}</AppRouterContext.Provider>
        </SearchParamsContext.Provider>
      </PathnameContext.Provider>
    );
  };
  const { rerender } = render(await element());
  const mine = async () => {
    const next = await element();
    // Whoever has gone on to another page is shown no more of this one.
    if (show === mine) rerender(next);
  };
  show = mine;
  return userEvent.setup({ document });
}

/** Chooses in a list that opens: by the name of its control and of what is chosen. */
export async function choose(user: ReturnType<typeof userEvent.setup>, control: HTMLElement, option: string | RegExp): Promise<void> {
  control.focus();
  await user.keyboard("{Enter}");
  const found = await screen.findByRole("option", { name: option });
  await user.click(found);
}

/** Shows a part of every page that stands outside the pages themselves. */
export function shown(part: ReactElement): ReturnType<typeof userEvent.setup> {
  render(<AppRouterContext.Provider value={router}>{part}</AppRouterContext.Provider>);
  return userEvent.setup({ document });
}

/** Opens one of the floor's own places. */
export async function floorAt(hash: string): Promise<ReturnType<typeof userEvent.setup>> {
  location.hash = hash;
  const user = await visit("/floor");
  await waitFor(() => expect(document.querySelector("h1")).not.toBeNull());
  return user;
}

/** The addresses of all pages, as patterns: `/machines/([^/]+)`. */
export const pageAddresses = (): string[] => PAGES.map(({ pattern }) => pattern.source.slice(1, -1).replaceAll("\\/", "/"));

/** Each route's methods, by its address with something in place of what is named in it. */
export async function routeAddresses(): Promise<{ address: string; methods: string[] }[]> {
  return Promise.all(
    ROUTES.map(async ({ path, pattern }) => ({
      address: pattern.source.slice(1, -1).replaceAll("\\/", "/").replaceAll("\\.", ".").replaceAll("([^/]+)", "nothing"),
      methods: Object.keys(await import(path)).filter((name) => /^[A-Z]+$/.test(name)),
    })),
  );
}

/** Whoever was signed in is not any more. */
export function signedOut(): void {
  cookies.clear();
}

/** The newest entries of a kind, newest first. */
export const entriesOf = (kind: string) => ledgerPage(db, site, { kind, limit: 500 });

/** What somebody sends besides what the page does: none of it may be refused. */
export async function sentBy(person: string, ...entries: unknown[]): Promise<void> {
  for (const { result, message } of await send(person, ...entries)) if (result !== "added") throw new Error(`${result}: ${message}`);
}

/** Asks a route with the rights of whoever is signed in. */
export const asked = (path: string, init?: RequestInit): Promise<Response> => fetch(path, init);

/** After each test: nothing of it is left for the next one. */
export async function left(): Promise<void> {
  show = async () => {};
  // What a press began is over before the page goes.
  await new Promise((done) => setTimeout(done, 20));
  vi.useRealTimers();
  cleanup();
  localStorage.clear();
  said.length = 0;
  sentTo.length = 0;
}
