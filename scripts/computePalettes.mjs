/**
 * Computes the colours of the built-in styles from stated constraints, and prints them as YAML.
 *
 *   node scripts/computePalettes.mjs
 *
 * Every colour of a palette: at least 3:1 on white (WCAG 2.2, graphics), inside sRGB, chroma within the band that the
 * style asks for. Every pair among the first k colours: as far apart as can be had in the worst of four views (normal
 * vision and three simulated colour-vision deficiencies, CIEDE2000), and in grey (CIE L*). A palette is one ordered list,
 * so that the first group keeps its colour whether there are two groups or eight; the list is found by coordinate ascent
 * from the given first colours over a grid of OKLCH colours, which makes it the same on every run.
 */
import {
  converter,
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  formatHex,
  inGamut,
  wcagContrast,
} from 'culori';

const rgb = converter('rgb');
const lrgb = converter('lrgb');
const lab65 = converter('lab65');
const inSrgb = inGamut('rgb');
const distance = differenceCiede2000();
// The published filters are defined on linear light.
const filtered = (filter) => (color) => {
  const { r, g, b } = lrgb(color);
  const seen = filter({ mode: 'rgb', r, g, b });
  // What a screen shows of it: colours beyond its gamut are cut off.
  return rgb(formatHex({ mode: 'lrgb', r: seen.r, g: seen.g, b: seen.b }));
};
const views = [
  rgb,
  ...[filterDeficiencyProt, filterDeficiencyDeuter, filterDeficiencyTrit].map((make) => filtered(make(1))),
];

/** Distances that are known to be feasible for the first k colours: CIEDE2000 and steps of L*. */
const goals = { 2: [38, 20], 3: [32, 17], 4: [28, 13], 5: [22, 11], 6: [18, 9], 7: [14, 7], 8: [12, 5.5] };

const candidate = (l, c, h) => {
  const hex = formatHex({ mode: 'oklch', l, c, h });
  return { hex, grey: lab65(hex).l, seen: views.map((view) => lab65(view(rgb(hex)))) };
};

function grid({ chroma: [least, most], lightness: [dark, light] }) {
  const out = [];
  for (let l = dark; l <= light + 1e-9; l += 0.02) {
    for (let c = least; c <= most + 1e-9; c += (most - least) / 4) {
      for (let h = 0; h < 360; h += 12) {
        const color = { mode: 'oklch', l, c, h };
        if (inSrgb(color) && wcagContrast(formatHex(color), 'white') >= 3) out.push(candidate(l, c, h));
      }
    }
  }
  return out;
}

/** The distance of two colours in the worst view, and in grey. */
function apart(a, b) {
  const worst = Math.min(...a.seen.map((lab, i) => distance(lab, b.seen[i])));
  return [worst, Math.abs(a.grey - b.grey)];
}

function prefixScores(colors) {
  const least = [Infinity, Infinity];
  return colors.slice(1).map((color, i) => {
    for (const other of colors.slice(0, i + 1)) {
      const [e, l] = apart(color, other);
      least[0] = Math.min(least[0], e);
      least[1] = Math.min(least[1], l);
    }
    const [goalE, goalL] = goals[i + 2];
    return { e: least[0], l: least[1], score: Math.min(1.15, least[0] / goalE) + Math.min(1.15, least[1] / goalL) };
  });
}
const total = (colors) => prefixScores(colors).reduce((sum, { score }) => sum + score, 0);

function palette({ first, count = 8, ...band }) {
  const pool = grid(band);
  let colors = first.map((color) => candidate(...color));
  while (colors.length < count) {
    colors = [...colors, pool.map((c) => [c, total([...colors, c])]).sort((a, b) => b[1] - a[1])[0][0]];
  }
  for (let round = 0; round < 4; round += 1) {
    for (let at = first.length; at < count; at += 1) {
      let best = total(colors);
      for (const c of pool) {
        const tried = colors.with(at, c);
        const value = total(tried);
        if (value > best + 1e-9) [best, colors] = [value, tried];
      }
    }
  }
  return colors;
}

/**
 * Ramps, for groups that have an order. Every colour at least 3:1 on white; steps of equal lightness (CIE L*), so that the
 * order also shows in grey; hue and chroma drift evenly from end to end, on the path over a grid of ends on which
 * neighbours of the longest ramp are farthest apart in the worst of the four views. A diverging ramp is two such ramps
 * that meet in the lightest grey; its hues are the pair whose ends are farthest apart in the worst view.
 */
