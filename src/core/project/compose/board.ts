import { entryAt, lastOf } from '../../at.js';
import { letterOf } from '../../chart/frame/letters.js';
import type { NumbersTable } from '../../chart/plan.js';
import { movedPanel } from '../../layout/axes/movedPanel.js';
import { mirrored, mirroredBox } from '../../layout/ink/mirrored.js';
import { moved } from '../../layout/ink/moved.js';
import { captioned } from '../../layout/page/caption.js';
import { inkProblems } from '../../layout/page/inkProblems.js';
import { textAt } from '../../layout/words/textAt.js';
import { em, setRole, type Typesetter } from '../../layout/words/typesetter.js';
import type { Plate, PlateItem } from '../../plate/plate.js';
import { boxAround } from '../../plate/plate.js';
import { roleOf } from '../../plate/role.js';
import {
  error,
  fail,
  hasErrors,
  type Outcome,
  type Place,
  type Problem,
  succeed,
  warning,
} from '../../problem/problem.js';
import { longestSide } from '../../schema/fields.js';
import { lengthInPoints } from '../../schema/length.js';
import { lesserPart } from '../../style/carriage.js';
import { atOwnSize } from '../../style/resolve.js';
import type { Settings } from '../../style/settings.js';
import { joinedFaces } from '../../type/faces.js';
import { inARow } from '../../words/inARow.js';
import type { Words } from '../../words/words.js';
import type { DrawingOrigin } from '../carry/origin.js';
import type { BoardContents } from '../files/boardFile.js';
import { type GatherOptions, gather } from '../read/gather.js';
import { Gatherer } from '../read/gatherer.js';
import { madeFrom } from '../read/madeFrom.js';
import { inAllLanguages, type SpokenBoard, spokenIn } from '../read/spokenWords.js';
import type { Store } from '../read/store.js';
import { layFigure } from './compose.js';
import type { Drawing } from './drawing.js';
import { type Ready, ready } from './ready.js';

