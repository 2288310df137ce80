import type { MachineClass } from "../fleet/vocabulary.ts";
import type { Which } from "./verdicts.ts";

export type StateWord = "Unchecked" | "Ready" | "With care" | "Hold" | "Printing" | "Asleep" | "Out of order";

/** Settings of the judgement; defaults are common practice, no source. */
export type ReadinessSettings = {
  /** Missing nozzles (weak and deflected count half) up to which a machine prints with care. */
  toleranceAChannel: number;
  toleranceAHead: number;
  /** Standing idle for longer, a check has lost its force. */
  idleHours: number;
  /** From this share missing on, a channel is gone. */
  goneShare: number;
};
export const DEFAULT_READINESS: ReadinessSettings = { toleranceAChannel: 2, toleranceAHead: 2, idleHours: 12, goneShare: 0.95 };
export const CLASS_READINESS: Partial<Record<MachineClass, Partial<ReadinessSettings>>> = { uv: { idleHours: 4 } };

export type ChannelCheck = {
  id: string;
  missing: number;
  weak: number;
  deflected: number;
  neighbours: boolean;
  gone?: boolean;
  unread?: boolean;
  /** Which nozzles, where they were seen one by one. */
  which?: Which;
};

/** A channel that fires whole. */
export const ALL_FIRING = { missing: 0, weak: 0, deflected: 0, neighbours: false, gone: false, unread: false } as const;

export type ReadinessFacts = {
  now: Date;
  /** The site's day of `now`, as `2026-11-25`. */
  today: string;
  /** Where the class prints no nozzle check, there is none to judge by. */
  printsChecks: boolean;
  check?: { at: Date; day: string; channels: ChannelCheck[]; entry: string };
  /** The last thing that took a check's force: a clean, load, repair, wake, or a routine that does such. */
  voided?: { at: Date; what: string };
  /** Known not to have stood idle until then: the end of its last printing. */
  busyUntil?: Date;
  release?: { at: Date; until: Date; by: string; reason: string };
  /** Put to sleep; the words say since when and what is in it, where that is known. */
  asleep: boolean | string;
  /** Somebody is working on it, and has something open: lid, cap, plug. */
  atWork?: { person: string; routine: string; open: readonly string[] };
  /** A sign that holds the machine, reported and not explained yet. */
  holdingSign?: { sign: string; at: Date };
  /** An open repair. */
  outOfOrder?: { since: string; symptom: string; waitsFor?: string; expected?: string };
  /** Channels of the machine, so that what the check left out is said. */
  channels: string[];
  /** Dry air at the machine: what it was, and the share that it takes off what a check holds. */
  dryAir?: { share: number; words: string };
  /** Nozzles a channel where known, so that a channel that is gone is told from a bad one. */
  nozzles?: Record<string, number>;
};

/** Why a machine's word is what it is, as data. */
export type StateReason =
  | { kind: "asleep"; words?: string }
  | { kind: "out-of-order"; since: string; symptom: string; waitsFor?: string; expected?: string }
  | { kind: "busy"; until: Date }
  | { kind: "at-work"; person: string; routine: string; open: readonly string[] }
  | { kind: "no-check-class" }
  | { kind: "sign"; sign: string; at: Date }
  | { kind: "never-checked" }
  | { kind: "other-day"; day: string }
  | { kind: "voided"; what: string; at: Date }
  | { kind: "idle"; hours: number; limit: number; dryAir?: string }
  | { kind: "clean"; at: Date }
  | { kind: "gone"; channel: string }
  | { kind: "neighbours"; channel: string }
  | { kind: "over-channel"; channel: string; count: number; tolerance: number }
  | { kind: "over-head"; head: string; count: number; tolerance: number }
  | { kind: "within"; channel: string; count: number; tolerance: number; missing: number; weak: number; deflected: number }
  | { kind: "unread"; channels: string[] }
  | { kind: "released"; by: string; until: Date; reason: string };

export type MachineState = { word: StateWord; reasons: StateReason[] };

/**
 * The word that a check alone gives at the moment it is made, whatever else stands about the machine.
 *
 * @example checkState({ at, day: "2026-11-25", channels: read, ids: ["H1/K"] }, DEFAULT_READINESS).word → "Hold"
 */
export const checkState = (
  {
    at,
    day,
    channels,
    ids,
    nozzles,
    entry = "",
  }: { at: Date; day: string; channels: ChannelCheck[]; ids: string[]; entry?: string } & Pick<ReadinessFacts, "nozzles">,
  settings: ReadinessSettings,
): MachineState =>
  machineState(
    {
      now: at,
      today: day,
      printsChecks: true,
      check: { at, day, channels, entry },
      asleep: false,
      channels: ids,
      ...(nozzles ? { nozzles } : {}),
    },
    settings,
  );

/**
 * Until when a machine prints: as it was said, unless a check was printed since, which ends the job. Source: common practice.
 * @example printsUntil({ at: ten, until: noon }, eleven) → undefined
 */
export const printsUntil = (job: { at: Date; until: Date } | undefined, checkedAt: Date | undefined): Date | undefined =>
  job && !(checkedAt && checkedAt > job.at) ? job.until : undefined;

/** Missing nozzles of a channel; weak and deflected ones count half each. */
export const faultCount = ({ missing, weak, deflected }: ChannelCheck) => missing + (weak + deflected) / 2;

