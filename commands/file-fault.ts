/** Why a file can't be read, in words that say what to do about it. */
export function fileFault(path: string, error: unknown): string {
  const code = error instanceof Error && "code" in error ? error.code : undefined;
  if (code === "ENOENT") return `there is no file ${path}`;
  if (code === "EISDIR") return `${path} is a folder`;
  if (code === "ERR_ENCODING_INVALID_ENCODED_DATA") return `${path} is not UTF-8 text`;
  return `${path} can't be read (${error instanceof Error ? error.message : error})`;
}
