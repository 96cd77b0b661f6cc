/**
 * The characters that the compiled faces cover: what figures in Latin, Greek and Cyrillic scripts need,
 * with the signs of measurement and mathematics. Anything else is read from the font file itself.
 */
const ranges = [
  [0x20, 0x7e], // ASCII
  [0xa0, 0x17f], // Latin with diacritics
  [0x192, 0x192],
  [0x218, 0x21b], // Romanian
  [0x2c6, 0x2c7],
  [0x2d8, 0x2dd], // spacing diacritics
  [0x370, 0x3ff], // Greek
  [0x400, 0x45f], // Cyrillic
  [0x490, 0x491],
  [0x1e80, 0x1e85], // Welsh
  [0x1e9e, 0x1e9e],
  [0x2000, 0x2026], // spaces, dashes, quotation marks, bullets
  [0x202f, 0x203a],
  [0x2044, 0x2044],
  [0x2070, 0x209c], // superscripts and subscripts
  [0x20ac, 0x20ac],
  [0x2103, 0x2103],
  [0x2113, 0x2126],
  [0x2150, 0x215e], // fractions
  [0x2190, 0x2199], // arrows
  [0x2200, 0x226b], // mathematical signs
  [0x25a0, 0x25cf],
];

export const coverage = ranges.flatMap(([first, last]) =>
  Array.from({ length: last - first + 1 }, (_, i) => first + i),
);
