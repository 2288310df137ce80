/** Whether this installation shows the demo house. */
export const isDemo = (): boolean => process.env.ZESTY_DEMO === "1";
