import { type Frame, RoomsFrame } from "../rooms-frame.tsx";

const ROOMS = [
  { href: "/standby", name: "Machines and closures" },
  { href: "/door", name: "The door" },
  { href: "/standby/settings", name: "Bounds" },
];

/** The head of each page of Standby. */
export const StandbyFrame = (frame: Frame) => <RoomsFrame name="Standby" rooms={ROOMS} {...frame} />;

/** Money of the shop. */
export { moneySaid as money } from "../../core/calendar/said.ts";
