/** A part of an address as text; what can't be decoded is taken as it stands, and is then found nowhere. @example decoded("H1%2FK") // "H1/K" */
export function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}
