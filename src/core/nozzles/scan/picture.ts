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
  for (let y = 0; y < h; y++) {
    const [top, bottom] = [Math.floor(y * fy), Math.max(Math.floor(y * fy) + 1, Math.floor((y + 1) * fy))];
    for (let x = 0; x < w; x++) {
      const [left, right] = [Math.floor(x * fx), Math.max(Math.floor(x * fx) + 1, Math.floor((x + 1) * fx))];
      let [r, g, b] = [0, 0, 0];
      for (let py = top; py < bottom; py++)
        for (let at = (py * width + left) * planes, end = (py * width + right) * planes; at < end; at += planes) {
          r += data[at] as number;
          g += data[at + 1] as number;
          b += data[at + 2] as number;
        }
      const many = (bottom - top) * (right - left);
      const at = (y * w + x) * 3;
      small[at] = Math.round(r / many);
      small[at + 1] = Math.round(g / many);
      small[at + 2] = Math.round(b / many);
    }
  }
  return { picture: { width: w, height: h, data: small, planes: 3 }, scale: w / width };
}
