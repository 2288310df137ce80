/** A family of fluids as people say it: `uv-cleaner` is `UV cleaner`. */
export const plainFamily = (family: string): string => (family === "uv-cleaner" ? "UV cleaner" : family.replace(/-/g, " "));
