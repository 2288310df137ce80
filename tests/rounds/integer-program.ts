import loadHighs from "highs";
import type { RoundProblem } from "../../src/core/rounds/problem.ts";

/**
 * A round as an integer program for HiGHS (the npm package `highs`), written from `rounds.md` alone: each person's hands stretches are
 * a way from the first to the last, each machine's tasks have an order, a stretch lies in one shift piece. Shares nothing with the search.
 */
export async function leastCost(problem: RoundProblem): Promise<number> {
  const { text, constant } = program(problem);
  const highs = await loadHighs();
  const solution = highs.solve(text, { mip_rel_gap: 0, mip_abs_gap: 1e-7, time_limit: 100 });
  if (solution.Status !== "Optimal") throw new Error(`the integer program ended as ${solution.Status}`);
  return solution.ObjectiveValue + constant;
}

type Node = {
  name: string;
  task: number;
  place: number;
  hands: number;
  area: string;
  people: number[];
  begun?: { person: number; start: number; end: number };
};

function program(problem: RoundProblem): { text: string; constant: number } {
  const { horizon, people, machines, areas, walk, tasks, now = 0, begun = [], promised = [] } = problem;
  const rows: string[] = [];
  const binaries = new Set<string>();
  const bounds: string[] = [];
  const objective: string[] = [];
  let constant = 0;
  const LATE = 2 * horizon + 200;
  const row = (text: string) => rows.push(` r${rows.length}: ${text}`);
  const cost = (factor: number, name: string) => objective.push(`${factor < 0 ? "-" : "+"} ${Math.abs(factor)} ${name}`);
  const way = (from: string, to: string) => walk[areas.indexOf(from)]?.[areas.indexOf(to)] ?? 0;
  const binary = (name: string) => {
    binaries.add(name);
    return name;
  };
  const nodes: Node[] = [];
  const price = 1000 + 10 * horizon;
  const last = "last";
  const fixed = (text: number) => (text < 0 ? `- ${-text}` : `+ ${text}`);

  tasks.forEach((task, index) => {
    const area = machines.find(({ id }) => id === task.machine)?.area ?? "";
    const soFar = begun.find((each) => each.task === task.id)?.stretches ?? [];
    const inPlan = binary(`in${index}`);
    const weight = task.weight ?? 1;
    constant += price * weight;
    cost(-price * weight, inPlan);
    const over = soFar.length === task.stretches.length;
    if (over) row(`${inPlan} = 1`);
    const eligible = people.flatMap(({ id, skills = [] }, person) =>
      (task.skills ?? []).every((skill) => skills.includes(skill)) && (task.fixedTo == null || task.fixedTo === id) ? [person] : [],
    );
    // Starts of stretches t{task}_{place}, the task's end, in minutes.
    task.stretches.forEach((stretch, place) => {
      const here = `t${index}_${place}`;
      const next = place + 1 < task.stretches.length ? `t${index}_${place + 1}` : `end${index}`;
      const was = soFar[place];
      const length = "hands" in stretch ? stretch.hands : stretch.wait;
      const isLast = place === task.stretches.length - 1;
      if (was) {
        row(`${here} = ${was.start}`);
        const open = was.end === undefined;
        const until = was.end ?? ("hands" in stretch ? Math.max(was.start + length, now) : isLast ? was.start + length : undefined);
        if (until !== undefined) row(`${next} = ${until}`);
        else if ("wait" in stretch && open) {
          row(`${next} >= ${Math.max(was.start + length, now)}`);
          const most = was.start + length + (stretch.upTo ?? LATE);
          if (most >= now && stretch.upTo !== undefined) row(`${next} + ${LATE} ${inPlan} <= ${most + LATE}`);
        }
        if ("hands" in stretch)
          nodes.push({
            name: `n${index}_${place}`,
            task: index,
            place,
            hands: length,
            area,
            people: eligible,
            begun: { person: people.findIndex(({ id }) => id === was.person), start: was.start, end: until ?? now },
          });
        return;
      }
      row(`${next} - ${here} >= ${length}`);
      const most = "hands" in stretch || isLast ? length : stretch.upTo === undefined ? undefined : length + stretch.upTo;
      if (most !== undefined) row(`${next} - ${here} <= ${most}`);
      row(`${here} >= ${now}`);
      if ("hands" in stretch) nodes.push({ name: `n${index}_${place}`, task: index, place, hands: length, area, people: eligible });
    });
    const start = `t${index}_0`;
    if (soFar.length === 0) row(`${start} >= ${Math.max(task.earliest ?? 0, now)}`);
    if (!over) row(`end${index} + ${LATE} ${inPlan} <= ${(task.latest ?? horizon) + LATE}`);
    bounds.push(` end${index} <= ${LATE * 2}`);
    cost(10 * weight, `late${index}`);
    if (task.due != null) row(`late${index} - end${index} - ${LATE} ${inPlan} >= ${-task.due - LATE}`);
    row(`${last} - end${index} - ${LATE} ${inPlan} >= ${-LATE}`);
    if (soFar.length === 0)
      for (const before of task.after ?? []) {
        const other = tasks.findIndex(({ id }) => id === before);
        row(`${inPlan} - in${other} <= 0`);
        row(`${start} - end${other} - ${LATE} ${inPlan} >= ${-LATE}`);
      }
    const planned = `t${index}_${soFar.length}`;
    if (!over)
      for (const [at, [from, to]] of (machines.find(({ id }) => id === task.machine)?.busy ?? []).entries()) {
        const first = binary(`busy${index}_${at}`);
        row(`end${index} + ${LATE} ${inPlan} + ${LATE} ${first} <= ${from + 2 * LATE}`);
        row(`${planned} - ${LATE} ${inPlan} + ${LATE} ${first} >= ${to - LATE}`);
      }
    const promise = promised.find((each) => each.task === task.id);
    if (promise) {
      cost(2, `off${index}`);
      row(`off${index} - ${start} - ${LATE} ${inPlan} >= ${-promise.start - LATE}`);
      row(`off${index} + ${start} - ${LATE} ${inPlan} >= ${promise.start - LATE}`);
    }
  });
  cost(1, last);

  // One task at a time at a machine.
  tasks.forEach((one, a) => {
    tasks.forEach((other, b) => {
      if (b <= a || one.machine !== other.machine) return;
      const first = binary(`first${a}_${b}`);
      row(`t${b}_0 - end${a} - ${LATE} ${first} - ${LATE} in${a} - ${LATE} in${b} >= ${-3 * LATE}`);
      row(`t${a}_0 - end${b} + ${LATE} ${first} - ${LATE} in${a} - ${LATE} in${b} >= ${-2 * LATE}`);
    });
  });

  // Who does what, in which order: a way from the first to the last of each person's.
  for (const node of nodes) {
    const doers = node.begun ? [node.begun.person] : node.people;
    const does = doers.map((person) => binary(`x_${node.name}_${person}`));
    row(`${does.join(" + ")}${does.length ? " - " : "- "}in${node.task} = 0`);
  }
  const doersOf = (node: Node) => (node.begun ? [node.begun.person] : node.people);
  tasks.forEach((task, index) => {
    const own = nodes.filter((node) => node.task === index);
    const [first] = own;
    for (const node of own) {
      const stretch = task.stretches[node.place];
      if (!first || node === first || node.begun || !stretch || !("samePerson" in stretch) || !stretch.samePerson) continue;
      people.forEach((_, person) => {
        const [a, b] = [doersOf(first).includes(person), doersOf(node).includes(person)];
        if (b) row(a ? `x_${node.name}_${person} - x_${first.name}_${person} <= 0` : `x_${node.name}_${person} = 0`);
      });
    }
    const promise = promised.find((each) => each.task === task.id);
    const person = people.findIndex(({ id }) => id === promise?.person);
    if (!promise || !first) return;
    for (const doer of doersOf(first)) if (doer !== person) cost(20, `x_${first.name}_${doer}`);
  });
  people.forEach((person, who) => {
    const own = nodes.filter((node) => doersOf(node).includes(who));
    const isBegunTask = (node: Node) => begun.some(({ task }) => task === tasks[node.task]?.id);
    const opens = Math.max(Math.min(...person.shifts.map(([from]) => from), Number.POSITIVE_INFINITY), now);
    for (const node of own) {
      const does = `x_${node.name}_${who}`;
      const start = `t${node.task}_${node.place}`;
      const [into, out] = [[`a_${who}_s_${node.name}`], [`a_${who}_${node.name}_e`]];
      binary(into[0] as string);
      binary(out[0] as string);
      for (const other of own) {
        if (other === node) continue;
        into.push(binary(`a_${who}_${other.name}_${node.name}`));
        out.push(binary(`a_${who}_${node.name}_${other.name}`));
      }
      row(`${into.join(" + ")} - ${does} = 0`);
      row(`${out.join(" + ")} - ${does} = 0`);
      if (person.startsIn != null) {
        cost(0.1 * way(person.startsIn, node.area), into[0] as string);
        if (!isBegunTask(node) && Number.isFinite(opens))
          row(`${start} - ${LATE} ${into[0]} >= ${opens + way(person.startsIn, node.area) - LATE}`);
      }
      if (!node.begun) {
        const pieces = person.shifts.map((_, at) => binary(`p_${node.name}_${who}_${at}`));
        row(`${pieces.join(" + ")}${pieces.length ? " - " : "- "}${does} = 0`);
        person.shifts.forEach(([from, to], at) => {
          row(`${start} - ${LATE} ${pieces[at]} >= ${from - LATE}`);
          row(`${start} + ${LATE} ${pieces[at]} <= ${to - node.hands + LATE}`);
        });
        // An open hands stretch holds its person also where its task is left out.
        for (const other of nodes)
          if (other.begun?.person === who) row(`${start} - ${LATE} ${does} >= ${other.begun.end + way(other.area, node.area) - LATE}`);
      }
      for (const other of own) {
        if (other === node) continue;
        const arc = `a_${who}_${node.name}_${other.name}`;
        cost(0.1 * way(node.area, other.area), arc);
        if (node.begun && other.begun) {
          if (node.begun.start > other.begun.start) row(`${arc} = 0`);
        } else
          row(
            `t${other.task}_${other.place} - ${start} - ${LATE} ${arc} >= ${(node.begun ? node.begun.end - node.begun.start : node.hands) + way(node.area, other.area) - LATE}`,
          );
      }
    }
    if (own.length) row(`${own.map((node) => `a_${who}_s_${node.name}`).join(" + ")} <= 1`);
    const minutes = own.map((node) => `${fixed(node.begun ? node.begun.end - node.begun.start : node.hands)} x_${node.name}_${who}`);
    row(`most - ${minutes.length ? minutes.join(" ").replace(/\+/g, "-").replace(/^- /, "") : "0 most"} >= 0`);
    row(`least - ${minutes.length ? minutes.join(" ").replace(/\+/g, "-").replace(/^- /, "") : "0 most"} <= 0`);
  });
  if (people.length) {
    cost(0.1, "most");
    cost(-0.1, "least");
  }
  const names = tasks.flatMap((task, index) => task.stretches.map((_, place) => `t${index}_${place}`));
  const text = [
    "Minimize",
    ` cost: ${objective.join(" ")}`,
    "Subject To",
    ...rows,
    "Bounds",
    ...bounds,
    "General",
    ` ${names.join(" ")}`,
    "Binary",
    ` ${[...binaries].join(" ")}`,
    "End",
  ].join("\n");
  return { text, constant };
}
