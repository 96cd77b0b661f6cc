/**
 * Prints how far pictures of one page are from the first: for each, the greatest mean difference of a channel, of 255, over
 * all blocks of 8 × 8 pixels once both are averaged down to 150 dpi. A process of its own, where loops over millions of
 * pixels run at full speed.
 *
 *   node worstBlock.mjs FIRST.png DPI A.png DPI B.png DPI …
 */
import sharp from 'sharp';

/** A picture averaged down to 150 dpi: three channels of each pixel. */
async function averaged(file, dpi) {
  const { data, info } = await sharp(file)
    .removeAlpha()
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true });
  const by = dpi / 150;
  const [width, height] = [Math.floor(info.width / by), Math.floor(info.height / by)];
  const out = new Float64Array(width * height * 3);
  for (let y = 0; y < height * by; y += 1) {
    let from = y * info.width * 3;
    let to = Math.floor(y / by) * width * 3;
    for (let x = 0; x < width; x += 1) {
      let [r, g, b] = [0, 0, 0];
      for (let k = 0; k < by; k += 1) {
        r += data[from];
        g += data[from + 1];
        b += data[from + 2];
        from += 3;
      }
      out[to] += r;
      out[to + 1] += g;
      out[to + 2] += b;
      to += 3;
    }
  }
  return { pixels: out.map((sum) => sum / (by * by)), width, height };
}

function worst(a, b) {
  if (a.width !== b.width || a.height !== b.height) throw new Error('the pictures are of different pages');
  const { width, height, pixels: p } = a;
  const q = b.pixels;
  let most = 0;
  for (let top = 0; top + 8 <= height; top += 8) {
    for (let left = 0; left + 8 <= width; left += 8) {
      const sums = [0, 0, 0];
      for (let k = 0; k < 192; k += 1) {
        const at = ((top + Math.floor(k / 24)) * width + left) * 3 + (k % 24);
        sums[k % 3] += Math.abs(p[at] - q[at]);
      }
      most = Math.max(most, ...sums.map((sum) => sum / 64));
    }
  }
  return most;
}

const [first, dpi, ...others] = process.argv.slice(2);
const ours = await averaged(first, Number(dpi));
for (let i = 0; i < others.length; i += 2) console.log(worst(ours, await averaged(others[i], Number(others[i + 1]))));
