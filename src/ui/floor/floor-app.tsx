"use client";
import { LayoutListIcon, ListChecksIcon, LogOutIcon, MessageSquareShareIcon, ScanLineIcon, SearchIcon } from "lucide-react";
import { lazy, Suspense, useContext, useEffect, useMemo } from "react";
import { useFloorWords } from "../../words/floor-words.ts";
import { filled } from "../../words/plain.ts";
import { Button } from "../kit/button.tsx";
import { Initials } from "../kit/initials.tsx";
import { Search } from "../search.tsx";
import { loadFreeList } from "./free-jobs.tsx";
import { useLanguage } from "./language.ts";
import { loadUnderWay, MyShift } from "./my-shift.tsx";
import { to, usePlace } from "./route.ts";
import { openRuns, wallClock } from "./runs.ts";
import { Spoken, ViewIn } from "./spoken.tsx";
import { type Floor, useFloor } from "./use-floor.ts";
import { useTick } from "./use-tick.ts";

/** Loaded after the first screen, and at once when the page is quiet: a new build must not pull them away from under it. */
const PAGES = {
  LanguageRow: () => import("./language-row.tsx"),
  FloorCheck: () => import("./check.tsx").then(({ FloorCheck: page }) => ({ default: page })),
  Handover: () => import("./handover.tsx").then(({ Handover: page }) => ({ default: page })),
  FloorMachinePage: () => import("./machine.tsx").then(({ FloorMachinePage: page }) => ({ default: page })),
  RunPage: () => import("./run-page.tsx").then(({ RunPage: page }) => ({ default: page })),
  Scan: () => import("./scan.tsx").then(({ Scan: page }) => ({ default: page })),
  Several: () => import("./several.tsx").then(({ Several: page }) => ({ default: page })),
  TaskSheet: () => import("./task-sheet.tsx").then(({ TaskSheet: page }) => ({ default: page })),
  Unsent: () => import("./unsent.tsx").then(({ Unsent: page }) => ({ default: page })),
  SignInOrEnrol: () => import("./sign-in-or-enrol.tsx").then(({ SignInOrEnrol: part }) => ({ default: part })),
  TimersBar: () => import("./timers-bar.tsx"),
  Who: () => import("./who.tsx").then(({ Who: page }) => ({ default: page })),
};
const LanguageRow = lazy(PAGES.LanguageRow);
const FloorCheck = lazy(PAGES.FloorCheck);
const Handover = lazy(PAGES.Handover);
const FloorMachinePage = lazy(PAGES.FloorMachinePage);
const RunPage = lazy(PAGES.RunPage);
const Scan = lazy(PAGES.Scan);
const Several = lazy(PAGES.Several);
const TaskSheet = lazy(PAGES.TaskSheet);
const Unsent = lazy(PAGES.Unsent);
const SignInOrEnrol = lazy(PAGES.SignInOrEnrol);
const TimersBar = lazy(PAGES.TimersBar);
const Who = lazy(PAGES.Who);

/** The operators' screens: one page that goes on without a network. */
export function FloorApp() {
  const floor = useFloor();
  useEffect(() => {
    const night = /(?:^|;\s*)zesty-light=night/.test(document.cookie);
    document.documentElement.dataset.light = night ? "night" : "day";
    if ("serviceWorker" in navigator) void navigator.serviceWorker.register("/sw.js").catch(() => {});
    const quiet = setTimeout(() => {
      for (const load of [...Object.values(PAGES), loadFreeList, loadUnderWay]) load().catch(() => {});
    }, 1500);
    // Asks the browser not to clear away what is not sent yet.
    void navigator.storage?.persist?.();
    return () => clearTimeout(quiet);
  }, []);
  useWakeLock();
  return (
    <Spoken language={useLanguage(floor)}>
      <Shell floor={floor} />
    </Spoken>
  );
}

