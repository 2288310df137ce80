import { writeFileSync } from "node:fs";
import QRCode from "qrcode";

const [WIDTH, HEIGHT] = [640, 480];

/** A film of one still picture, a QR code on paper white, as Chromium's simulated camera reads it (YUV4MPEG2, 4:2:0). */
export function filmOfCode(text: string, file: string): void {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: "M" });
  const scale = Math.floor(300 / modules.size);
  const side = modules.size * scale;
  const [left, top] = [(WIDTH - side) >> 1, (HEIGHT - side) >> 1];
  const light = Buffer.alloc(WIDTH * HEIGHT, 225);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) if (modules.get(Math.floor(y / scale), Math.floor(x / scale))) light[(top + y) * WIDTH + left + x] = 25;
  const colour = Buffer.alloc((WIDTH * HEIGHT) / 2, 128);
  const frame = Buffer.concat([Buffer.from("FRAME\n"), light, colour]);
  writeFileSync(file, Buffer.concat([Buffer.from(`YUV4MPEG2 W${WIDTH} H${HEIGHT} F10:1 Ip A1:1 C420jpeg\n`), ...Array(10).fill(frame)]));
}
