"use client";
import { lazy, Suspense, useEffect } from "react";
import { Search } from "../search.tsx";
import { MyShift } from "./my-shift.tsx";
import { to, usePlace } from "./route.ts";
import { openRuns } from "./runs.ts";
import { SignInOrEnrol } from "./sign-in-or-enrol.tsx";
import { TimersBar } from "./timers-bar.tsx";
import { type Floor, useFloor } from "./use-floor.ts";

/** Loaded after the first screen, and at once when the page is quiet: a new build must not pull them away from under it. */
const PAGES = {
  FloorCheck: () => import("./check.tsx").then(({ FloorCheck: page }) => ({ default: page })),
  Handover: () => import("./handover.tsx").then(({ Handover: page }) => ({ default: page })),
  FloorMachinePage: () => import("./machine.tsx").then(({ FloorMachinePage: page }) => ({ default: page })),
  RunPage: () => import("./run-page.tsx").then(({ RunPage: page }) => ({ default: page })),
  Scan: () => import("./scan.tsx").then(({ Scan: page }) => ({ default: page })),
  Several: () => import("./several.tsx").then(({ Several: page }) => ({ default: page })),
  TaskSheet: () => import("./task-sheet.tsx").then(({ TaskSheet: page }) => ({ default: page })),
  Unsent: () => import("./unsent.tsx").then(({ Unsent: page }) => ({ default: page })),
  Who: () => import("./who.tsx").then(({ Who: page }) => ({ default: page })),
};
const FloorCheck = lazy(PAGES.FloorCheck);
const Handover = lazy(PAGES.Handover);
const FloorMachinePage = lazy(PAGES.FloorMachinePage);
const RunPage = lazy(PAGES.RunPage);
const Scan = lazy(PAGES.Scan);
const Several = lazy(PAGES.Several);
const TaskSheet = lazy(PAGES.TaskSheet);
const Unsent = lazy(PAGES.Unsent);
const Who = lazy(PAGES.Who);

/** The operators' screens: one page that goes on without a network. */
export function FloorApp() {
  const floor = useFloor();
  useEffect(() => {
    const night = /(?:^|;\s*)zesty-light=night/.test(document.cookie);
    document.documentElement.dataset.light = night ? "night" : "day";
    if ("serviceWorker" in navigator) void navigator.serviceWorker.register("/sw.js").catch(() => {});
    const quiet = setTimeout(() => {
      for (const load of Object.values(PAGES)) load().catch(() => {});
    }, 1500);
    // Asks the browser not to clear away what is not sent yet.
    void navigator.storage?.persist?.();
    return () => clearTimeout(quiet);
  }, []);
  useWakeLock();
  if (floor === "loading") return <p className="p-6 text-ink2">One moment …</p>;
  if (floor === "empty")
    return (
      <main className="mx-auto max-w-md px-4 py-12">
        <h1>Zesty Anvil, on the floor</h1>
        <p className="mt-2">
          {typeof navigator !== "undefined" && !navigator.onLine
            ? "There is no network, and nothing is kept on this device yet."
            : "Sign in, or enrol this tablet, and the day's work is here."}
        </p>
        <SignInOrEnrol />
      </main>
    );
  return (
    <div className="text-[1.08rem]">
      <Head floor={floor} />
      <TimersBar runs={openRuns(floor.view)} now={floor.now} />
      <Suspense fallback={<p className="p-6 text-ink2">One moment …</p>}>
        <Body floor={floor} />
      </Suspense>
    </div>
  );
}

function Body({ floor }: { floor: Floor }) {
  const place = usePlace();
  switch (place.at) {
    case "task":
      return <TaskSheet key={place.key} floor={floor} taskKey={place.key} />;
    case "run":
      return <RunPage key={place.id} floor={floor} id={place.id} />;
    case "several":
      return <Several key={place.routine} floor={floor} routine={place.routine} />;
    case "check":
      return (
        <FloorCheck
          key={`${place.machines.join()}/${place.run}/${place.key}`}
          floor={floor}
          machines={place.machines}
          run={place.run}
          step={place.step}
          taskKey={place.key}
        />
      );
    case "machine":
      return <FloorMachinePage key={place.id} floor={floor} id={place.id} />;
    case "handover":
      return <Handover floor={floor} />;
    case "scan":
      return <Scan floor={floor} />;
    case "who":
      return <Who floor={floor} />;
    case "unsent":
      return <Unsent floor={floor} />;
    default:
      return <MyShift floor={floor} />;
  }
}

function Head({ floor }: { floor: Floor }) {
  const { view, who, queue, online } = floor;
  const me = view.people.find(({ id }) => id === who?.person);
  const refused = queue.filter(({ state }) => state === "refused").length;
  const link = "flex min-h-12 items-center rounded-sm px-2 text-ink no-underline hover:bg-well";
  return (
    <header className="flex flex-wrap items-center gap-x-2 border-line border-b px-3">
      <nav aria-label="Floor" className="flex flex-wrap">
        <a href={to.shift} className={`${link} font-semibold`}>
          My shift
        </a>
        <a href={to.handover} className={link}>
          Handover
        </a>
        <a href={to.scan} className={link}>
          Scan
        </a>
        {me && online && (
          <a href="/" className={link}>
            Board
          </a>
        )}
        {me && online && (
          <a href="/door" className={link}>
            Door
          </a>
        )}
        {me && online && (
          <Search
            button={(open) => (
              <button type="button" className="rounded-sm px-2 py-1.5 text-accent underline" onClick={open}>
                Search
              </button>
            )}
          />
        )}
      </nav>
      <a
        href={to.unsent}
        className={`${link} ml-auto ${refused ? "!text-hold font-semibold" : queue.length ? "font-semibold" : "!text-ink2"}`}
      >
        {refused
          ? `${refused} need${refused === 1 ? "s" : ""} you`
          : queue.length
            ? `${queue.length} not sent`
            : online
              ? "all sent"
              : "no network"}
        {queue.length > 0 && !online && ", no network"}
      </a>
      <a href={view.device ? to.who : "/sign-in"} className={link}>
        {me ? me.name.split(" ")[0] : "Who?"}
        {view.device && <span className="ml-1 text-ink2 text-sm">at {view.device.name}</span>}
      </a>
      {floor.signInFirst && (
        <p className="w-full border-hold border-l-4 py-1 pl-3" role="alert">
          Nobody is signed in here any more. Work goes on and is kept; <a href={view.device ? to.who : "/sign-in"}>say who you are</a> and
          it is sent.
        </p>
      )}
      {floor.newBuild && (
        <p className="w-full py-1">
          A newer version is there.{" "}
          <button type="button" className="press hand" onClick={() => location.reload()}>
            Load it
          </button>
        </p>
      )}
    </header>
  );
}

/** Keeps the screen on while a page of the floor is open, where the browser can. */
function useWakeLock(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    const hold = () => {
      if (document.visibilityState === "visible")
        navigator.wakeLock
          ?.request("screen")
          .then((held) => {
            lock = held;
          })
          .catch(() => {});
    };
    hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      document.removeEventListener("visibilitychange", hold);
      void lock?.release();
    };
  }, []);
}
