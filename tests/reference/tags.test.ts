import jsQR from "jsqr";
import QRCode from "qrcode";
import { expect, test } from "vitest";

/** A tag's code as it is printed, read by another library than made it (the npm package jsqr). */
test("a printed tag's address is read back from its picture", () => {
  for (const text of ["https://192.0.2.2:4780/t/DXWX", "http://127.0.0.1:4780/t/2345"]) {
    const { modules } = QRCode.create(text, { errorCorrectionLevel: "M" });
    const [scale, margin] = [6, 4];
    const side = (modules.size + 2 * margin) * scale;
    const pixels = new Uint8ClampedArray(side * side * 4).fill(255);
    for (let y = 0; y < side; y++)
      for (let x = 0; x < side; x++) {
        const [row, column] = [Math.floor(y / scale) - margin, Math.floor(x / scale) - margin];
        const inside = row >= 0 && column >= 0 && row < modules.size && column < modules.size;
        if (inside && modules.get(row, column)) pixels.fill(0, (y * side + x) * 4, (y * side + x) * 4 + 3);
      }
    expect(jsQR(pixels, side, side)?.data).toBe(text);
  }
});
