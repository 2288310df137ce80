import { existsSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { Worker } from "node:worker_threads";
import type { JobAnswer, LargeJobs } from "../core/large/jobs.ts";
import { Refusal } from "../core/shop/refusal.ts";

/** One thread beside the one that answers reads large files, one after the other, so that nobody else waits for them. */

/** More waiting than this is refused at once. */
const MOST_WAITING = 20;
/** A job that takes longer is given up, and its thread with it. */
const LONGEST_MS = 30_000;

type Waiting = { done: (answer: JobAnswer) => void; failed: (error: Error) => void };
type Side = { worker: Worker; waiting: Map<number, Waiting> };
const held = globalThis as { zestySide?: Side; zestySideJobs?: number };

function side(): Side {
  if (held.zestySide) return held.zestySide;
  const bundled = join(process.cwd(), ".next/on-the-side.cjs");
  const worker =
    process.env.NODE_ENV === "production" && existsSync(bundled)
      ? new Worker(pathToFileURL(bundled))
      : new Worker(fromSource(), { eval: true });
  const waiting = new Map<number, Waiting>();
  const made: Side = { worker, waiting };
  const lost = (error: Error) => {
    if (held.zestySide === made) held.zestySide = undefined;
    for (const { failed } of waiting.values()) failed(error);
    waiting.clear();
  };
  worker.on("message", ({ id, answer }: { id: number; answer: JobAnswer }) => {
    waiting.get(id)?.done(answer);
    waiting.delete(id);
  });
  worker.on("error", lost);
  worker.on("exit", () => lost(new Error("The thread that reads large files ended.")));
  worker.unref();
  held.zestySide = made;
  return made;
}

/** Without a build (in development and in tests) the thread runs the source itself. */
function fromSource(): string {
  const source = pathToFileURL(join(process.cwd(), "src/workers/on-the-side.ts")).href;
  return `import("tsx/esm/api").then(({ tsImport }) => tsImport(${JSON.stringify(source)}, ${JSON.stringify(source)}))`;
}

/**
 * Does one of the core's jobs with large files on the side.
 * @throws Refusal as the job does; 503 where too many wait, or it takes longer than half a minute
 * @example await onTheSide("json", new TextEncoder().encode("[1]")) // [1]
 */
export async function onTheSide<Name extends keyof LargeJobs>(
  name: Name,
  ...args: Parameters<LargeJobs[Name]>
): Promise<Awaited<ReturnType<LargeJobs[Name]>>> {
  const { worker, waiting } = side();
  if (waiting.size >= MOST_WAITING) throw busy();
  held.zestySideJobs = (held.zestySideJobs ?? 0) + 1;
  const id = held.zestySideJobs;
  let timer: NodeJS.Timeout | undefined;
  try {
    const answer = await new Promise<JobAnswer>((done, failed) => {
      waiting.set(id, { done, failed });
      timer = setTimeout(() => {
        failed(busy());
        void worker.terminate();
      }, LONGEST_MS);
      worker.ref();
      worker.postMessage({ id, name, args });
    });
    if ("refused" in answer) throw new Refusal(answer.refused.status, answer.refused.message, answer.refused.problems);
    if ("failed" in answer) throw new Error(answer.failed);
    return answer.value as Awaited<ReturnType<LargeJobs[Name]>>;
  } finally {
    clearTimeout(timer);
    waiting.delete(id);
    if (waiting.size === 0) worker.unref();
  }
}

const busy = () => new Refusal(503, "Too much is being read just now. Nothing was changed; try again in a moment.");
