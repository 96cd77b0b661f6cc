import { entryAt } from '../at.js';
import type { NumbersTable } from '../chart/plan.js';
import type { Finding } from '../check/finding.js';
import { countText } from '../check/findingText.js';
import { seenAs, type View } from '../color/views.js';
import { recolored } from '../export/inks.js';
import { cellText } from '../export/numbers.js';
import type { Point } from '../layout/ink/point.js';
import { scaled } from '../layout/page/moved.js';
import type { Typesetter } from '../layout/words/typesetter.js';
import type { Box, Plate, PlateItem } from '../plate/plate.js';
import { passage } from './passage.js';
import { Pen, plainWords } from './pen.js';

/** A file that a figure was made of. */
export interface ProofInput {
  file: string;
  sha256: string;
}

/** A figure that is proved. */
export interface ProofFigure {
  /** Its number in a document; left out: its place among those that are proved. */
  label?: string;
  path: string;
  style: string;
  plate: Plate;
  /** Width in the document by width as drawn. */
  placed: number;
  /** Width of a line of text in the document, in points. */
  textWidth: number;
  findings: readonly Finding[];
  numbers: NumbersTable;
  inputs: readonly ProofInput[];
}

/** A page of a proof: its ink and its size in points. */
export interface Sheet {
  items: PlateItem[];
  width: number;
  height: number;
}

/** Sides of a sheet that holds most figures (A3, ISO 216), and the distances on it, in points. */
export const sheetSize = { width: 1190.55, height: 841.89 } as const;
const border = 30;
const gutter = 34;
/** Margins of the page of text at the left. */
const pageMargin = 50;

/** Colours of findings, and of what stands around the figure. */
const marks = { error: '#b3401f', warning: '#8a5a00', waived: '#5b646d' } as const;
const ground = '#eceef0';

const markOf = ({ severity, waived }: Finding): string => (waived === undefined ? marks[severity] : marks.waived);

/** How a figure is looked at beside its own colours. */
const looks: readonly (readonly [view: View, words: string])[] = [
  ['grey', 'in grey'],
  ['protan', 'without red cones'],
  ['deutan', 'without green cones'],
  ['tritan', 'without blue cones'],
];

const centimetres = (points: number) => ((points / 72) * 2.54).toFixed(1);

/** The ink of a figure in a box of its own width, seen by some eyes. */
function seenItems({ items, width }: Plate, { x, y, width: room }: Box, view: View, role: string): PlateItem[] {
  const by = room / width;
  const own = view === 'normal' ? items : recolored(items, (color) => seenAs(color, view));
  return own.map((item) => ({ ...scaled(item, by, x, y), role: `${role}.${item.role}` }));
}

/**
 * Paragraphs of a document in a box, as far as there is room for whole ones; gives where they end.
 *
 * @param from number of the first one
 * @param to number of the one after the last
 */
function paragraphs(pen: Pen, box: Box, from: number, to: number): number {
  const look = { role: 'captionTitle', further: 1.06, color: '#4a5158' } as const;
  let top = box.y;
  for (const text of passage.slice(from, to)) {
    const block = pen.block(text, box.width, look);
    if (top + block.height > box.y + box.height) break;
    pen.words(text, box.x, top, box.width, look);
    top += block.height + 6;
  }
  return top;
}

const pinRadius = 6.5;

/** How much a pin at a place would hide: words of the figure, and pins that are there already. */
function hidden([x, y]: Point, words: readonly Box[], pins: readonly Point[]): number {
  const isOn = (box: Box) =>
    x > box.x - pinRadius &&
    x < box.x + box.width + pinRadius &&
    y > box.y - pinRadius &&
    y < box.y + box.height + pinRadius;
  const near = pins.filter(([px, py]) => Math.hypot(px - x, py - y) < 2 * pinRadius + 1).length;
  return words.filter(isOn).length + 10 * near;
}

/** Where the pin of some ink may stand: at the corners of its box, beside it, above and below it, and farther away. */
function pinChoices({ x, y, width, height }: Box): Point[] {
  return [3, 10, 20, 34].flatMap((d): Point[] => {
    const [l, r, t, b] = [x - d, x + width + d, y - d, y + height + d];
    const [cx, cy] = [x + width / 2, y + height / 2];
    const corners: Point[] = [
      [r, t],
      [l, t],
      [r, b],
      [l, b],
    ];
    return [...corners, [r, cy], [l, cy], [cx, t], [cx, b]];
  });
}

