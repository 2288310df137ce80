import { caseOf } from "./tests/scan/cases.ts";
import { pictureFile, scored } from "./tests/scan/score.ts";
import { readCheck } from "./src/core/nozzles/scan/read-check.ts";
import { smaller } from "./src/core/nozzles/scan/picture.ts";
import { strokesOf } from "./src/core/nozzles/scan/strokes.ts";
import { latticeOf } from "./src/core/nozzles/scan/lattice.ts";
import { placements, placementsNear } from "./src/core/nozzles/scan/place.ts";
import { fitted } from "./src/core/nozzles/scan/fit.ts";
import { writeFileSync } from "node:fs";
import sharp from "sharp";
const [tier, seed] = process.argv.slice(2);
const c = caseOf(tier as never, Number(seed));
const { file, picture } = await pictureFile(c);
writeFileSync("/tmp/c.img", file); await sharp(file).resize(1200).png().toFile("/tmp/c.png");
const t = async (n: string, f: () => any) => { const s = performance.now(); const r = await f(); console.log(n, (performance.now() - s).toFixed(0), "ms"); return r; };
const { picture: small, scale } = await t("smaller", () => smaller(picture, 2000));
const strokes = await t("strokes", () => strokesOf(small, { radius: Math.round(Math.max(small.width, small.height) / 60) }));
const lattice = await t("lattice", () => latticeOf(c.pattern));
console.log("strokes", strokes.length, "marks", lattice.marks.length, c.pattern.channels.map((x) => x.ink).join(" "), JSON.stringify(c.scene.corners.map(Math.round)));
const ways = await t("placements", () => placements(strokes, c.pattern, lattice, small));
for (const w of ways.slice(0, 4)) { const f = fitted(w.plane, strokes, lattice, c.pattern.channels.length); console.log(w.matched, w.dashlike, w.score.toFixed(0), "rms", f.rms.toFixed(3), [[0, 0], [c.pattern.sheet.width, 0], [c.pattern.sheet.width, c.pattern.sheet.height], [0, c.pattern.sheet.height]].map(([x, y]) => f.laying(x!, y!).map((v) => Math.round(v / scale)).join(",")).join("  "), f.channels.map((x) => `${x.matched}:${x.dx.toFixed(2)},${x.dy.toFixed(2)}`).join(" ")); }
const r = await t("read", () => readCheck(picture, c.pattern, c.corners ? { corners: c.corners } : {}));
console.log(r.because, JSON.stringify(r.reading.channels.map((x) => [x.id, x.confidence, x.missing?.length, x.offset])));
const s = scored(c, r); console.log(s.wrongChannels, JSON.stringify(s.counts));
for (const ch of c.pattern.channels) { const tr = c.printing.channels?.[ch.id]; const rd = r.reading.channels.find((x) => x.id === ch.id); if (s.wrongChannels.includes(ch.id)) console.log(ch.id, "true", JSON.stringify(tr?.missing), "read", JSON.stringify(rd?.missing)); }
