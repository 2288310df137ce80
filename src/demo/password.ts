/** Only ever set where the demo house is made; signing in by one click is there in demo mode only. */
export const DEMO_PIN = "2468";
export const DEMO_PASSWORD = "lantern-regatta";
