import "fake-indexeddb/auto";
import { Window } from "happy-dom";

/** A browser's window in the process of the server, so that pages and the routes they ask run as one. Imported before React. */

export const ADDRESS = "http://shop.test";
const window = new Window({ url: `${ADDRESS}/`, width: 1280, height: 800 });

/** Of what both have, these are the window's: elements are made of them. All else that Node has stays, since the server is made of it. */
const THE_WINDOWS = ["Event", "CustomEvent", "FormData", "navigator"];
for (const name of new Set([...Object.getOwnPropertyNames(window), ...THE_WINDOWS])) {
  if (name in globalThis && !THE_WINDOWS.includes(name)) continue;
  const value = (window as unknown as Record<string, unknown>)[name];
  if (value === undefined) continue;
  const isMethod = typeof value === "function" && !/^[A-Z]/.test(name);
  Object.defineProperty(globalThis, name, { value: isMethod ? value.bind(window) : value, configurable: true, writable: true });
}
Object.assign(globalThis, { window: globalThis, self: globalThis });

/** Nothing comes by itself: a test says when something has changed. */
class Silent extends EventTarget {
  static readonly CLOSED = 2;
  static readonly OPEN = 1;
  readyState = Silent.OPEN;
  close(): void {}
}
Object.assign(globalThis, { EventSource: Silent, BroadcastChannel: Silent });
Object.assign(Silent.prototype, { postMessage: () => {} });

// What lists that open ask of a browser and this one lacks.
const element = (window as unknown as { HTMLElement: { prototype: Record<string, unknown> } }).HTMLElement.prototype;
for (const name of ["hasPointerCapture", "setPointerCapture", "releasePointerCapture", "scrollIntoView"]) element[name] ??= () => false;
