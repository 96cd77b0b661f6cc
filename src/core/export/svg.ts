import { entryAt } from '../at.js';
import { type Drawers, drawnBy } from '../plate/drawers.js';
import type { MarkersItem, PlateItem, PlateStroke, TextItem, TextPiece } from '../plate/plate.js';
import { isComplex } from '../type/scripts.js';
import { dotsPath, pathData, pieces, repeatedPath, short } from './coordinates.js';
import { textPath } from './textOutline.js';
import { carriedXml, originRdf } from './trace.js';
import { type WriteContext, WriteFault, type Writer } from './writer.js';
import { cssText, escaped, idOf } from './xml.js';

type Attributes = Record<string, string | number | undefined>;

function element(name: string, attributes: Attributes, content?: string): string {
  const written = Object.entries(attributes)
    .filter(([, value]) => value !== undefined)
    .map(([key, value]) => ` ${key}="${typeof value === 'number' ? short(value) : escaped(String(value))}"`)
    .join('');
  return content === undefined ? `<${name}${written}/>` : `<${name}${written}>${content}</${name}>`;
}

const stroked = (stroke: PlateStroke | undefined): Attributes =>
  stroke
    ? {
        stroke: stroke.color,
        'stroke-width': stroke.width,
        'stroke-dasharray': stroke.dash?.map(short).join(' '),
        'stroke-linecap': stroke.cap === 'butt' ? undefined : stroke.cap,
      }
    : {};

const see = (opacity: number | undefined): Attributes => ({ opacity: opacity === 1 ? undefined : opacity });

/** Markers as paths where they are opaque; as uses of one shape where each must show what lies under it. */
function markers(item: MarkersItem): string {
  const { outline, round, fill, opacity = 1 } = item;
  if (opacity === 1) {
    const dots = { fill: 'none', stroke: fill, 'stroke-width': round, 'stroke-linecap': 'round' };
    return [...pieces(item)]
      .map(({ xs, ys }) =>
        round === undefined
          ? element('path', { fill, d: repeatedPath(outline, xs, ys) })
          : element('path', { ...dots, d: dotsPath(xs, ys) }),
      )
      .join('\n');
  }
  const { xs, ys } = item;
  const data = pathData(outline);
  const id = idOf('marker', data);
  const uses: string[] = [];
  for (let i = 0; i < xs.length; i += 1) {
    uses.push(`<use xlink:href="#${id}" x="${short(entryAt(xs, i))}" y="${short(entryAt(ys, i))}"/>`);
  }
  const shape = element('path', { id, d: data });
  return `<defs>${shape}</defs>${element('g', { fill, 'fill-opacity': opacity }, uses.join(''))}`;
}

/** Face and size of a piece of live text. */
const faceOf = ({ family, size, variant }: TextPiece): Attributes => ({
  'font-family': `${cssText(family)}, sans-serif`,
  'font-size': size,
  'font-weight': variant.startsWith('bold') ? 'bold' : undefined,
  'font-style': /italic/i.test(variant) ? 'italic' : undefined,
});

/** A piece of a line with pieces from the right: a text of its own, for a text has one direction. */
function livePiece(piece: TextPiece): string {
  const { text, x, y, width, turned } = piece;
  const attributes = {
    // From the right, a text starts at its right end.
    x: turned ? x + width : x,
    y,
    direction: turned ? 'rtl' : undefined,
    ...faceOf(piece),
  };
  return element('text', attributes, escaped(text));
}

function liveText(item: TextItem): string {
  const { pieces } = item;
  const turn = item.angle === 0 ? '' : ` rotate(${short(-item.angle)})`;
  const how = {
    transform: `translate(${short(item.x)} ${short(item.y)})${turn}`,
    fill: item.color,
    'text-rendering': 'geometricPrecision',
    'xml:space': 'preserve',
  };
  // Browsers would set some punctuation of Chinese and Japanese closer than it was measured.
  const style = pieces.some(({ text }) => isComplex(text)) ? 'text-spacing-trim:space-all' : undefined;
  if (pieces.some(({ turned }) => turned)) return element('g', { ...how, style }, pieces.map(livePiece).join(''));
  const spans = pieces.map((piece) => {
    const isFitted = piece.text.length > 1 && !isComplex(piece.text);
    const fitted = { textLength: piece.width, lengthAdjust: 'spacingAndGlyphs' };
    const attributes = { x: piece.x, y: piece.y, ...faceOf(piece), ...(isFitted ? fitted : {}) };
    return element('tspan', attributes, escaped(piece.text));
  });
  return element('text', { ...how, style }, spans.join(''));
}

