export type Row = { what: string; budget: string; measured: string };

export const quantile = (sorted: number[], share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;

/** How long work takes, one after the other, in words. */
export async function measure(times: number, work: (index: number) => Promise<unknown>): Promise<string> {
  const all: number[] = [];
  for (let index = 0; index < times; index++) {
    const started = performance.now();
    await work(index);
    all.push(performance.now() - started);
  }
  all.sort((a, b) => a - b);
  return `median ${quantile(all, 0.5).toFixed(1)} ms, 95th percentile ${quantile(all, 0.95).toFixed(1)} ms`;
}
