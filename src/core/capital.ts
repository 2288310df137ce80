/** A text with a capital at its start. @example capital("room air") → "Room air" */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