/** The ink of each finding on the page, and the place of its pin, where it hides least. */
function pinPlaces({ plate, findings }: ProofFigure, at: Box): ({ box: Box; pin: Point } | undefined)[] {
  const by = at.width / plate.width;
  const onPage = ({ x, y, width, height }: Box): Box => ({
    x: at.x + x * by,
    y: at.y + y * by,
    width: width * by,
    height: height * by,
  });
  const words = plate.items.filter(({ type }) => type === 'text').map(({ box }) => onPage(box));
  const pins: Point[] = [];
  return findings.map(({ boxes: [first] }) => {
    if (!first) return undefined;
    const box = onPage(first);
    const choices = pinChoices(box);
    const costs = choices.map((choice) => hidden(choice, words, pins));
    const pin = entryAt(choices, costs.indexOf(Math.min(...costs)));
    pins.push(pin);
    return { box, pin };
  });
}

/** The page of the document with the figure in it, at its true size. */
function documentPage(pen: Pen, figure: ProofFigure, page: Box): void {
  const { plate, placed, textWidth } = figure;
  pen.rect(page, { fill: '#ffffff', stroke: '#c6cbd0', width: 0.5 });
  const column = { x: page.x + (page.width - textWidth) / 2, y: page.y + pageMargin, width: textWidth };
  const [width, height] = [plate.width * placed, plate.height * placed];
  const before = height > 480 ? 1 : 2;
  const above = paragraphs(pen, { ...column, height: page.height }, 0, before);
  const at = { x: width > textWidth ? page.x + (page.width - width) / 2 : column.x, y: above + 8, width, height };
  if (plate.paper !== '#ffffff') pen.rect(at, { fill: plate.paper });
  pen.items.push(...seenItems(plate, at, 'normal', 'proof.figure'));
  const foot = at.y + height + 14;
  const room = page.y + page.height - pageMargin - foot;
  paragraphs(pen, { ...column, y: foot, height: room }, before, passage.length);
  const pinned = pinPlaces(figure, at).flatMap((place, i) =>
    place ? [{ ...place, number: i + 1, color: markOf(entryAt(figure.findings, i)) }] : [],
  );
  for (const { box, color } of pinned) {
    const around = { x: box.x - 1.5, y: box.y - 1.5, width: box.width + 3, height: box.height + 3 };
    pen.rect(around, { stroke: color, width: 0.7 });
  }
  for (const { pin, number, color } of pinned) pen.pin(number, ...pin, color, pinRadius);
}

/** A heading over a part of the sheet, with a line; gives where the part begins. */
function part(pen: Pen, title: string, x: number, y: number, width: number): number {
  pen.line(x, y, x + width, y, '#8b949c', 0.6);
  return y + 5 + pen.words(title, x, y + 5, width, { bold: true }) + 5;
}

/** The findings with their sentences; gives where they end. */
function findingList(pen: Pen, { findings }: ProofFigure, x: number, y: number, width: number): number {
  let top = part(pen, findings.length === 0 ? 'Findings: none' : `Findings: ${countText(findings)}`, x, y, width);
  for (const [i, finding] of findings.entries()) {
    const { rule, found, expected, mend, waived, place } = finding;
    pen.pin(i + 1, x + 7, top + 7, markOf(finding));
    const left = x + 20;
    const own = width - 20;
    const where = place?.line === undefined ? '' : `, line ${place.line}`;
    top += pen.words(`**${rule}**${where}: ${plainWords(found)}`, left, top, own) + 1.5;
    const more =
      waived !== undefined
        ? `Waived: ${waived}`
        : mend
          ? `${mend.keepsMeaning ? 'Mend' : 'Yours to decide'}: ${mend.says}`
          : expected === undefined
            ? finding.why
            : `Expected: ${expected}`;
    top += pen.words(plainWords(more), left, top, own, { role: 'note' }) + 6;
  }
  return top;
}

