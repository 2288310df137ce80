/** A decoded picture: eight bits for each of red, green and blue (and an alpha that is not looked at), row by row from the top left. */
export type Picture = { width: number; height: number; data: Uint8Array | Uint8ClampedArray; planes: 3 | 4 };

/** A picture made smaller by whole areas, so that nothing thin is lost between samples. `scale`: its pixels per pixel of the first. */
export function smaller(picture: Picture, longest: number): { picture: Picture; scale: number } {
  const { width, height, data, planes } = picture;
  const factor = Math.max(width, height) / longest;
  if (factor <= 1) return { picture, scale: 1 };
  const [w, h] = [Math.max(1, Math.round(width / factor)), Math.max(1, Math.round(height / factor))];
  const small = new Uint8Array(w * h * 3);
  const [fx, fy] = [width / w, height / h];
  // Where each of its columns begins; sums of one line of it grow as the lines below them go by.
  const starts = Int32Array.from({ length: w + 1 }, (_, x) => (x === w ? Math.min(width, Math.floor(w * fx)) : Math.floor(x * fx)));
  const sums = new Int32Array(w * 3);
  for (let y = 0; y < h; y++) {
    const top = Math.floor(y * fy);
    const bottom = Math.max(top + 1, Math.floor((y + 1) * fy));
    sums.fill(0);
    for (let py = top; py < bottom; py++) {
      let at = py * width * planes;
      for (let x = 0, to = 0; x < w; x++, to += 3) {
        const end = (py * width + (starts[x + 1] as number)) * planes;
        let r = 0;
        let g = 0;
        let b = 0;
        for (; at < end; at += planes) {
          r += data[at] as number;
          g += data[at + 1] as number;
          b += data[at + 2] as number;
        }
        sums[to] = (sums[to] as number) + r;
        sums[to + 1] = (sums[to + 1] as number) + g;
        sums[to + 2] = (sums[to + 2] as number) + b;
      }
    }
    for (let x = 0, to = 0, line = y * w * 3; x < w; x++, to += 3, line += 3) {
      const many = (bottom - top) * ((starts[x + 1] as number) - (starts[x] as number));
      small[line] = ((sums[to] as number) / many + 0.5) | 0;
      small[line + 1] = ((sums[to + 1] as number) / many + 0.5) | 0;
      small[line + 2] = ((sums[to + 2] as number) / many + 0.5) | 0;
    }
  }
  return { picture: { width: w, height: h, data: small, planes: 3 }, scale: w / width };
}
