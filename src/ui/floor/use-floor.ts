import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { FloorView } from "../../core/floor/floor-view.ts";
import type { withQueue } from "../../core/record/on-tablet.ts";
import type { FloorAnswer } from "../../work/floor/floor.ts";
import { oneAtATime } from "../one-at-a-time.ts";
import { say } from "../say.ts";
import { useLive } from "../use-live.ts";
import { isFull, keepOffset, keepView, keepWho, keptOffset, keptView, keptWho, type Queued, queued, type Who } from "./keep.ts";
import { acknowledgedAfter, flush, onNews, retryWaiting } from "./outbox.ts";

export type Floor = {
  /** As its reader sees it, in their language. */
  view: FloorView;
  /** As it came: what is sent is taken from here. */
  plain: FloorView;
  who: Who | null;
  queue: Queued[];
  online: boolean;
  /** Somebody must sign in before what is queued can go. */
  signInFirst: boolean;
  /** Another build is there; the page is to be loaded when nothing is under way. */
  newBuild: boolean;
  full: boolean;
  /** The server's clock, as far as this device knows. */
  now: () => number;
  refresh: () => Promise<void>;
  setWho: (who: Who | null) => Promise<void>;
};

/** The floor: at once from what the device keeps, then from the server, always with what is queued here on top. */
export function useFloor(): Floor | "loading" | "empty" {
  const [snapshot, setSnapshot] = useState<FloorView | null>(null);
  const [queue, setQueue] = useState<Queued[]>([]);
  const [who, setWhoState] = useState<Who | null>(null);
  const [offset, setOffset] = useState(0);
  const [state, setState] = useState({ loaded: false, online: true, signInFirst: false });
  const builtWith = useRef<string | null>(null);
  const [newBuild, setNewBuild] = useState(false);
  // What kinds of entries do to a snapshot is only needed where something is queued: it comes after the first screen.
  const [fold, setFold] = useState<{ withQueue: typeof withQueue } | null>(null);
  useEffect(() => {
    void import("../../core/record/on-tablet.ts").then(setFold, () => {});
  }, []);

  const look = useCallback(async () => setQueue(await queued()), []);
  const lookAnew = useCallback(async () => {
    const asked = Date.now();
    const had = await keptView();
    let response: Response;
    try {
      response = await fetch(had?.book ? `/api/floor?book=${encodeURIComponent(had.book)}` : "/api/floor");
    } catch {
      return setState((before) => ({ ...before, loaded: true, online: false }));
    }
    if (response.status === 401) return setState((before) => ({ ...before, loaded: true, online: true, signInFirst: true }));
    if (!response.ok) return setState((before) => ({ ...before, loaded: true, online: response.status < 500 }));
    const answer: FloorAnswer = await response.json();
    const view: FloorView = { ...answer, routines: answer.routines ?? had?.routines ?? {}, patterns: answer.patterns ?? had?.patterns };
    const ahead = new Date(view.now).getTime() - (asked + Date.now()) / 2;
    setOffset(ahead);
    // An answer that was overtaken by a newer one is old news.
    setSnapshot((before) => (before && before.seq > view.seq && before.site === view.site ? before : view));
    builtWith.current ??= view.build;
    setNewBuild(builtWith.current !== view.build);
    setState({ loaded: true, online: true, signInFirst: false });
    await Promise.all([keepView(view), keepOffset(ahead)]);
    const kept = await keptWho();
    // Whoever is signed in is who acts, unless somebody else took over here by PIN meanwhile.
    if (view.me && (!kept || (!kept.claim && kept.person !== view.me.id))) {
      await keepWho({ person: view.me.id });
      setWhoState({ person: view.me.id });
      await retryWaiting();
    }
    // Another tab of this device may have said meanwhile who is here.
    else setWhoState((before) => (before?.person === kept?.person && before?.claim === kept?.claim ? before : (kept ?? null)));
    await look();
    void flush();
  }, [look]);
  const refresh = useMemo(() => oneAtATime(lookAnew), [lookAnew]);

  useEffect(() => {
    let gone = false;
    void (async () => {
      const [view, kept, ahead, waiting] = await Promise.all([keptView(), keptWho(), keptOffset(), queued()]);
      if (gone) return;
      if (view) setSnapshot((before) => before ?? view);
      setWhoState(kept ?? null);
      setOffset(ahead);
      setQueue(waiting);
      await refresh();
    })();
    const stop = onNews((news) => {
      void look();
      if (news.kind === "sign-in") setState((before) => ({ ...before, signInFirst: true }));
      if (news.kind === "sent") {
        if (news.messages.length) for (const message of news.messages) say(message, { duration: 15_000 });
        void refresh();
      }
    });
    const back = () => {
      void refresh();
      void flush();
    };
    const away = () => setState((before) => ({ ...before, online: false }));
    addEventListener("online", back);
    addEventListener("offline", away);
    const again = setInterval(() => void flush(), 5000);
    return () => {
      gone = true;
      stop();
      clearInterval(again);
      removeEventListener("online", back);
      removeEventListener("offline", away);
    };
  }, [refresh, look]);
  useLive(
    () => void refresh(),
    () => setState((before) => ({ ...before, signInFirst: true })),
  );

  const view = useMemo(() => {
    if (!snapshot) return null;
    const laidOver = [...acknowledgedAfter(snapshot.seq), ...queue];
    return laidOver.length ? (fold?.withQueue(snapshot, laidOver, offset) ?? null) : snapshot;
  }, [snapshot, queue, offset, fold]);
  const now = useCallback(() => Date.now() + offset, [offset]);
  const setWho = useCallback(
    async (next: Who | null) => {
      await keepWho(next ?? undefined);
      setWhoState(next);
      await refresh();
      await retryWaiting();
    },
    [refresh],
  );
  if (!view) return state.loaded && !snapshot ? "empty" : "loading";
  return {
    view,
    plain: view,
    who,
    queue,
    online: state.online,
    signInFirst: state.signInFirst,
    newBuild,
    full: isFull(),
    now,
    refresh,
    setWho,
  };
}
