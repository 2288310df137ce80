import type { Worker } from "../../core/tasks/fits.ts";

/** What the forms need to know of a day. */
export type DayShape = {
  day: string;
  today: string;
  people: readonly Worker[];
  machines: readonly { id: string; name: string }[];
};
/** People or machines as the options of a choice. */
export const named = (list: readonly { id: string; name: string }[]) => list.map(({ id, name }) => ({ value: id, name }));
