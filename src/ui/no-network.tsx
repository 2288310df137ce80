"use client";
import { useEffect } from "react";
import { useFaultWords } from "../words/fault-words.ts";
import { buttonLook } from "./kit/button.tsx";

/** Stands for any page at the desk that a device with the floor on it can't reach; it makes way when the network is back. */
export function NoNetwork() {
  const words = useFaultWords().noNetwork;
  useEffect(() => {
    // A browser may call itself online while the server can't be reached, and may have said so before this listened.
    const back = () =>
      void fetch("/api/health").then(
        () => (location.pathname === "/no-network" ? location.assign("/") : location.reload()),
        () => {},
      );
    const asked = setInterval(back, 5_000);
    addEventListener("online", back);
    return () => {
      clearInterval(asked);
      removeEventListener("online", back);
    };
  }, []);
  return (
    <main className="mx-auto grid max-w-md justify-items-start gap-3 px-4 py-16">
      <h1>{words.title}</h1>
      <p className="text-lg">{words.note}</p>
      <a href="/floor" className={buttonLook("primary")}>
        {words.shift}
      </a>
    </main>
  );
}