function Shell({ floor: kept }: { floor: ReturnType<typeof useFloor> }) {
  const place = usePlace();
  const words = useFloorWords().head;
  const viewIn = useContext(ViewIn);
  const plain = typeof kept === "string" ? null : kept.plain;
  const view = useMemo(() => plain && viewIn(plain), [plain, viewIn]);
  const floor = typeof kept === "string" || !view ? kept : { ...kept, view };
  if (floor === "loading") return <p className="p-6 text-ink2">{words.wait}</p>;
  if (floor === "empty")
    return (
      <main className="mx-auto max-w-md px-4 py-12">
        <h1>{words.floor}</h1>
        <p className="mt-2">{typeof navigator !== "undefined" && !navigator.onLine ? words.nothingKept : words.start}</p>
        <Suspense>
          <SignInOrEnrol />
        </Suspense>
      </main>
    );
  const runs = openRuns(floor.view);
  return (
    <div className="flex min-h-dvh flex-col text-lg max-sm:text-base [&_label]:!text-base">
      <Head floor={floor} />
      {runs.length > 0 && (
        <Suspense>
          <TimersBar runs={runs} now={floor.now} />
        </Suspense>
      )}
      <div className="grow">
        <Suspense fallback={<p className="p-6 text-ink2">{words.wait}</p>}>
          <Body floor={floor} />
          {(place.at === "shift" || place.at === "who") && (
            <div className="px-3 pb-6">
              <LanguageRow floor={floor} />
            </div>
          )}
        </Suspense>
      </div>
      <Ways floor={floor} />
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

/** Who is here, and quietly what is not sent yet. */
function Head({ floor }: { floor: Floor }) {
  const words = useFloorWords().head;
  const { view, who, queue, online } = floor;
  const me = view.people.find(({ id }) => id === who?.person);
  const refused = queue.filter(({ state }) => state === "refused").length;
  const sent = refused
    ? filled(words.refused, { count: refused })
    : queue.length
      ? filled(words.waiting, { count: queue.length })
      : online
        ? words.sent
        : words.away;
  return (
    <header className="flex flex-wrap items-center gap-x-2 bg-desk px-3">
      <a href={view.device ? to.who : "/sign-in"} className="flex min-h-14 items-center gap-2.5 pr-3 font-bold text-ink no-underline">
        {me && <Initials name={me.name} me big />}
        {me ? me.name.split(" ")[0] : words.who}
        {view.device && <span className="font-normal text-base text-ink2">{filled(words.at, { tablet: view.device.name })}</span>}
      </a>
      <a
        href={to.unsent}
        className={`ml-auto flex min-h-14 items-center px-2 text-base no-underline ${refused ? "font-bold text-hold" : "text-ink2"}`}
      >
        {queue.length > 0 && !online ? `${sent}, ${words.away}` : sent}
      </a>
      <Clock floor={floor} />
      {floor.signInFirst && (
        <p className="w-full py-2 font-semibold" role="alert">
          {words.signedOut} <a href={view.device ? to.who : "/sign-in"}>{words.signBack}</a>
        </p>
      )}
      {floor.newBuild && (
        <p className="flex w-full items-center gap-3 py-2">
          {words.newBuild}
          <Button size="hand" onClick={() => location.reload()}>
            {words.load}
          </Button>
        </p>
      )}
    </header>
  );
}

function Clock({ floor }: { floor: Floor }) {
  useTick();
  return <span className="figure min-w-14 text-right font-bold text-xl">{wallClock(floor.view, floor.now())}</span>;
}

/** The floor's places under the thumb; away while somebody works at a step or a check, whose own control stands there. */
function Ways({ floor }: { floor: Floor }) {
  const words = useFloorWords().head;
  const place = usePlace();
  const { online, who, view } = floor;
  const me = view.people.some(({ id }) => id === who?.person);
  if (place.at === "run" || place.at === "check" || place.at === "several") return null;
  const ways = [
    { href: to.shift, name: words.shift, Icon: ListChecksIcon, here: place.at === "shift" },
    { href: to.scan, name: words.scan, Icon: ScanLineIcon, here: place.at === "scan" },
    { href: to.handover, name: words.handover, Icon: MessageSquareShareIcon, here: place.at === "handover" },
    ...(me && online
      ? [
          { href: "/", name: words.board, Icon: LayoutListIcon, here: false },
          { href: "/door", name: words.closing, Icon: LogOutIcon, here: false },
        ]
      : []),
  ];
  const look =
    "grid min-h-16 min-w-0 grow basis-0 content-center justify-items-center gap-0.5 px-1 text-center font-bold text-base leading-tight max-sm:text-sm";
  return (
    <nav aria-label={words.nav} className="sticky bottom-0 z-20 flex border-line border-t bg-desk">
      {ways.map(({ href, name, Icon, here }) => (
        <a
          key={href}
          href={href}
          aria-current={here ? "page" : undefined}
          className={`${look} text-ink no-underline ${here ? "bg-sheet shadow-[inset_0_-4px_0_var(--accent)]" : ""}`}
        >
          <Icon aria-hidden="true" className="size-6" />
          {name}
        </a>
      ))}
      {me && online && (
        <Search
          button={(open) => (
            <button type="button" className={look} onClick={open}>
              <SearchIcon aria-hidden="true" className="size-6" />
              {words.search}
            </button>
          )}
        />
      )}
    </nav>
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
