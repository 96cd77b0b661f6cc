import { letterOf } from '../chart/letters.js';
import type { NumbersTable } from '../chart/plan.js';
import { longestSide } from '../document/fields.js';
import { lengthInPoints } from '../document/length.js';
import { error, fail, hasErrors, type Outcome, type Place, type Problem, succeed } from '../document/problem.js';
import { captioned } from '../layout/caption.js';
import { inkProblems } from '../layout/inkProblems.js';
import { moved } from '../layout/moved.js';
import { textAt } from '../layout/place.js';
import { em, setRole, type Typesetter } from '../layout/typesetter.js';
import type { Plate, PlateItem } from '../plate/plate.js';
import { boxAround } from '../plate/plate.js';
import type { BoardFile } from './boardFile.js';
import { type Composition, compose } from './compose.js';
import { type Gathered, type GatherOptions, gather } from './gather.js';
import { Gatherer } from './gatherer.js';
import { madeFrom } from './madeFrom.js';
import { readBoard } from './readDocument.js';
import { joinPath, type Source } from './source.js';

/** A board as one figure: what the writers need, and what was composed. */
export interface BoardComposition {
  gathered: Gathered;
  composition: Composition;
}

/** Whether a file says that it is a board. */
export const isBoard = (text: string): boolean => /^\s*[{]?\s*"?hexis"?\s*:\s*"?board\/1/m.test(text.slice(0, 4000));

/** Side by side and below each other, in points. */
interface Cell {
  x: number;
  y: number;
  width: number;
  height: number;
}

interface Part {
  gathered: Gathered;
  composition: Composition;
}

function cellsOf(board: BoardFile, count: number, head: number): { cells: Cell[]; width: number; height: number } {
  const points = (value: string) => lengthInPoints(value) ?? 0;
  const [width, height] = [points(board.size.width), points(board.size.height)];
  const gap = points(board.gap ?? '6mm');
  const across = Math.min(count, Math.max(1, board.across ?? 2));
  const rows = Math.ceil(count / across);
  const [w, h] = [(width - gap * (across - 1)) / across, (height - gap * (rows - 1)) / rows - head];
  const cells = Array.from({ length: count }, (_, i) => ({
    x: (i % across) * (w + gap),
    y: Math.floor(i / across) * (h + head + gap) + head,
    width: w,
    height: h,
  }));
  return { cells, width, height };
}

/** A figure with the size of its cell in place of its own. */
const sized = (gathered: Gathered, { width, height }: Cell): Gathered => ({
  ...gathered,
  resolved: { ...gathered.resolved, settings: { ...gathered.resolved.settings, width, height } },
});

/** One kit with the faces of all figures. */
function joinedKit(parts: readonly Gathered[]): Pick<Gathered, 'kit' | 'fontBytes'> {
  const first = parts[0] as Gathered;
  const of = <T>(get: (part: Gathered) => T): T => {
    let fault: unknown;
    for (const part of parts) {
      try {
        return get(part);
      } catch (reason) {
        fault = reason;
      }
    }
    throw fault;
  };
  return {
    kit: { ...first.kit, face: (family, variant) => of((part) => part.kit.face(family, variant)) },
    async fontBytes(family, variant) {
      const owner = parts.find((part) => {
        try {
          return part.kit.face(family, variant).family === family;
        } catch {
          return false;
        }
      });
      return (owner ?? first).fontBytes(family, variant);
    },
  };
}

/** How many cases each figure shows. */
function numbersOf(parts: readonly Part[]): NumbersTable {
  const sum = (key: 'read' | 'chosen' | 'used') =>
    parts.reduce((all, { composition }) => all + composition.numbers[key], 0);
  return {
    columns: [
      { key: 'figure', title: 'Figure' },
      { key: 'used', title: 'Used', decimals: 0 },
      { key: 'read', title: 'Read', decimals: 0 },
    ],
    rows: parts.map(({ gathered, composition }) => [gathered.id, composition.numbers.used, composition.numbers.read]),
    cases: 'cases of all figures',
    read: sum('read'),
    chosen: sum('chosen'),
    used: sum('used'),
    leftOut: parts.flatMap(({ gathered, composition }) =>
      composition.numbers.leftOut.map((entry) => ({ ...entry, reason: `${gathered.id}: ${entry.reason}` })),
    ),
  };
}

/** Words of all figures, each after its letter. */
const lettered = (words: readonly string[], letters: boolean): string =>
  words.map((text, i) => (letters ? `${letterOf(i)}: ${text}` : text)).join(' ');

function compositionOf(
  board: BoardFile,
  id: string,
  parts: readonly Part[],
  kit: Gathered['kit'],
  caption: boolean,
  head: number,
  made: ReturnType<typeof madeFrom>,
): Composition {
  const letters = board.letters ?? true;
  const { cells, width, height } = cellsOf(board, parts.length, head);
  const first = parts[0] as Part;
  const settings = { ...first.composition.settings, width, height };
  const sheet: Typesetter = { settings, kit, scale: 1 };
  const color = settings.text.panelTitle.color;
  const items = parts.flatMap(({ composition }, i): PlateItem[] => {
    const cell = cells[i] as Cell;
    const ink = composition.plate.items.map((item) => ({
      ...moved(item, cell.x, cell.y),
      role: `figures[${i}].${item.role}`,
    }));
    if (!letters) return ink;
    const block = setRole(sheet, 'panelTitle', letterOf(i), undefined, { further: 1.2 });
    return [
      ...ink,
      textAt(block, cell.x + settings.space.page * em(sheet), cell.y - head, {
        role: `figures[${i}].letter`,
        from: 'letters',
        color,
      }),
    ];
  });
  const { title, number, note = 'auto' } = board.caption ?? {};
  const notes = lettered(
    parts.map(({ composition }) => composition.note.join(' ')),
    letters,
  );
  const words = { number, title, note: note === 'auto' ? notes : note, noteFrom: 'caption.note' };
  const panel = boxAround(cells) ?? { x: 0, y: 0, width, height };
  const page = caption ? captioned(sheet, words, items, panel) : { items, panel, height };
  const plate: Plate = {
    hexis: 'plate/1',
    id,
    width,
    height: page.height,
    title: kit
      .spans(title ?? id)
      .map(({ text }) => text)
      .join(''),
    description:
      board.altText ??
      lettered(
        parts.map(({ composition }) => composition.plate.description),
        letters,
      ),
    ...(settings.export.author === undefined ? {} : { author: settings.export.author }),
    madeFrom: made,
    paper: settings.paper,
    panel: page.panel,
    items: page.items,
  };
  return { plate, numbers: numbersOf(parts), note: [notes], settings, origin: first.composition.origin };
}

/** Sides that are longer than a page can be. */
function sideProblems({ size }: BoardFile, locate: (key: string) => Place): Problem[] {
  return (['width', 'height'] as const).flatMap((key) => {
    if ((lengthInPoints(size[key]) ?? 0) <= longestSide) return [];
    const facts = { path: `size.${key}`, found: size[key], least: 0, most: longestSide };
    return [error('length-beyond', facts, locate(key))];
  });
}

/** Reads a board file with all its figures, and composes them into one plate, each with its letter. */
export async function composeBoard(
  source: Source,
  path: string,
  options: GatherOptions & { caption?: boolean | undefined } = {},
): Promise<Outcome<BoardComposition>> {
  const gatherer = new Gatherer(source, options);
  const text = await gatherer.text(path, 'a board file');
  const reading = text === undefined ? undefined : gatherer.keep(readBoard(text, path));
  if (!reading) return fail(gatherer.problems);
  const board = reading.value;
  const problems: Problem[] = [...gatherer.problems];
  const sides = sideProblems(board, (key) => reading.source.locate(['size', key]));
  if (sides.length > 0) return fail(sides);
  if (board.figures.length === 0) return fail([error('board-empty', {}, reading.source.locate(['figures']))]);
  const style =
    options.style ??
    (board.style === undefined ? undefined : /[./\\]/.test(board.style) ? source.join(path, board.style) : board.style);
  const gathered: Gathered[] = [];
  for (const figure of board.figures) {
    const found = await gather(source, source.join(path, figure), { ...options, style, caption: options.caption });
    problems.push(...found.problems);
    if (found.ok) gathered.push(found.value);
  }
  if (gathered.length < board.figures.length || hasErrors(problems)) return fail(problems);
  const { kit, fontBytes } = joinedKit(gathered);
  const first = gathered[0] as Gathered;
  const sheet: Typesetter = { settings: first.resolved.settings, kit, scale: 1 };
  const head = (board.letters ?? true) ? setRole(sheet, 'panelTitle', 'A', undefined, { further: 1.2 }).height : 0;
  const { cells } = cellsOf(board, gathered.length, head);
  const smallest = cells[0] as Cell;
  if (!(smallest.width > 20 && smallest.height > 20)) {
    return fail([...problems, error('board-small', { count: cells.length }, reading.source.locate(['size']))]);
  }
  const parts: Part[] = [];
  for (const [i, one] of gathered.entries()) {
    const composed = compose(sized(one, cells[i] as Cell));
    problems.push(...composed.problems);
    if (composed.ok) parts.push({ gathered: one, composition: composed.value });
  }
  if (parts.length < gathered.length) return fail(problems);
  const id = board.id ?? (joinPath('', path).split(/[/\\]/).at(-1) as string).replace(/(\.board)?\.(ya?ml|json)$/i, '');
  const composition = compositionOf(
    board,
    id,
    parts,
    kit,
    options.caption ?? false,
    head,
    madeFrom(path, text as string),
  );
  const place = reading.source.locate(['size']);
  problems.push(...inkProblems(composition.plate.items, composition.plate).map((problem) => ({ ...problem, place })));
  return succeed({ gathered: { ...first, id, kit, fontBytes }, composition }, problems);
}