const draw: Drawers<WriteContext, string> = {
  rect: ({ x, y, width, height, fill, stroke }) =>
    element('rect', { x, y, width, height, fill: fill ?? 'none', ...stroked(stroke), 'stroke-linejoin': stroke?.join }),
  line: ({ x1, y1, x2, y2, stroke }) => element('line', { x1, y1, x2, y2, ...stroked(stroke) }),
  path: ({ outline, fill, stroke, opacity }) =>
    element('path', {
      fill: fill ?? 'none',
      ...stroked(stroke),
      'stroke-linejoin': stroke ? (stroke.join ?? 'round') : undefined,
      ...see(opacity),
      d: pathData(outline),
    }),
  markers,
  text: (item, context) =>
    context.text === 'live' ? liveText(item) : element('path', { fill: item.color, d: textPath(context.kit, item) }),
};

/** Characters that stand in for others where a font has a form for their sequence alone. */
const parts: readonly (readonly [RegExp, string])[] = [
  [/\u0e33/u, '\u0e4d\u0e32'],
  [/\u0eb3/u, '\u0ecd\u0eb2'],
  [/[\u17be-\u17c5]/u, '\u17c1'],
];

/** The characters that a font has to keep for a text: where it is shaped, those that its letters are made of as well. */
function charactersOf(text: string): string {
  const more = isComplex(text)
    ? [
        text.normalize('NFC'),
        text.normalize('NFD'),
        '\u25cc\u200c\u200d',
        ...parts.map(([of, add]) => (of.test(text) ? add : '')),
      ]
    : [];
  return [...new Set([text, ...more].join(''))].sort().join('');
}

/** The faces of a live text, each cut down to the characters that occur and put into the file. */
async function fontStyles(items: readonly PlateItem[], context: WriteContext): Promise<string> {
  const texts = new Map<string, { family: string; variant: TextItem['pieces'][number]['variant']; text: string }>();
  for (const { family, variant, text } of items.flatMap((item) => (item.type === 'text' ? item.pieces : []))) {
    const key = `${family} ${variant}`;
    const entry = texts.get(key) ?? { family, variant, text: '' };
    texts.set(key, { ...entry, text: entry.text + text });
  }
  const { subsetFont } = context;
  if (!subsetFont) throw new WriteFault('a source that can cut fonts down, as that of hexis/node; or text as outlines');
  const rules: string[] = [];
  for (const { family, variant, text } of texts.values()) {
    const characters = charactersOf(text);
    const subset = await subsetFont(await context.fontBytes(family, variant), characters);
    const weight = variant.startsWith('bold') ? 'bold' : 'normal';
    const style = /italic/i.test(variant) ? 'italic' : 'normal';
    const { uint8ArrayToBase64 } = await import('uint8array-extras');
    rules.push(
      `@font-face{font-family:${cssText(family)};font-weight:${weight};font-style:${style};src:url(data:font/woff2;base64,${uint8ArrayToBase64(subset)}) format("woff2")}`,
    );
  }
  return `<style>${escaped(rules.join(''))}</style>\n`;
}

/**
 * SVG 1.1 of a plate in points, with its title and description for screen readers. Text is drawn as outlines, or live
 * with the faces inside the file; there is no script and no reference to anything outside.
 */
export const writeSvg: Writer<string> = async (plate, context) => {
  const [width, height] = [short(plate.width), short(plate.height)];
  const style = context.text === 'live' ? await fontStyles(plate.items, context) : '';
  const body = plate.items.map((item) => drawnBy(draw, item, context));
  const ground =
    context.ground === 'paper'
      ? `${element('rect', { x: 0, y: 0, width: plate.width, height: plate.height, fill: plate.paper })}\n`
      : '';
  const metadata = `${originRdf(plate, context) ?? ''}${carriedXml(context)}`;
  const links = plate.items.some((item) => item.type === 'markers' && (item.opacity ?? 1) < 1);
  const { language } = plate;
  const lang = language === undefined ? '' : ` lang="${escaped(language)}" xml:lang="${escaped(language)}"`;
  const linked = links ? ' xmlns:xlink="http://www.w3.org/1999/xlink"' : '';
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg"${linked} version="1.1"${lang} width="${width}pt" height="${height}pt" viewBox="0 0 ${width} ${height}" role="img">
<title>${escaped(plate.title)}</title>
<desc>${escaped(plate.description)}</desc>
${metadata === '' ? '' : `<metadata>${metadata}</metadata>\n`}${style}${ground}${body.join('\n')}
</svg>
`;
};