/**
 * A machine's state word from its last check, what happened since and the settings. Source of the rules: common
 * practice, no source. The worst channel speaks for the machine; a release by a supervisor turns a hold into care.
 */
export function machineState(facts: ReadinessFacts, settings: ReadinessSettings): MachineState {
  if (facts.outOfOrder) return { word: "Out of order", reasons: [{ kind: "out-of-order", ...facts.outOfOrder }] };
  if (facts.asleep)
    return { word: "Asleep", reasons: [{ kind: "asleep", ...(typeof facts.asleep === "string" ? { words: facts.asleep } : {}) }] };
  // Nobody may allow what is open at a machine.
  if (facts.atWork) return { word: "Unchecked", reasons: [{ kind: "at-work", ...facts.atWork }] };
  const checked = judge(facts, settings);
  const { release, now, holdingSign } = facts;
  const judged: MachineState = holdingSign ? { word: "Hold", reasons: [{ kind: "sign", ...holdingSign }, ...checked.reasons] } : checked;
  const released =
    release &&
    release.until > now &&
    (judged.word === "Hold" || judged.word === "Unchecked") &&
    !(facts.check && checked.word === "Hold" && facts.check.at > release.at) &&
    !(holdingSign && holdingSign.at > release.at);
  const state: MachineState = released
    ? {
        word: "With care",
        reasons: [{ kind: "released", by: release.by, until: release.until, reason: release.reason }, ...judged.reasons],
      }
    : judged;
  if (facts.busyUntil && facts.busyUntil > now)
    return { word: "Printing", reasons: [{ kind: "busy", until: facts.busyUntil }, ...state.reasons] };
  return state;
}

function judge(facts: ReadinessFacts, settings: ReadinessSettings): MachineState {
  const { check, voided, now } = facts;
  if (!facts.printsChecks) return { word: "Ready", reasons: [{ kind: "no-check-class" }] };
  if (!check || check.channels.every(({ unread }) => unread)) return { word: "Unchecked", reasons: [{ kind: "never-checked" }] };
  if (check.day !== facts.today) return { word: "Unchecked", reasons: [{ kind: "other-day", day: check.day }] };
  if (voided && voided.at > check.at) return { word: "Unchecked", reasons: [{ kind: "voided", what: voided.what, at: voided.at }] };
  const active = facts.busyUntil && facts.busyUntil > check.at ? facts.busyUntil : check.at;
  const idleHours = (now.getTime() - active.getTime()) / 3_600_000;
  const limit = settings.idleHours * (1 - (facts.dryAir?.share ?? 0));
  if (idleHours > limit)
    return {
      word: "Unchecked",
      reasons: [{ kind: "idle", hours: idleHours, limit, ...(facts.dryAir ? { dryAir: facts.dryAir.words } : {}) }],
    };

  const read = check.channels.filter(({ unread }) => !unread);
  const seen = new Set(read.map(({ id }) => id));
  const unread = facts.channels.filter((id) => !seen.has(id));
  const tail: StateReason[] = unread.length ? [{ kind: "unread", channels: unread }] : [];

  const isGone = ({ id, missing, gone }: ChannelCheck) =>
    gone || (facts.nozzles?.[id] !== undefined && missing >= settings.goneShare * facts.nozzles[id]);
  const held: StateReason[] = [
    ...read.filter(isGone).map(({ id }): StateReason => ({ kind: "gone", channel: id })),
    ...read
      .filter((channel) => !isGone(channel) && faultCount(channel) > settings.toleranceAChannel)
      .map(
        (channel): StateReason => ({
          kind: "over-channel",
          channel: channel.id,
          count: faultCount(channel),
          tolerance: settings.toleranceAChannel,
        }),
      ),
    ...read.filter((channel) => !isGone(channel) && channel.neighbours).map(({ id }): StateReason => ({ kind: "neighbours", channel: id })),
  ];
  if (held.length === 0) {
    const heads = new Map<string, number>();
    for (const channel of read) {
      const head = channel.id.split("/")[0] ?? "";
      heads.set(head, (heads.get(head) ?? 0) + faultCount(channel));
    }
    for (const [head, count] of heads)
      if (count > settings.toleranceAHead) held.push({ kind: "over-head", head, count, tolerance: settings.toleranceAHead });
  }
  if (held.length) return { word: "Hold", reasons: [...held, ...tail] };

  const faulty = read.filter((channel) => faultCount(channel) > 0);
  if (faulty.length === 0) return { word: "Ready", reasons: [{ kind: "clean", at: check.at }, ...tail] };
  return {
    word: "With care",
    reasons: [
      ...faulty.map(
        (channel): StateReason => ({
          kind: "within",
          channel: channel.id,
          count: faultCount(channel),
          tolerance: settings.toleranceAChannel,
          missing: channel.missing,
          weak: channel.weak,
          deflected: channel.deflected,
        }),
      ),
      ...tail,
    ],
  };
}

/** Settings in force on a machine: the house's own before the class's before the defaults. */
export function readinessSettings(machineClass: MachineClass, house: Partial<ReadinessSettings>[] = []): ReadinessSettings {
  return Object.assign({}, DEFAULT_READINESS, CLASS_READINESS[machineClass], ...house);
}
