/** The shop's time as this device has it: its own clock, and how far a demo's clock is set ahead. */
export const clockNow = (): number => Date.now() + (Number(document.documentElement.dataset.clockAhead) || 0);