const sizes = [2, 3, 4, 5, 6, 7, 8];
const toLightness = (l, c, h) => {
  // OKLCH lightness that gives a CIE lightness, by halving.
  let [low, high] = [0, 1];
  for (let i = 0; i < 30; i += 1) {
    const middle = (low + high) / 2;
    if (lab65({ mode: 'oklch', l: middle, c, h }).l < l) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
};
/** A colour of some CIE lightness, with as much of the chroma as the screen can show. */
function atLightness(lightness, chroma, h) {
  for (let c = chroma; c > 0; c -= 0.004) {
    const l = toLightness(lightness, c, h);
    if (inSrgb({ mode: 'oklch', l, c, h })) return candidate(l, c, h);
  }
  return candidate(toLightness(lightness, 0, h), 0, h);
}
const between = (a, b, t) => a + (b - a) * t;
const rampOf = ({ light, dark, from, to }, n) =>
  Array.from({ length: n }, (_, i) => {
    // Two or three colours keep off the ends of the ramp, which are as dark as ink.
    const inset = n < 4 ? 0.5 / n : 0;
    const t = n === 1 ? 0.5 : between(inset, 1 - inset, i / (n - 1));
    return atLightness(between(light, dark, t), between(from.c, to.c, t), between(from.h, to.h, t));
  });
const neighbours = (colors) => Math.min(...colors.slice(1).map((color, i) => apart(color, colors[i])[0]));

function sequential({ light = 60, dark = 18, hues, chroma }) {
  let best;
  for (const h of hues) {
    for (const drift of [-60, -40, -20, 0, 20, 40, 60]) {
      for (const c of [chroma, chroma * 0.7]) {
        const path = { light, dark, from: { c: chroma, h }, to: { c, h: h + drift } };
        const score = neighbours(rampOf(path, 8));
        if (!best || score > best.score + 1e-9) best = { path, score };
      }
    }
  }
  return (n) => rampOf(best.path, n);
}

function diverging({ light = 60, dark = 22, pairs, chroma }) {
  const arm = (h, n, withMiddle, reach) =>
    Array.from({ length: n }, (_, i) => {
      const t = reach * (withMiddle ? (i + 1) / n : (i + 0.5) / (n - 0.5));
      return atLightness(between(light, dark, t), between(0.35 * chroma, chroma, t), h);
    });
  const middle = atLightness(light, 0, 0);
  const of = ([a, b], n) => {
    const [half, odd, reach] = [Math.floor(n / 2), n % 2 === 1, n < 4 ? 0.6 : 1];
    return [...arm(a, half, odd, reach).reverse(), ...(odd ? [middle] : []), ...arm(b, half, odd, reach)];
  };
  const score = (pair) => apart(...[of(pair, 2)[0], of(pair, 2)[1]])[0];
  const best = pairs.map((pair) => [pair, score(pair)]).sort((x, y) => y[1] - x[1])[0][0];
  return (n) => of(best, n);
}

const hexes = (colors) => `[${colors.map((c) => `"${c.hex}"`).join(', ')}]`;

function printRamp(name, make) {
  console.log(`  ${name}:`);
  for (const n of sizes) {
    const colors = make(n);
    const least = Math.min(...colors.map((c) => wcagContrast(c.hex, 'white')));
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
  const colors = palette(look);
  console.log(`${name}:\n  groups: [${colors.map((c) => `"${c.hex}"`).join(', ')}]`);
  for (const [i, { e, l }] of prefixScores(colors).entries()) {
    console.log(`  # first ${i + 2}: at least ${e.toFixed(1)} apart in the worst view, ${l.toFixed(1)} L* in grey`);
  }
  if (calm[name])
    console.log(
      `  single: "${candidate(...calm[name]).hex}"  # ${wcagContrast(candidate(...calm[name]).hex, 'white').toFixed(1)}:1 on white`,
    );
  printRamp('sequential', sequential(ramps[name]));
  printRamp('diverging', diverging(ramps[name]));
  console.log(`  # contrast on white: ${colors.map((c) => wcagContrast(c.hex, 'white').toFixed(1)).join(' ')}`);
}
