import { readFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import { parseArgs } from "node:util";
import { isMainThread, parentPort, Worker } from "node:worker_threads";
import type { NozzlePattern } from "../src/core/nozzles/pattern.ts";
import { readPattern } from "../src/core/nozzles/read-pattern.ts";
import { type Corners, cornersFault } from "../src/core/nozzles/scan/corners.ts";
import { readCheck } from "../src/core/nozzles/scan/read-check.ts";
import { decodePicture } from "./decode-picture.ts";
import { fileFault } from "./file-fault.ts";

const USAGE =
  "expected: read-check --pattern pattern.json --image check.png [--corners x0,y0,x1,y1,x2,y2,x3,y3], or read-check --batch cases.jsonl";

/** `read-check`: one reading as JSON; with `--batch` one a line, in the order asked, an error on the line that it is about. */
async function main(): Promise<void> {
  let values: { pattern?: string; image?: string; corners?: string; batch?: string };
  try {
    ({ values } = parseArgs({
      options: { pattern: { type: "string" }, image: { type: "string" }, corners: { type: "string" }, batch: { type: "string" } },
    }));
  } catch (error) {
    return refuse(`${error instanceof Error ? error.message : error}\n${USAGE}`);
  }
  if (values.batch !== undefined) {
    if (values.pattern || values.image || values.corners) return refuse(`--batch stands by itself\n${USAGE}`);
    return batch(values.batch);
  }
  if (!values.pattern || !values.image) return refuse(USAGE);
  const corners = values.corners?.split(",").map((each) => (each.trim() === "" ? Number.NaN : Number(each)));
  const answer = await answerTo(JSON.stringify({ pattern: values.pattern, image: values.image, ...(corners ? { corners } : {}) }));
  if (answer.startsWith('{"error"')) return refuse(JSON.parse(answer).error);
  process.stdout.write(`${answer}\n`);
}

function refuse(reason: string): void {
  process.stderr.write(`${reason}\n`);
  process.exitCode = 1;
}

const patterns = new Map<string, { pattern: NozzlePattern } | { error: string }>();

/** A line of a batch, answered: a reading, or what is wrong with it. Never throws. */
async function answerTo(line: string): Promise<string> {
  try {
    return JSON.stringify(await readingOf(line));
  } catch (error) {
    return JSON.stringify({ error: error instanceof Error ? error.message : String(error) });
  }
}

async function readingOf(line: string) {
  let asked: unknown;
  try {
    asked = JSON.parse(line);
  } catch {
    throw new Error("this line is no JSON");
  }
  const { pattern: patternPath, image, corners } = (asked ?? {}) as Record<string, unknown>;
  if (typeof patternPath !== "string" || typeof image !== "string") throw new Error("a line names a pattern and an image, by their paths");
  const fault = corners === undefined ? undefined : cornersFault(corners);
  if (fault) throw new Error(fault);
  const known = patterns.get(patternPath) ?? patternAt(patternPath);
  patterns.set(patternPath, known);
  if ("error" in known) throw new Error(known.error);
  let file: Uint8Array;
  try {
    file = readFileSync(image);
  } catch (error) {
    throw new Error(fileFault(image, error));
  }
  const picture = await decodePicture(file).catch((error: Error) => {
    throw new Error(`${image}: ${error.message}`);
  });
  return readCheck(picture, known.pattern, corners === undefined ? {} : { corners: corners as unknown as Corners }).reading;
}

function patternAt(path: string): { pattern: NozzlePattern } | { error: string } {
  try {
    const read = readPattern(new TextDecoder("utf-8", { fatal: true }).decode(readFileSync(path)));
    if ("pattern" in read) return read;
    const [first] = read.problems;
    return {
      error: `${path}: ${first?.path} ${first?.message}${read.problems.length > 1 ? ` (and ${read.problems.length - 1} more)` : ""}`,
    };
  } catch (error) {
    return { error: fileFault(path, error) };
  }
}

/** All lines of a file, shared out over the cores, answered in their order as they come. */
async function batch(path: string): Promise<void> {
  let lines: string[];
  try {
    lines = readFileSync(path, "utf8").split("\n");
  } catch (error) {
    return refuse(fileFault(path, error));
  }
  if (lines.at(-1)?.trim() === "") lines.pop();
  if (lines.length === 0) return;
  const answers = new Map<number, string>();
  let [next, written] = [0, 0];
  const take = (index: number, answer: string) => {
    answers.set(index, answer);
    for (let ready = answers.get(written); ready !== undefined; ready = answers.get(written)) {
      process.stdout.write(`${ready}\n`);
      answers.delete(written++);
    }
  };
  const hands = Math.max(1, Math.min(availableParallelism(), 8, lines.length));
  await Promise.all(
    Array.from({ length: hands }, async () => {
      while (next < lines.length) await oneHand(lines, () => next++, take);
    }),
  );
}

/** One thread works through lines until there are none; where it dies (a picture too large for memory) that line is an error and another goes on. */
function oneHand(lines: readonly string[], nextIndex: () => number, take: (index: number, answer: string) => void): Promise<void> {
  const worker = new Worker(fileURLToPath(import.meta.url));
  let index = -1;
  return new Promise((done) => {
    const give = () => {
      index = nextIndex();
      if (index < lines.length) worker.postMessage(lines[index]);
      else void worker.terminate().then(() => done());
    };
    worker.on("message", (answer: string) => {
      take(index, answer);
      give();
    });
    worker.on("error", (error) => {
      if (index < lines.length) take(index, JSON.stringify({ error: `this picture could not be read (${error.message})` }));
      done();
    });
    give();
  });
}

if (isMainThread) await main();
else parentPort?.on("message", async (line: string) => parentPort?.postMessage(await answerTo(line)));
