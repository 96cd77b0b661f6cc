import { entryAt } from '../at.js';
import { blended } from '../color/color.js';
import { type Drawers, drawnBy } from '../plate/drawers.js';
import type { PlateStroke } from '../plate/plate.js';
import type { Outline } from '../type/outline.js';
import { pathOperators, short } from './coordinates.js';
import { textOutline } from './textOutline.js';
import { carriedLead, traceOf } from './trace.js';
import type { WriteContext, Writer } from './writer.js';

/** What all handlers need: the paper that light inks are mixed with, since the format knows no transparency. */
interface Pen {
  context: WriteContext;
  paper: string;
}

const numbers = (...values: number[]) => values.map(short).join(' ');

/** A colour as three numbers from 0 to 1. */
const ink = (color: string): string =>
  `${[1, 3, 5].map((at) => short(Number.parseInt(color.slice(at, at + 2), 16) / 255)).join(' ')} rg`;

const path = (outline: Outline): string => ['n', ...pathOperators(outline)].join('\n');

const caps = { butt: 0, round: 1, square: 2 } as const;
const joins = { miter: 0, round: 1, bevel: 2 } as const;

/** Takes up the colour, the width, the dashes, the ends and the corners of a line. */
const pen = ({ color, width, dash = [], cap = 'butt', join = 'round' }: PlateStroke): string =>
  `${ink(color)} ${short(width)} w [${dash.map(short).join(' ')}] 0 d ${caps[cap]} setlinecap ${joins[join]} setlinejoin`;

/** Fills and then strokes a path. */
function paint(shape: string, fill: string | undefined, stroke: PlateStroke | undefined): string {
  const line = stroke ? pen(stroke) : '';
  if (fill && stroke) return `${shape}\ngsave ${ink(fill)} f grestore ${line} s`;
  if (fill) return `${shape}\n${ink(fill)} f`;
  return stroke ? `${shape}\n${line} s` : '';
}

const rectPath = (x: number, y: number, w: number, h: number): Outline => ({
  commands: 'MLLLZ',
  coordinates: [x, y, x + w, y, x + w, y + h, x, y + h],
});

const draw: Drawers<Pen, string> = {
  rect: ({ x, y, width, height, fill, stroke }) =>
    paint(path(rectPath(x, y, width, height)), fill, stroke && { join: 'miter', ...stroke }),
  line: ({ x1, y1, x2, y2, stroke }) =>
    paint(path({ commands: 'ML', coordinates: [x1, y1, x2, y2] }), undefined, stroke),
  path({ outline, fill, stroke, opacity = 1 }, { paper }) {
    const mixed = stroke && { ...stroke, color: blended(stroke.color, paper, opacity) };
    return paint(path(outline), fill && blended(fill, paper, opacity), mixed);
  },
  markers({ outline, xs, ys, fill, opacity = 1 }, { paper }) {
    const shapes = Array.from(xs, (x, i) => `gsave ${numbers(x, entryAt(ys, i))} translate marker grestore`);
    return `/marker {\n${path(outline)} fill\n} bind def\n${ink(blended(fill, paper, opacity))}\n${shapes.join('\n')}`;
  },
  text: (item, { context }) => paint(path(textOutline(context.kit, item)), item.color, undefined),
};

/** Text of a comment: one line of printable ASCII. */
const comment = (text: string) => text.replace(/[^\x20-\x7e]/g, '?').slice(0, 200);

/** Comments have at most 255 signs a line. */
const lineLength = 200;

/** What a file carries, as comments: ASCII, all other letters by their numbers as JSON has them. */
function carriedLines(carries: string | undefined): string {
  if (carries === undefined) return '';
  const ascii = carries.replace(/[^\x20-\x7e]/g, (sign) => `\\u${sign.charCodeAt(0).toString(16).padStart(4, '0')}`);
  return (ascii.match(new RegExp(`.{1,${lineLength}}`, 'g')) ?? [])
    .map((line) => `${carriedLead}${line.replace(/ $/, '\\u0020')}\n`)
    .join('');
}

/**
 * Encapsulated PostScript, level 2, of a plate: text as outlines, the exact bounding box, ASCII throughout. The format has
 * no transparency: light inks are mixed with the paper.
 */
export const writeEps: Writer<string> = async (plate, context) => {
  const { width, height } = plate;
  const trace = traceOf(plate, context);
  const pen: Pen = { context, paper: plate.paper };
  const ground = context.ground === 'paper' ? [paint(path(rectPath(0, 0, width, height)), plate.paper, undefined)] : [];
  const body = plate.items.map((item) => drawnBy(draw, item, pen));
  return `%!PS-Adobe-3.0 EPSF-3.0
%%BoundingBox: 0 0 ${Math.ceil(width)} ${Math.ceil(height)}
%%HiResBoundingBox: 0 0 ${short(width)} ${short(height)}
%%Title: ${comment(plate.title)}
%%Creator: Hexis
${plate.author === undefined ? '' : `%%For: ${comment(plate.author)}\n`}${trace === undefined ? '' : `% ${comment(trace)}\n`}%%LanguageLevel: 2
%%Pages: 1
%%EndComments
${carriedLines(context.carries)}%%Page: 1 1
gsave
/n { newpath } bind def /m { moveto } bind def /l { lineto } bind def /c { curveto } bind def /h { closepath } bind def
/f { fill } bind def /s { stroke } bind def /w { setlinewidth } bind def /d { setdash } bind def /rg { setrgbcolor } bind def
0 ${short(height)} translate 1 -1 scale
${[...ground, ...body].filter((part) => part !== '').join('\n')}
grestore
showpage
%%Trailer
%%EOF
`;
};