/** The figure as others see it, two beside each other; gives where they end. */
function views(pen: Pen, { plate }: ProofFigure, x: number, y: number, width: number): number {
  let top = part(pen, 'As others see it', x, y, width);
  const gap = 14;
  const cell = (width - gap) / 2;
  const by = Math.min(cell / plate.width, 190 / plate.height);
  const [w, h] = [plate.width * by, plate.height * by];
  for (const [i, [view, words]] of looks.entries()) {
    const at = { x: x + (i % 2) * (cell + gap), y: top + 14, width: w, height: h };
    pen.words(words, at.x, top, cell, { role: 'note' });
    pen.rect(at, { fill: seenAs(plate.paper, view) });
    pen.items.push(...seenItems(plate, at, view, `proof.${view}`));
    if (i % 2 === 1) top += h + 26;
  }
  return top;
}

const mostRows = 14;

/** The numbers behind the figure, those of its marks and the tables beside it, as far as there is room; gives where they end. */
function numbersTable(pen: Pen, { numbers }: ProofFigure, x: number, y: number, width: number): number {
  let top = part(pen, `The numbers behind it: ${numbers.used} of ${numbers.read} ${numbers.cases}`, x, y, width);
  if (numbers.columns.length === 0) return top;
  const leftOut = numbers.leftOut.map(({ reason, count }) => `${count} left out: ${reason}`);
  top = tableRows(pen, numbers, leftOut, { x, top, width });
  for (const { title, ...table } of numbers.further ?? []) {
    top += pen.words(plainWords(title), x, top + 4, width, { role: 'note' }) + 7;
    top = tableRows(pen, table, [], { x, top, width });
  }
  return top;
}

/** A table, the first of its rows and as many of its columns as there is room for, with words on what is left; gives where it ends. */
function tableRows(
  pen: Pen,
  table: Pick<NumbersTable, 'columns' | 'rows'>,
  said: readonly string[],
  { x, top: from, width }: { x: number; top: number; width: number },
): number {
  let top = from;
  const shown = table.rows.slice(0, mostRows);
  const cells = [
    table.columns.map(({ title }) => title),
    ...shown.map((row) => row.map((value, i) => cellText(table, value, i))),
  ];
  const blocks = cells.map((row) =>
    row.map((text) => pen.block(plainWords(text), undefined, { role: 'note', further: 0.92 })),
  );
  const widths = table.columns.map((_, i) => Math.max(...blocks.map((row) => row[i]?.width ?? 0)));
  const gap = 12;
  let room = width + gap;
  const tooWide = widths.findIndex((own) => {
    room -= own + gap;
    return room < 0;
  });
  const columns = tooWide < 0 ? widths.length : tooWide;
  for (const [r, row] of cells.entries()) {
    let left = x;
    let height = 0;
    for (let i = 0; i < columns; i += 1) {
      const isNumber = table.columns[i]?.decimals !== undefined;
      const own = entryAt(widths, i);
      const look = {
        role: 'note',
        further: 0.92,
        align: isNumber ? 'end' : 'start',
        ...(r === 0 ? {} : { color: pen.colors.ink }),
      } as const;
      height = Math.max(
        height,
        pen.words(plainWords(row[i] ?? ''), isNumber ? left + own : left, top, undefined, look),
      );
      left += own + gap;
    }
    top += height + 2.5;
    if (r === 0) {
      pen.line(x, top, x + width, top, '#c6cbd0', 0.4);
      top += 3;
    }
  }
  const left = [
    ...(table.rows.length > shown.length ? [`${table.rows.length - shown.length} more rows`] : []),
    ...(columns < widths.length ? [`${widths.length - columns} more columns`] : []),
    ...said,
  ];
  if (left.length > 0) top += pen.words(plainWords(left.join('; ')), x, top + 2, width, { role: 'source' }) + 4;
  return top + 6;
}

/** The files that the figure was made of, each with the beginning of its hash; gives where they end. */
function inputList(pen: Pen, { inputs }: ProofFigure, x: number, y: number, width: number): number {
  let top = part(pen, 'Made of', x, y, width);
  for (const { file, sha256 } of inputs) {
    top += Math.max(
      pen.words(plainWords(file), x, top, width - 250, { role: 'source', color: pen.colors.ink }),
      pen.words(`SHA-256 ${sha256.slice(0, 32)}…`, x + width, top, undefined, { role: 'source', align: 'end' }),
    );
    top += 2;
  }
  return top;
}

