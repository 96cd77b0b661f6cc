/** Numbers that follow from a seed and the number of a case, so that each case can be made again alone (SplitMix64, in 32 bits). */
export function randomOf(seed, index) {
  let state = (Math.imul(seed, 0x9e3779b1) ^ Math.imul(index + 1, 0x85ebca6b)) >>> 0;
  const next = () => {
    state = (state + 0x9e3779b9) >>> 0;
    let z = state;
    z = Math.imul(z ^ (z >>> 16), 0x21f0aaad);
    z = Math.imul(z ^ (z >>> 15), 0x735a2d97);
    return ((z ^ (z >>> 15)) >>> 0) / 2 ** 32;
  };
  const int = (below) => Math.floor(next() * below);
  return {
    next,
    int,
    chance: (share) => next() < share,
    pick: (list) => list[int(list.length)],
    some: (list, share) => list.filter(() => next() < share),
  };
}

/** Texts that break what takes texts for words. */
export const oddTexts = [
  '',
  ' ',
  'x'.repeat(300),
  'wort '.repeat(60),
  '<b>&amp;"\'</b>',
  '*half',
  '**bold** _and_ ^sup^ ~sub~',
  'a\u0000b\u001b[31mred\u0007',
  '\ud800',
  'x\udfff',
  '\ufffe\uffff',
  '\u202eright to left\u202c',
  'ماء (12) − क्षेत्र ไทยน้ำ 日本。',
  'נוף \u2067 never closed',
  'אבג',
  '日本語のラベル',
  '🌱🥕',
  'é',
  'line\nbreak\r\nand\ttab',
  '__proto__',
  'constructor',
  'toString',
  'hasOwnProperty',
  'null',
  '-9',
  '007',
  '1e3',
  '%!PS (unbalanced \\) ((',
  ']]>',
  '--><script>alert(1)</script>',
  '$^{2}$',
  '\u2212',
  '…',
  'n',
  'mean',
];

export const oddNumbers = [
  0,
  -0,
  1,
  -1,
  0.1,
  1e-9,
  1e9,
  1e15,
  1e16,
  1e-15,
  1e100,
  -1e100,
  1e-100,
  1e300,
  -1e300,
  1e-300,
  5e-324,
  1e308,
  2 ** 53,
  1e9 + 0.001,
  0.30000000000000004,
  -9,
  99,
  100,
  3.25,
  1234567.891,
  42,
  7,
];

export const plainLengths = ['0.5pt', '1pt', '2pt', '3mm', '6pt', '9pt', '1cm', '8cm', '12cm'];
export const plainColors = ['#1b5e3f', 'teal', 'black', '#c8d8e8', 'signal', 'white'];
export const oddLengths = [
  '0pt',
  '0.1pt',
  '1pt',
  '3mm',
  '8cm',
  '17cm',
  '40cm',
  '300cm',
  '100km',
  '1e9cm',
  '-3cm',
  '8',
  '12px',
  '0.5in',
];
export const oddColors = [
  '#fff',
  'white',
  'black',
  'transparent',
  'none',
  'rgb(1,2,3)',
  'constructor',
  '__proto__',
  '#12',
  'signal',
  'hsl(0 100% 50%)',
  'oklch(0.7 0.4 20)',
];