/** Side by side and below each other, in points. */
interface Slot {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** What a board is made with, beside its figures. */
interface BoardContext {
  board: SpokenBoard;
  id: string;
  made: ReturnType<typeof madeFrom>;
  /** Height of the letters above the figures. */
  head: number;
  caption: boolean;
  /** The number of the board in a document, in place of its own. */
  number: string | undefined;
  /** Its file, for files that carry it. */
  origin: NonNullable<DrawingOrigin['board']>;
}

function slotsOf(board: BoardContents, count: number, head: number): { slots: Slot[]; width: number; height: number } {
  const points = (value: string) => lengthInPoints(value) ?? 0;
  const [width, height] = [points(board.size.width), points(board.size.height)];
  const gap = points(board.gap ?? '6mm');
  const across = Math.min(count, Math.max(1, board.across ?? 2));
  const rows = Math.ceil(count / across);
  const [w, h] = [(width - gap * (across - 1)) / across, (height - gap * (rows - 1)) / rows - head];
  const slots = Array.from({ length: count }, (_, i) => ({
    x: (i % across) * (w + gap),
    y: Math.floor(i / across) * (h + head + gap) + head,
    width: w,
    height: h,
  }));
  return { slots, width, height };
}

/** A figure with other settings. */
const withSettings = ({ gathered, planned }: Ready, settings: Settings): Ready => ({
  gathered: { ...gathered, resolved: { ...gathered.resolved, settings } },
  planned,
});

/** A figure with the size of its slot in place of its own. */
const sized = (figure: Ready, { width, height }: Slot): Ready =>
  withSettings(figure, { ...figure.gathered.resolved.settings, width, height });

/** So many marks of a figure are drawn faster than they are worth keeping. */
const mostKept = 2000;

/** Reads and plans a figure of a board, again only once one of its files is another. */
async function readyFigure(store: Store, path: string, options: GatherOptions): Promise<Outcome<Ready>> {
  const make = async () => {
    const one = await ready(store, (finer) => gather(store, path, { ...options, finer }), options);
    return one.ok ? { ...one, value: withSettings(one.value, atOwnSize(one.value.gathered.resolved.settings)) } : one;
  };
  const { shared, trace, ...told } = options;
  if (shared || trace) return make();
  const isSmall = (one: Outcome<Ready>) => one.ok && one.value.gathered.table.rowCount <= mostKept;
  return store.made(JSON.stringify(['figure of a board', path, told]), make, isSmall);
}

/** Figures as they were last laid out, each in the size of its slot. */
const laid = new WeakMap<Ready, { slot: Slot; composed: Outcome<Drawing> }>();

/** A figure in its slot; where neither is another, the ink that was laid out before. */
function partOf(figure: Ready, slot: Slot, trace: boolean | undefined): Outcome<Drawing> {
  const known = laid.get(figure);
  if (known && !trace && known.slot.width === slot.width && known.slot.height === slot.height) return known.composed;
  const { gathered, planned } = sized(figure, slot);
  const composed = layFigure(gathered, planned, { trace });
  if (!trace) laid.set(figure, { slot, composed });
  return composed;
}

/** How many cases each figure shows. */
function numbersOf(parts: readonly Drawing[], words: Words): NumbersTable {
  const sum = (key: 'read' | 'chosen' | 'used') => parts.reduce((all, { numbers }) => all + numbers[key], 0);
  return {
    columns: [
      { key: 'figure', title: words.say('head-figure') },
      { key: 'used', title: words.say('head-used'), decimals: 0 },
      { key: 'read', title: words.say('head-read'), decimals: 0 },
    ],
    rows: parts.map(({ about, numbers }) => [about.id, numbers.used, numbers.read]),
    cases: words.say('cases-ofAll'),
    read: sum('read'),
    chosen: sum('chosen'),
    used: sum('used'),
    leftOut: parts.flatMap(({ about, numbers }) =>
      numbers.leftOut.map((entry) => ({ ...entry, reason: `${about.id}: ${entry.reason}` })),
    ),
  };
}

/** Words of all figures, each after its letter. */
const lettered = (words: readonly string[], letters: boolean): string =>
  inARow(words.map((text, i) => (letters ? `${letterOf(i)}: ${text}` : text)));

/** What sets the letters and the caption of a board, in the look of its first figure. */
const typesetterOf = ({ settings, faces }: Pick<Drawing, 'settings' | 'faces'>): Typesetter => ({
  settings,
  kit: faces.kit,
  scale: 1,
});

/** Whether a board is laid out from the right, as its first figure is. */
const isFromRight = ([first]: readonly Drawing[]): boolean => first?.parts[0]?.isFromRight ?? false;

/** The ink of all figures in their slots, each with its letter. */
function inkOf(
  parts: readonly Drawing[],
  slots: readonly Slot[],
  setter: Typesetter,
  { board, head }: BoardContext,
): PlateItem[] {
  const { settings } = setter;
  const { color } = settings.text.panelTitle;
  return parts.flatMap(({ plate }, i): PlateItem[] => {
    const slot = entryAt(slots, i);
    const ink = plate.items.map((item) => ({ ...moved(item, slot.x, slot.y), role: `figures[${i}].${item.role}` }));
    if (!(board.letters ?? true)) return ink;
    const block = setRole(setter, 'panelTitle', letterOf(i), undefined, { further: 1.2 });
    const label = { role: `figures[${i}].letter`, kind: 'panelTitle', from: 'letters', color } as const;
    const letter = textAt(block, [slot.x + settings.space.page * em(setter), slot.y - head], label);
    return [...ink, isFromRight(parts) ? mirrored(letter, 2 * slot.x + slot.width) : letter];
  });
}

/** The author of a board: that of all its figures, where they have one. */
function authorOf(parts: readonly Drawing[]): string | undefined {
  const authors = new Set(parts.map(({ about }) => about.author));
  return authors.size === 1 ? [...authors][0] : undefined;
}

/** All figures on one plate, with the caption of the board. */
function drawingOf(parts: readonly Drawing[], context: BoardContext): Drawing {
  const { board, id, made, head, caption, number: given, origin } = context;
  const first = entryAt(parts, 0);
  const letters = board.letters ?? true;
  const { slots: fromLeft, width, height } = slotsOf(board, parts.length, head);
  const isTurned = isFromRight(parts);
  const slots = isTurned ? fromLeft.map((slot) => mirroredBox(slot, width)) : fromLeft;
  const faces = joinedFaces(parts.map((part) => part.faces));
  const settings = { ...first.settings, width, height };
  const setter = typesetterOf({ settings, faces });
  const items = inkOf(parts, slots, setter, context);
  const { title, number, note = 'auto' } = board.caption ?? {};
  const notes = lettered(
    parts.map((part) => inARow(part.note)),
    letters,
  );
  const words = { number: given ?? number, title, note: note === 'auto' ? notes : note, noteFrom: 'caption.note' };
  const panel = boxAround(slots) ?? { x: 0, y: 0, width, height };
  const page = caption ? captioned(setter, words, items, panel) : { items, panel, height, down: 0 };
  const shown = isTurned
    ? page.items.map((item) => (roleOf(item).of === 'caption' ? mirrored(item, width) : item))
    : page.items;
  const author = authorOf(parts);
  const descriptions = parts.map(({ plate }) => plate.description);
  const plate: Plate = {
    hexis: 'plate/1',
    id,
    width,
    height: page.height,
    title: faces.kit
      .spans(title ?? id)
      .map(({ text }) => text)
      .join(''),
    description: board.altText ?? lettered(descriptions, letters),
    ...(author === undefined ? {} : { author }),
    ...(settings.language === 'en' ? {} : { language: settings.language }),
    madeFrom: made,
    paper: settings.paper,
    panel: page.panel,
    items: shown,
  };
  return {
    plate,
    faces,
    about: {
      id,
      style: first.about.style,
      ...(number === undefined ? {} : { number }),
      ...(author === undefined ? {} : { author }),
    },
    numbers: numbersOf(parts, first.words),
    note: [notes],
    words: first.words,
    caption: words,
    settings: { ...settings, export: { ...settings.export, carries: leastCarried(parts) } },
    origin: { board: origin, figures: parts.flatMap((part) => part.origin?.figures ?? []), caption },
    parts: parts.flatMap((part, i) => {
      const { x, y } = entryAt(slots, i);
      return part.parts.map((own) => ({
        ...own,
        prefix: `figures[${i}].${own.prefix}`,
        boardWaives: board.waive,
        panels: own.panels.map((place) => movedPanel(place, x, y + page.down)),
      }));
    }),
  };
}

/** A board carries no more than the one of its figures that lets it carry least. */
const leastCarried = (parts: readonly Drawing[]): Settings['export']['carries'] =>
  parts.map(({ settings }) => settings.export.carries).reduce(lesserPart);

/** Sides that are longer than a page can be. */
function sideProblems({ size }: BoardContents, locate: (key: string) => Place): Problem[] {
  return (['width', 'height'] as const).flatMap((key) => {
    if ((lengthInPoints(size[key]) ?? 0) <= longestSide) return [];
    const facts = { path: `size.${key}`, found: size[key], least: 0, most: longestSide };
    return [error('length-beyond', facts, locate(key))];
  });
}

/** The id of a board: its own, or the name of its file. */
const idOf = (board: BoardContents, path: string): string =>
  board.id ?? lastOf(path.split(/[/\\]/)).replace(/(\.board)?\.(ya?ml|json)$/i, '');

/** The style of all figures of a board, from the folder of its file. */
function styleOf(
  { style }: BoardContents,
  path: string,
  gatherer: Gatherer,
  given: string | undefined,
): string | undefined {
  if (given !== undefined || style === undefined) return given;
  return /[./\\]/.test(style) ? gatherer.join(path, style) : style;
}

/** Reads a board file with all its figures, and composes them into one plate, each with its letter. */
export async function composeBoard(store: Store, path: string, options: GatherOptions = {}): Promise<Outcome<Drawing>> {
  const gatherer = new Gatherer(store);
  const found = await gatherer.document('board', path);
  if (!found) return fail(gatherer.problems);
  const { reading, text } = found;
  const board = reading.value;
  const { problems } = gatherer;
  const sides = sideProblems(board, (key) => reading.source.locate(['size', key]));
  if (sides.length > 0) return fail(sides);
  if (board.figures.length === 0) return fail([error('board-empty', {}, reading.source.locate(['figures']))]);
  const style = styleOf(board, path, gatherer, options.style);
  const language = options.language ?? board.language;
  const figures: Ready[] = [];
  const { title = '', note = '' } = board.caption ?? {};
  const alongside = options.caption ? [title, note].flatMap(inAllLanguages) : [];
  for (const figure of board.figures) {
    const styled = { ...options, style, language, alongside, number: undefined };
    const one = await readyFigure(store, gatherer.join(path, figure), styled);
    problems.push(...one.problems);
    if (one.ok) figures.push(one.value);
  }
  if (figures.length < board.figures.length || hasErrors(problems)) return fail(problems);
  const { gathered: first } = entryAt(figures, 0);
  const setter = typesetterOf({ settings: first.resolved.settings, faces: first.faces });
  const head = (board.letters ?? true) ? setRole(setter, 'panelTitle', 'A', undefined, { further: 1.2 }).height : 0;
  const { slots } = slotsOf(board, figures.length, head);
  const smallest = entryAt(slots, 0);
  if (!(smallest.width > 20 && smallest.height > 20)) {
    return fail([...problems, error('board-small', { count: slots.length }, reading.source.locate(['size']))]);
  }
  const parts = figures.flatMap((one, i): Drawing[] => {
    const composed = partOf(one, entryAt(slots, i), options.trace);
    problems.push(...composed.problems);
    return composed.ok ? [composed.value] : [];
  });
  if (parts.length < figures.length) return fail(problems);
  const languages = [...new Set(parts.map(({ settings }) => settings.language))];
  if (languages.length > 1)
    problems.push(warning('languages-mixed', { languages }, reading.source.locate(['figures'])));
  const made = madeFrom(path, text);
  const { caption, number } = options;
  const { code } = first.words.language;
  const { file: spoken, lacking } = spokenIn(board, code);
  const placeOf = (setting: string) => reading.source.locate(setting.split('.'));
  problems.push(...lacking.map((one) => warning('words-lacking', { ...one, language: code }, placeOf(one.path))));
  const taken = { style: options.style, language: options.language, number };
  const origin = { file: { kind: 'board', path, source: reading.source } as const, taken };
  const context = { board: spoken, id: idOf(board, path), made, head, caption: caption === true, number, origin };
  const drawing = drawingOf(parts, context);
  const place = reading.source.locate(['size']);
  problems.push(...inkProblems(drawing.plate.items, drawing.plate).map((problem) => ({ ...problem, place })));
  return succeed(drawing, problems);
}
