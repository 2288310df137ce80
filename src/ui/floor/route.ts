import { useEffect, useState } from "react";

/** The floor's own places, in the address after `#`: they work without a network. */
export type Place =
  | { at: "shift" }
  | { at: "task"; key: string }
  | { at: "run"; id: string }
  | { at: "check"; machines: string[]; run?: string; step?: string; key?: string }
  | { at: "several"; routine: string }
  | { at: "machine"; id: string }
  | { at: "handover" }
  | { at: "scan" }
  | { at: "who" }
  | { at: "unsent" };

export function placeOf(hash: string): Place {
  const [path = "", query = ""] = hash.replace(/^#\/?/, "").split("?");
  const [at = "", ...rest] = path.split("/").map(decodeURIComponent);
  const asked = new URLSearchParams(query);
  const id = rest.join("/");
  if (at === "task" && id) return { at, key: id };
  if (at === "run" && id) return { at, id };
  if (at === "several" && id) return { at, routine: id };
  if (at === "machine" && id) return { at, id };
  if (at === "check")
    return {
      at,
      machines: (asked.get("machines") ?? "").split(",").filter(Boolean),
      ...Object.fromEntries(["run", "step", "key"].flatMap((name) => (asked.get(name) ? [[name, asked.get(name)]] : []))),
    };
  if (at === "handover" || at === "scan" || at === "who" || at === "unsent") return { at };
  return { at: "shift" };
}

export const to = {
  shift: "#/",
  task: (key: string) => `#/task/${encodeURIComponent(key)}`,
  run: (id: string) => `#/run/${id}`,
  several: (routine: string) => `#/several/${encodeURIComponent(routine)}`,
  machine: (id: string) => `#/machine/${encodeURIComponent(id)}`,
  check: (machines: string[], more: Record<string, string> = {}) =>
    `#/check?${new URLSearchParams({ machines: machines.join(","), ...more })}`,
  handover: "#/handover",
  scan: "#/scan",
  who: "#/who",
  unsent: "#/unsent",
};

export const go = (hash: string): void => {
  location.hash = hash;
};

export function usePlace(): Place {
  const [place, setPlace] = useState<Place>({ at: "shift" });
  useEffect(() => {
    const look = () => {
      setPlace(placeOf(location.hash));
      scrollTo(0, 0);
    };
    look();
    addEventListener("hashchange", look);
    return () => removeEventListener("hashchange", look);
  }, []);
  return place;
}
