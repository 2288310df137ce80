import { parentPort } from "node:worker_threads";
import { doJob, type LargeJobs } from "../core/large/jobs.ts";

/** The thread beside the one that answers: one job after the other. */
parentPort?.on("message", async ({ id, name, args }: { id: number; name: keyof LargeJobs; args: unknown[] }) => {
  parentPort?.postMessage({ id, answer: await doJob(name, args) });
});
