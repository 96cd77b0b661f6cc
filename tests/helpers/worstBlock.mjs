/**
 * Prints how far two pictures of one page are apart: the greatest mean difference of a channel, of 255, over all blocks
 * of 8 × 8 pixels once both are averaged down to 150 dpi. A process of its own, where loops over millions of pixels run
 * at full speed.
 *
 *   node worstBlock.mjs A.png DPI B.png DPI
 */
import { readFileSync } from 'node:fs';
import { PNG } from 'pngjs';

function averaged({ data, width: stride }, width, height, by) {
  const out = new Float64Array(width * height * 3);
  for (let y = 0; y < height * by; y += 1) {
    const row = Math.floor(y / by) * width;
    for (let x = 0; x < width * by; x += 1) {
      const from = (y * stride + x) * 4;
      const to = (row + Math.floor(x / by)) * 3;
      for (let c = 0; c < 3; c += 1) out[to + c] += data[from + c];
    }
  }
  return out.map((sum) => sum / (by * by));
}

const [fileA, dpiA, fileB, dpiB] = process.argv.slice(2);
const [a, b] = [fileA, fileB].map((file) => PNG.sync.read(readFileSync(file)));
const [byA, byB] = [dpiA, dpiB].map((dpi) => Number(dpi) / 150);
const [width, height] = [Math.floor(a.width / byA), Math.floor(a.height / byA)];
if (Math.floor(b.width / byB) !== width || Math.floor(b.height / byB) !== height)
  throw new Error('the pictures are of different pages');
const [p, q] = [averaged(a, width, height, byA), averaged(b, width, height, byB)];
let worst = 0;
for (let top = 0; top + 8 <= height; top += 8) {
  for (let left = 0; left + 8 <= width; left += 8) {
    const sums = [0, 0, 0];
    for (let k = 0; k < 192; k += 1) {
      const at = ((top + Math.floor(k / 24)) * width + left) * 3 + (k % 24);
      sums[k % 3] += Math.abs(p[at] - q[at]);
    }
    worst = Math.max(worst, ...sums.map((sum) => sum / 64));
  }
}
console.log(worst);
