import { useEffect, useRef } from "react";

const POLL_MS = 30_000;

/**
 * Calls `look` whenever the ledger has moved on: by one stream a browser, shared by its tabs, with a slow poll
 * should the stream be broken, and at once when the network is back.
 */
export function useLive(look: (seq: number | "resync") => void, ended: () => void = () => location.assign("/sign-in")): void {
  const onEnd = useRef(ended);
  onEnd.current = ended;
  const latest = useRef(look);
  latest.current = look;
  useEffect(() => {
    const channel = new BroadcastChannel("zesty-live");
    const tell = (seq: number | "resync") => latest.current(seq);
    channel.onmessage = ({ data }) => tell(data);
    let source: EventSource | undefined;
    let over = false;
    const open = () =>
      new Promise<void>((released) => {
        if (over) return released();
        const connect = () => {
          source = new EventSource("/api/live");
          source.onmessage = ({ data }) => {
            const { seq } = JSON.parse(data);
            tell(seq);
            channel.postMessage(seq);
          };
          source.onerror = () => {
            // A browser gives up on some errors for good; then connect again.
            if (source?.readyState === EventSource.CLOSED && !over) setTimeout(connect, 2000);
          };
          source.addEventListener("ended", () => onEnd.current());
        };
        connect();
        release = released;
      });
    let release = () => {};
    const stop = new AbortController();
    // Only in a secure context is there a lock to share one stream by; elsewhere each tab has its own.
    if (navigator.locks) navigator.locks.request("zesty-live", { signal: stop.signal }, open).catch(() => {});
    else void open();
    const poll = setInterval(() => tell("resync"), POLL_MS);
    const back = () => {
      tell("resync");
      if (source && source.readyState !== EventSource.OPEN) source.dispatchEvent(new Event("error"));
    };
    addEventListener("online", back);
    return () => {
      over = true;
      stop.abort();
      clearInterval(poll);
      removeEventListener("online", back);
      source?.close();
      release();
      channel.close();
    };
  }, []);
}
