/** Once a process: the job that closes days that are over. It may run in any number of copies. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs" || process.env.ZESTY_BUILD === "1") return;
  const { startClosingDays } = await import("./work/day/close-days.ts");
  startClosingDays();
  const { startKeepingSteps } = await import("./work/shop/keep-steps.ts");
  startKeepingSteps();
  const { startListening } = await import("./devices/air/listen.ts");
  startListening();
}
