import type { DayView } from "../../work/day/day-view.ts";

export type Task = DayView["tasks"][number];
export type Give = (given: { key: string; person: string | null; why: string | null }[], said: string) => Promise<void>;
export const isOpen = ({ state }: Task): boolean => state !== "done" && state !== "skipped";
export const label = (task: Pick<Task, "machineName" | "name">): string => `${task.machineName ? `${task.machineName}, ` : ""}${task.name}`;
