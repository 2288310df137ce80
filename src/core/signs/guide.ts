import { SIGNS } from "../fleet/vocabulary.ts";
import type { Job } from "../routines/effects.ts";

export type Sign = (typeof SIGNS)[number];

/** What a sign may come from, and what is done about it first: a routine's job, or work in words. */
export type Cause = { id: string; words: string; job?: Job; work?: string };

export type SignGuide = {
  /** As an operator would say it. */
  words: string;
  /** The machine is held while it is open. */
  holds?: true;
  /** Likeliest first, by common practice (no source); the house's own count moves them. */
  causes: readonly Cause[];
};

/** Signs, likely causes and first actions (common practice, no source). */
export const GUIDE: Readonly<Record<Sign, SignGuide>> = {
  banding: {
    words: "Lines across the print",
    causes: [
      { id: "nozzles", words: "nozzles missing", work: "Nozzle check; recover the channel" },
      { id: "surround", words: "head surround or wiper dirty", job: "clean-surround", work: "Clean round the head and the wiper" },
      { id: "strip", words: "encoder strip dirty", job: "clean-strip" },
      { id: "dry-room", words: "room too dry", work: "Read the humidity; at least 40 %, better 45 %" },
    ],
  },
  "weak-white": {
    words: "White is thin or uneven",
    holds: true,
    causes: [
      { id: "settled", words: "white not shaken or circulated", job: "shake-white" },
      { id: "dry-room", words: "room too dry", work: "Read the humidity; at least 40 %, better 45 %" },
      { id: "nozzles", words: "white nozzles missing", work: "The ladder on the white channels only" },
      { id: "supply", words: "white damper or line", job: "supply-check" },
    ],
  },
  "slow-white": {
    words: "White comes late at the start",
    causes: [
      { id: "not-moved", words: "white not yet moving", work: "Stop the job and start it again" },
      { id: "streaks", words: "marked streaks in colour as well", work: "One more clean, then start the job again" },
      { id: "settled", words: "white not shaken or circulated", job: "shake-white" },
    ],
  },
  "colour-absent": {
    words: "A colour is gone",
    holds: true,
    causes: [
      { id: "ink", words: "ink level, closed clip, cartridge not seated", work: "Look at level, clip and seat by eye; then one clean" },
      { id: "seal", words: "cap does not seal", job: "seal-test" },
      { id: "supply", words: "damper or line blocked", job: "supply-check" },
    ],
  },
  "all-poor-after-load": {
    words: "All channels poor after a load, cap pad dry",
    holds: true,
    causes: [
      { id: "seal", words: "cap seal leaking, cracked or out of place", job: "seal-test" },
      { id: "tubes", words: "pump tubes blocked", job: "cap-service" },
    ],
  },
  "new-head-silent": {
    words: "A new head prints nothing",
    holds: true,
    causes: [
      { id: "cap", words: "cap blocked: it can't prime any head", job: "cap-service" },
      { id: "electric", words: "cable or connection", work: "A technician looks at cables and connections, machine off" },
    ],
  },
  "cap-drains-one-side": {
    words: "One side of the cap drains slowly",
    causes: [
      { id: "tube", words: "a clogged tube: half the suction is left", work: "Draw through until clear; plan the cap's service" },
      { id: "cap", words: "cap worn out", job: "cap-service" },
    ],
  },
  "white-in-cap-water": {
    words: "White in the water drawn through the cap",
    causes: [{ id: "pad", words: "pad and tubes hold white", work: "Go on drawing until no white shows" }],
  },
  "ink-pools-on-filter": {
    words: "Ink stands on the spit-tray filter",
    causes: [
      { id: "saturated", words: "filter saturated, not draining", job: "clean-spit-filter" },
      { id: "drain", words: "drain blocked", work: "Open the tray's drain" },
    ],
  },
  "mist-on-rails": {
    words: "Mist on rails, rollers or shaft",
    causes: [
      { id: "interior", words: "time for the interior clean", job: "clean-interior" },
      { id: "filters", words: "air filters full", job: "clean-air-filters" },
      { id: "pooling", words: "undrained ink spreads as mist", job: "clean-spit-filter" },
    ],
  },
  stains: {
    words: "Stains or drops on the work",
    holds: true,
    causes: [
      { id: "surround", words: "wiper or surround caked", job: "clean-surround", work: "Clean the wiper and round the head" },
      { id: "waste", words: "waste or spit box near full", job: "empty-waste" },
    ],
  },
  "lines-after-care": {
    words: "Lines right after care",
    causes: [{ id: "wet", words: "fluid on the feed rollers or the rail", work: "Dry them; next time damp, not wet" }],
  },
  "condensation-warning": {
    words: "It warns of condensation",
    causes: [{ id: "wet", words: "cap area too wet", work: "Dab dry, let it air" }],
  },
  "ink-on-idle-head": {
    words: "Ink on the head though nothing was printed",
    causes: [
      { id: "own-cleans", words: "the machine's own cleans while idle", work: "The weekly clean is still due; count its ink and waste" },
      { id: "seal", words: "cap does not seal", job: "seal-test" },
    ],
  },
  "air-in-line": {
    words: "Air in a line",
    causes: [
      { id: "lifted", words: "a damper was lifted", work: "Load, clean, check: the cycle starts over" },
      { id: "empty", words: "ink ran out", job: "replace-supply" },
    ],
  },
  "mixed-colours": {
    words: "One colour in another's place",
    holds: true,
    causes: [
      { id: "plate", words: "ink mixed at the plate", work: "Colour flag, then check again" },
      { id: "wiper", words: "wiper carries ink over", work: "Wipe; look at the wiper" },
    ],
  },
};

export const isSign = (id: string): id is Sign => (SIGNS as readonly string[]).includes(id);
/** A sign in words; a house's own by its id. */
export const signWords = (id: string): string => (isSign(id) ? GUIDE[id].words : id.replace(/^house-/, "").replaceAll("-", " "));
export const signHolds = (id: string): boolean => isSign(id) && GUIDE[id].holds === true;
