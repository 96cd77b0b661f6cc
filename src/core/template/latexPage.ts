import { type Found, isSize, type TemplatePage, type TexFacts } from './found.js';
import { isKoma, type Options, type Preamble } from './latexPreamble.js';

/** Units of TeX in points of 1/72 inch; "pt" there is 1/72.27 inch. */
const units: Readonly<Record<string, number>> = {
  pt: 72 / 72.27,
  bp: 1,
  in: 72,
  cm: 72 / 2.54,
  mm: 72 / 25.4,
  pc: (12 * 72) / 72.27,
};
export const texPoint = 72 / 72.27;

/** A length of TeX in points; undefined where it is none, or is computed. */
export function texLength(text: string | undefined): number | undefined {
  const [, value, unit] = /^\s*(-?\d*\.?\d+)\s*(?:true\s*)?(pt|bp|in|cm|mm|pc)\s*$/.exec(text ?? '') ?? [];
  return value === undefined ? undefined : Number(value) * (units[unit ?? ''] ?? 1);
}

/** Paper by the names of classes, in points. */
const papers: Readonly<Record<string, readonly [width: number, height: number]>> = {
  a4paper: [595.28, 841.89],
  a5paper: [419.53, 595.28],
  b5paper: [498.9, 708.66],
  letterpaper: [612, 792],
  legalpaper: [612, 1008],
};

/** The size of letters that a class sets, in points of 1/72 inch: "11pt" is 10.95. */
export function sizeOf({ class: name, options }: Preamble): number {
  const said =
    [...options.keys()].map((key) => /^(\d+(?:\.\d+)?)pt$/.exec(key)?.[1]).find(Boolean) ??
    options.get('fontsize')?.replace(/pt$/, '');
  const size = Number(said ?? (isKoma(name) ? 11 : 10));
  return (size === 11 ? 10.95 : isSize(size) ? size : 10) * texPoint;
}

/** Margins as the package for pages takes them. */
function geometryPage(geometry: Options, [width, height]: readonly [number, number]): TemplatePage | undefined {
  const of = (...names: string[]) =>
    names.map((name) => texLength(geometry.get(name))).find((value) => value !== undefined);
  const all = of('margin');
  const [across, down] = [of('hmargin') ?? all, of('vmargin') ?? all];
  const text = of('textwidth', 'width');
  const high = of('textheight', 'height');
  const [inner, outer] = [of('left', 'inner', 'lmargin') ?? across, of('right', 'outer', 'rmargin') ?? across];
  // The package gives what is left over to the inner and the outer margin as 1 to 1, above and below as 2 to 3.
  const spare = text === undefined ? undefined : width - text;
  const left =
    inner ?? (spare !== undefined ? (outer === undefined ? spare / 2 : spare - outer) : (outer ?? width * 0.15));
  const right = outer ?? (spare !== undefined ? spare - left : left);
  const tall = high === undefined ? height * 0.7 : high;
  const top = of('top', 'tmargin') ?? down ?? ((height - tall) * 2) / 5;
  const bottom = of('bottom', 'bmargin') ?? down ?? height - tall - top;
  const between = width - left - right;
  return between > 20 && top >= 0 && bottom >= 0
    ? { width, height, left, right, top, bottom, text: between }
    : undefined;
}

/** Widths of the text that the standard classes take, by the size of letters, in points of TeX. */
const classWidths: Readonly<Record<string, number>> = { '10': 345, '11': 360, '12': 390 };

/** The page of a class without further settings. Margins follow from the width, as classes have it for single sides. */
function classPage(
  { class: name, options }: Preamble,
  size: number,
  [width, height]: readonly [number, number],
): TemplatePage | undefined {
  const key = String(Math.round(size / texPoint));
  const div = { '10': 8, '11': 10, '12': 12 }[key];
  // In two columns, the standard classes leave an inch on both sides.
  const isTwo = options.has('twocolumn');
  const standard = isTwo ? Math.floor((width - 144) / texPoint) : classWidths[key];
  const wide = isKoma(name)
    ? div === undefined
      ? undefined
      : (width * (1 - 3 / div)) / texPoint
    : /^(article|report|book)$/.test(name)
      ? standard
      : undefined;
  if (wide === undefined) return undefined;
  const text = wide * texPoint;
  const side = (width - text) / 2;
  return { width, height, left: side, right: side, top: 72, bottom: 72, text };
}

/** The page as TeX lays it out. */
function askedPage(facts: TexFacts): TemplatePage | undefined {
  const of = (key: 'textwidth' | 'columnwidth' | 'paperwidth' | 'paperheight' | 'left' | 'top' | 'textheight') =>
    texLength(facts[key]) ?? Number.NaN;
  const [width, height, text, left, top] = [
    of('paperwidth'),
    of('paperheight'),
    of('textwidth'),
    of('left'),
    of('top'),
  ];
  const page = { width, height, left, right: width - left - text, top, bottom: height - top - of('textheight'), text };
  const column = of('columnwidth');
  if (!Object.values(page).every(Number.isFinite) || text < 20) return undefined;
  return { ...page, ...(column < text - 1 ? { column } : {}) };
}

/** The paper of a document: as its class or the package for pages is told, else that of the class. */
function paperOf({ class: name, options, packages }: Preamble): readonly [width: number, height: number] {
  const said = [...options.keys(), ...(packages.get('geometry')?.keys() ?? [])];
  const koma = options.get('paper');
  const usual = isKoma(name) ? 'a4paper' : 'letterpaper';
  const own = said.find((key) => Object.hasOwn(papers, key)) ?? (koma === undefined ? usual : `${koma}paper`);
  const [width, height] = papers[own] ?? (papers['a4paper'] as readonly [number, number]);
  return said.includes('landscape') ? [height, width] : [width, height];
}

/** The page of a document: from TeX itself, else from the package for pages, else from what is known of the class. */
export function pageOf(preamble: Preamble, size: number, facts: TexFacts | undefined): Found<TemplatePage> | undefined {
  const geometry = preamble.packages.get('geometry');
  const asked = facts && askedPage(facts);
  const paper = paperOf(preamble);
  const page = asked ?? (geometry ? geometryPage(geometry, paper) : classPage(preamble, size, paper));
  if (!page) return undefined;
  const isTwo = preamble.options.has('twocolumn') || /\\twocolumn\b/.test(preamble.text) || geometry?.has('twocolumn');
  const column = page.column === undefined && isTwo ? { column: (page.text - 10 * texPoint) / 2 } : {};
  const from = asked ? 'TeX itself' : geometry ? 'package geometry' : `class ${preamble.class}`;
  return { value: { ...page, ...column }, from };
}
