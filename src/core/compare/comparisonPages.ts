import type { Typesetter } from '../layout/words/typesetter.js';
import type { Box, Plate } from '../plate/plate.js';
import { fail, type Outcome, succeed } from '../problem/problem.js';
import { gatherStyle } from '../project/read/gatherStyle.js';
import type { Store } from '../project/read/store.js';
import { Column } from '../proof/column.js';
import { Pen, verbatim } from '../proof/pen.js';
import { seenItems } from '../proof/seenItems.js';
import { type Faces, joinedFaces } from '../type/faces.js';
import { type Comparison, type Difference, inkBoxes, type Side } from './compare.js';
import { type ComparisonTable, comparisonTables, writtenTable } from './comparisonTables.js';
import { figureHead, inkText, unseenText } from './comparisonText.js';
import type { SetDifference } from './pairs.js';

/** What is said of two states. */
export interface ComparisonSaid {
  heading: string;
  /** What the file around the figures says otherwise. */
  around: readonly Difference[];
  /** The figures that differ. */
  others: readonly SetDifference[];
  /** Those that are the same, as they are called. */
  same: readonly string[];
}

/** A sheet of A4 on its side (ISO 216), in points. */
const sheet = { width: 841.89, height: 595.28 } as const;
const border = 30;
const gap = 20;
const room = sheet.width - 2 * border;

const marks = { came: '#1f6f4a', went: '#a8401f', moved: '#35618c' } as const;
type MarkName = keyof typeof marks;

/** How wide the columns of a table are, as shares: numbers are narrow, words share the rest. */
function sharesOf({ head, numeric }: ComparisonTable): number[] {
  const [first = '', ...rest] = head;
  if (numeric === 0 && first === '') return [0.06, 0.94];
  const others = rest.length - numeric;
  const lead = 1 - 0.13 * numeric - 0.25 * others;
  return [lead, ...rest.map((_, i) => (i < others ? 0.25 : 0.13))];
}

/** Pages that are written from the top down, one after the other. */
class Flow {
  readonly pages: Pen[] = [];
  private column: Column;
  private readonly setter: Typesetter;

  constructor(setter: Typesetter) {
    this.setter = setter;
    this.column = this.page();
  }

  private page(): Column {
    const pen = new Pen(this.setter, `comparison.pages[${this.pages.length}]`);
    this.pages.push(pen);
    pen.rect({ x: 0, y: 0, ...sheet }, { fill: '#ffffff' });
    return new Column(pen, { x: border, top: border, width: room });
  }

  /** The column where so much fits below what is there; on a new page where it does not. */
  at(height: number): Column {
    if (this.column.top + height > sheet.height - border && this.column.top > border) this.column = this.page();
    return this.column;
  }

  next(): Column {
    if (this.column.top > border) this.column = this.page();
    return this.column;
  }
}

function tableOn(flow: Flow, table: ComparisonTable): void {
  const { title, head, rows, numeric } = table;
  if (rows.length === 0) return;
  const shares = sharesOf(table);
  const line = (cells: readonly string[], isHead: boolean, lead = 0) => {
    const widths = shares.map((share) => share * room - 10);
    const isNumber = (i: number) => i >= head.length - numeric;
    const look = (i: number) => ({
      role: isHead ? ('note' as const) : ('legendEntry' as const),
      further: 0.92,
      align: isNumber(i) ? ('end' as const) : ('start' as const),
    });
    const pen = flow.at(0).pen;
    const height = Math.max(...cells.map((text, i) => pen.block(verbatim(text), widths[i], look(i)).height));
    const column = flow.at(height + lead);
    let left = column.x;
    for (const [i, text] of cells.entries()) {
      const width = widths[i] ?? 0;
      // Numbers of the last column end where the line below them does.
      const end = i === head.length - 1 ? column.x + room : left + width;
      const x = isNumber(i) ? end : left;
      column.pen.words(verbatim(text), { x, top: column.top, width }, look(i));
      left += width + 10;
    }
    column.gap(height + 3);
    column.pen.line([column.x, column.top - 1], [column.x + room, column.top - 1], { color: '#c6cbd0', width: 0.4 });
    column.gap(2);
  };
  const column = flow.at(60);
  column.gap(6);
  column.words(verbatim(title), { bold: true }, 3);
  line(head, true, 30);
  for (const row of rows) line(row, false);
}

/** A state of a figure with boxes about what differs. */
function stateOn(pen: Pen, side: Side, at: Box, boxes: readonly (readonly [MarkName, Box])[], role: string): void {
  const { plate } = side.drawing;
  const by = at.width / plate.width;
  pen.rect(at, { fill: plate.paper, stroke: '#c6cbd0', width: 0.5 });
  pen.items.push(...seenItems(plate, at, 'normal', role));
  for (const [name, box] of boxes) {
    const around = {
      x: at.x + (box.x - 1.5) * by,
      y: at.y + (box.y - 1.5) * by,
      width: (box.width + 3) * by,
      height: (box.height + 3) * by,
    };
    pen.rect(around, { stroke: marks[name], width: name === 'moved' ? 0.4 : 0.9 });
  }
}

