/** Where this checkout keeps what is its own: logs, stamps, secrets, the demo database. */
export const STATE = ".zesty";
