/** An id in plain words. */
export const words = (id: string) => id.replace(/^house-/, "").replaceAll("-", " ");