/** What the colours of the boxes mean. */
function keyOn(column: Column): void {
  const { pen, top } = column;
  let { x } = column;
  for (const [name, words] of [
    ['came', 'new'],
    ['went', 'gone'],
    ['moved', 'elsewhere'],
  ] as const) {
    pen.rect({ x, y: top + 2, width: 12, height: 7 }, { stroke: marks[name], width: 0.9 });
    pen.words(words, { x: x + 17, top }, { role: 'note' });
    x += 30 + pen.block(words, undefined, { role: 'note' }).width;
  }
  column.gap(18);
}

function pairOn(column: Column, [before, after]: readonly [Side, Side], index: number): void {
  const ink = inkBoxes(before.drawing, after.drawing);
  const cell = (room - gap) / 2;
  const plates = [before.drawing.plate, after.drawing.plate];
  const by = Math.min(1, ...plates.map(({ width }) => cell / width), ...plates.map(({ height }) => 380 / height));
  keyOn(column);
  const { pen } = column;
  const top = column.top + 14;
  const as = (name: MarkName, boxes: readonly Box[]) => boxes.map((box) => [name, box] as const);
  for (const [i, side] of [before, after].entries()) {
    const x = column.x + i * (cell + gap);
    const { width, height } = side.drawing.plate;
    pen.words(i === 0 ? 'Before' : 'After', { x, top: column.top }, { role: 'note' });
    const boxes =
      i === 0
        ? [
            ...as(
              'moved',
              ink.moved.map(([was]) => was),
            ),
            ...as('went', ink.went),
          ]
        : [
            ...as(
              'moved',
              ink.moved.map(([, is]) => is),
            ),
            ...as('came', ink.came),
          ];
    stateOn(pen, side, { x, y: top, width: width * by, height: height * by }, boxes, `comparison[${index}][${i}]`);
  }
  column.top = top + Math.max(...plates.map(({ height }) => height * by)) + 10;
}

function comparisonOn(flow: Flow, comparison: Comparison): void {
  for (const table of comparisonTables(comparison)) tableOn(flow, table);
  const inked = inkText(comparison.ink);
  const column = flow.at(40);
  column.gap(6);
  if (inked !== '') column.words(verbatim(`Ink: ${inked}`), { role: 'note' }, 4);
  if (comparison.only) column.words(verbatim(unseenText), { role: 'note' }, 4);
  if (comparison.isSame && !comparison.only) column.words('The figure is the same.', {}, 4);
}

function figureOn(flow: Flow, difference: SetDifference, index: number): void {
  const column = flow.next();
  column.words(verbatim(figureHead(difference)), { role: 'heading' }, 2);
  column.words(verbatim(difference.title), { role: 'note' }, 10);
  const { sides, comparison } = difference;
  if (sides && comparison && !comparison.isSame) pairOn(column, sides, index);
  if (comparison) comparisonOn(flow, comparison);
}

const usualLetters = 'abcdefghijklmnopqrstuvwxyz ABCDEFGHIJKLMNOPQRSTUVWXYZ 0123456789 .,:;()[]{}/%×…−–-"\'→**bold**';

/** All words of a comparison, so that there are letters for them. */
const wordsOf = ({ heading, around, others, same }: ComparisonSaid): string[] => [
  usualLetters,
  heading,
  ...same,
  ...[writtenTable(around), ...others.flatMap(({ comparison }) => (comparison ? comparisonTables(comparison) : []))]
    .flatMap(({ rows }) => rows)
    .flat(),
  ...others.flatMap((own) => [own.title, figureHead(own)]),
];

/** Pages of a comparison: both states of each figure that differs side by side at one scale, and what differs in tables. */
export async function comparisonPages(
  store: Store,
  said: ComparisonSaid,
): Promise<Outcome<{ pages: Plate[]; faces: Faces }>> {
  const style = await gatherStyle(store, 'plain', wordsOf(said));
  if (!style.ok) return fail(style.problems);
  const { heading, around, others, same } = said;
  const { resolved, faces: own } = style.value;
  const setter: Typesetter = { settings: resolved.settings, kit: own.kit, scale: 1 };
  const flow = new Flow(setter);
  const first = flow.at(0);
  const isSet = others.length !== 1 || around.length > 0 || same.length > 0;
  if (isSet) {
    first.words('What changed', { role: 'heading' }, 2);
    first.words(verbatim(heading), { role: 'note' }, 10);
    const isEmpty = around.length === 0 && others.length === 0;
    if (isEmpty) first.words('Nothing differs.', {}, 6);
    for (const other of others) first.words(verbatim(`${figureHead(other)}: ${other.title}`), {}, 3);
    if (same.length > 0) first.words(verbatim(`The same in both: ${same.join(', ')}`), { role: 'note' }, 6);
    tableOn(flow, writtenTable(around));
  }
  for (const [i, other] of others.entries()) figureOn(flow, other, i);
  const faces = joinedFaces([own, ...others.flatMap(({ sides = [] }) => sides.map(({ drawing }) => drawing.faces))]);
  const pages = flow.pages.map((pen, i): Plate => {
    const page = { x: 0, y: 0, ...sheet };
    const title = i === 0 ? `What changed: ${heading}` : `What changed: ${heading} (${i + 1})`;
    return {
      hexis: 'plate/1',
      id: 'comparison',
      ...sheet,
      title,
      description: title,
      paper: '#ffffff',
      panel: page,
      items: [...pen.ground, ...pen.items],
    };
  });
  return succeed({ pages, faces });
}
