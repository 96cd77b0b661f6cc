/**
 * Computes the colours of the built-in styles from stated constraints, and prints them as YAML.
 *
 *   npm run build && node scripts/computePalettes.mjs
 *
 * What the constraints are, and how colours are sought, stands in src/core/color/palette.ts.
 */
import { contrast } from '../dist/core/color/color.js';
import {
  colorAt,
  divergingRamp,
  groupColors,
  neighbours,
  prefixScores,
  rampSizes,
  sequentialRamp,
} from '../dist/core/color/palette.js';

const hexes = (colors) => `[${colors.map((c) => `"${c.hex}"`).join(', ')}]`;

function printRamp(name, make) {
  console.log(`  ${name}:`);
  for (const n of rampSizes) {
    const colors = make(n);
    const least = Math.min(...colors.map((c) => contrast(c.hex, '#ffffff')));
    console.log(`    ${n}: ${hexes(colors)}  # ${neighbours(colors).toFixed(1)} apart, ${least.toFixed(1)}:1 at least`);
  }
}

/** A calm fill for a single series, so that an accent has something to stand out from. */
const calm = { plain: [0.63, 0.05, 250], lanternfield: [0.66, 0.06, 150] };

/** Hues that each style's ramps may take, and their chroma. */
const ramps = {
  plain: {
    hues: [230, 250, 270],
    chroma: 0.1,
    pairs: [
      [250, 60],
      [250, 40],
      [190, 30],
      [290, 100],
    ],
  },
  apa: {
    hues: [230, 250, 270],
    chroma: 0.05,
    pairs: [
      [250, 60],
      [250, 40],
      [230, 50],
    ],
  },
  lanternfield: {
    hues: [130, 150, 170],
    chroma: 0.09,
    pairs: [
      [150, 340],
      [150, 20],
      [160, 60],
      [190, 30],
    ],
  },
};

const looks = {
  plain: {
    first: [
      [0.48, 0.085, 250],
      [0.67, 0.11, 75],
      [0.38, 0.075, 340],
    ],
    chroma: [0.04, 0.115],
    lightness: [0.36, 0.67],
  },
  apa: {
    first: [
      [0.41, 0.03, 255],
      [0.66, 0.035, 245],
      [0.54, 0.085, 55],
    ],
    chroma: [0.03, 0.1],
    lightness: [0.34, 0.67],
  },
  lanternfield: {
    first: [
      [0.46, 0.085, 150],
      [0.67, 0.105, 70],
      [0.37, 0.08, 335],
    ],
    chroma: [0.05, 0.115],
    lightness: [0.36, 0.67],
  },
};

for (const [name, look] of Object.entries(looks)) {
  const { first, ...band } = look;
  const colors = groupColors(first.map(colorAt), { ...band, rounds: 4 });
  console.log(`${name}:\n  groups: [${colors.map((c) => `"${c.hex}"`).join(', ')}]`);
  for (const [i, { worst, grey }] of prefixScores(colors).entries()) {
    console.log(
      `  # first ${i + 2}: at least ${worst.toFixed(1)} apart in the worst view, ${grey.toFixed(1)} L* in grey`,
    );
  }
  if (calm[name])
    console.log(
      `  single: "${colorAt(calm[name]).hex}"  # ${contrast(colorAt(calm[name]).hex, '#ffffff').toFixed(1)}:1 on white`,
    );
  printRamp('sequential', sequentialRamp(ramps[name]));
  printRamp('diverging', divergingRamp(ramps[name]));
  console.log(`  # contrast on white: ${colors.map((c) => contrast(c.hex, '#ffffff').toFixed(1)).join(' ')}`);
}
