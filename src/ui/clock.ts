/** The shop's time as this device has it: its own clock, and how far a demo's clock is set ahead; outside a page the device's. */
export const clockNow = (): number =>
  Date.now() + (typeof document === "undefined" ? 0 : Number(document.documentElement.dataset.clockAhead) || 0);