/** The sheet of one figure: its page at the left, and at the right what there is to know of it. */
export function proofSheet(setter: Typesetter, figure: ProofFigure): Sheet {
  const { plate, path, style, placed, textWidth } = figure;
  const pageWidth = Math.max(textWidth, plate.width * placed) + 2 * pageMargin;
  const x = border + pageWidth + gutter;
  const width = Math.max(430, sheetSize.width - x - border);
  const right = new Pen(setter, 'proof.about');
  let top = border;
  top += right.words(plainWords(plate.title), x, top, width, { role: 'heading' }) + 3;
  const size = `${centimetres(plate.width * placed)} × ${centimetres(plate.height * placed)} cm in the document`;
  top += right.words(plainWords(`${path}, style ${style}, ${size}`), x, top, width, { role: 'note' }) + 12;
  top = findingList(right, figure, x, top, width) + 8;
  top = views(right, figure, x, top, width) + 4;
  top = numbersTable(right, figure, x, top, width) + 4;
  top = inputList(right, figure, x, top, width);
  const needed = plate.height * placed + 2 * pageMargin + 160;
  const height = Math.max(sheetSize.height, top + border, needed + 2 * border);
  const left = new Pen(setter, 'proof.page');
  const full = { x: 0, y: 0, width: x + width + border, height };
  left.rect(full, { fill: '#ffffff' });
  left.rect({ x: 0, y: 0, width: border + pageWidth + gutter / 2, height }, { fill: ground });
  documentPage(left, figure, { x: border, y: border, width: pageWidth, height: height - 2 * border });
  return { items: [...left.items, ...right.items], width: full.width, height };
}

/** The first sheet of several: all figures at one scale, each with what was found. @param across what was found across them */
export function indexSheet(setter: Typesetter, figures: readonly ProofFigure[], across: readonly Finding[]): Sheet {
  const pen = new Pen(setter, 'proof.index');
  const { width } = sheetSize;
  const columns = 4;
  const gap = 24;
  const cell = (width - 2 * border - (columns - 1) * gap) / columns;
  const by = Math.min(...figures.map(({ plate, placed }) => cell / (plate.width * placed)), 0.6);
  let top = border;
  const ink: PlateItem[] = [];
  const all = [...figures.flatMap(({ findings }) => findings), ...across];
  top += pen.words(`Proof of ${figures.length} figures`, border, top, undefined, { role: 'heading' }) + 3;
  top +=
    pen.words(
      `${countText(all)}. All figures at ${Math.round(by * 100)}% of their size in the document.`,
      border,
      top,
      undefined,
      { role: 'note' },
    ) + 16;
  for (let i = 0; i < figures.length; i += columns) {
    const row = figures.slice(i, i + columns);
    const tallest = Math.max(...row.map(({ plate, placed }) => plate.height * placed * by));
    let words = 0;
    for (const [k, { plate, placed, path, findings, label = String(i + k + 1) }] of row.entries()) {
      const x = border + k * (cell + gap);
      const at = { x, y: top, width: plate.width * placed * by, height: plate.height * placed * by };
      ink.push(...seenItems(plate, at, 'normal', `proof.index[${i + k}]`));
      let below = top + tallest + 8;
      below += pen.words(`**${plainWords(label)}**  ${plainWords(plate.title)}`, x, below, cell) + 1;
      below += pen.words(plainWords(path), x, below, cell, { role: 'source' }) + 1;
      const grave = findings.some(({ severity, waived }) => severity === 'error' && waived === undefined);
      below += pen.words(countText(findings), x, below, cell, {
        role: 'note',
        color: findings.length === 0 ? '#35683c' : grave ? marks.error : marks.warning,
      });
      words = Math.max(words, below - top);
    }
    top += words + 22;
  }
  if (across.length > 0) top += pen.words('**Across the figures**', border, top, undefined) + 4;
  for (const { severity, waived, found, expected } of across) {
    const text = `${found}${expected === undefined ? '' : `; expected: ${expected}`}${waived === undefined ? '' : `; waived: ${waived}`}`;
    const color = waived !== undefined ? '#5b646d' : severity === 'error' ? marks.error : marks.warning;
    top += pen.words(plainWords(text), border, top, width - 2 * border, { role: 'note', color }) + 3;
  }
  const height = Math.max(sheetSize.height, top + border);
  const paper = new Pen(setter, 'proof.paper');
  paper.rect({ x: 0, y: 0, width, height }, { fill: '#ffffff' });
  return { items: [...paper.items, ...ink, ...pen.items], width, height };
}
