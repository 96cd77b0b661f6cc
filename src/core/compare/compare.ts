import type { NumbersTable } from '../chart/plan.js';
import type { Finding } from '../check/finding.js';
import { axisSettingWords, plainSettingWords, settingWords } from '../choose/settingWords.js';
import type { Variable } from '../data/codebook.js';
import type { Drawing } from '../project/compose/drawing.js';
import type { Part } from '../project/compose/part.js';
import { isGroup } from '../schema/settingTree.js';
import { joinedLook } from '../style/resolve.js';

/** One of two states of a figure. */
export interface Side {
  drawing: Drawing;
  findings: readonly Finding[];
}

/** Something that an author writes and that differs. */
export interface Difference {
  /** In which file it stands: that of the figure, its codebook, or a style below it. */
  in: 'figure' | 'codebook' | 'style';
  /** Where, such as `legend.place` or `variables.yield.label`. */
  path: string;
  /** What it is called. */
  words: string;
  /** Left out: it is not there. */
  before?: unknown;
  after?: unknown;
}

/** A number behind the figure that differs. */
export interface NumberDifference {
  /** The names of its row. */
  row: string;
  column: string;
  before?: number;
  after?: number;
  /** Left out where one of them is not there. */
  difference?: number;
  decimals: number;
}

/** A count of cases that differs. */
export interface CountDifference {
  what: 'read' | 'chosen' | 'used';
  before: number;
  after: number;
}

/** What differs between two states of a figure. */
export interface Comparison {
  written: Difference[];
  counts: CountDifference[];
  numbers: NumberDifference[];
  /** Rows of numbers that are in one of them alone, by their names. */
  rows: { came: string[]; went: string[] };
  findings: { came: Finding[]; went: Finding[] };
  /** How many pieces of ink are in one of them alone, or stand elsewhere. */
  ink: { came: number; went: number; moved: number };
  /** Whether nothing differs, ink included. */
  isSame: boolean;
}

/** The single values of settings, by their paths; a list of plain values is one. */
function leavesOf(value: unknown, path = '', found = new Map<string, unknown>()): Map<string, unknown> {
  const isListOfGroups = Array.isArray(value) && value.some(isGroup);
  if (isGroup(value) || isListOfGroups)
    for (const [key, own] of Object.entries(value as object))
      leavesOf(own, path === '' ? key : `${path}.${key}`, found);
  else if (value !== undefined) found.set(path, value);
  return found;
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What differs between two groups of settings, each once. */
function differences(before: unknown, after: unknown): { path: string; before?: unknown; after?: unknown }[] {
  const [old, now] = [leavesOf(before), leavesOf(after)];
  return [...new Set([...old.keys(), ...now.keys()])].flatMap((path) => {
    const [was, is] = [old.get(path), now.get(path)];
    if (isSame(was, is)) return [];
    return [{ path, ...(was === undefined ? {} : { before: was }), ...(is === undefined ? {} : { after: is }) }];
  });
}

const axisNames: Readonly<Record<string, string>> = { x: 'horizontal', y: 'vertical', z: 'upright', all: 'every' };

/** What a setting of a figure file or a style is called. */
function wordsOf(path: string): string {
  const [first = '', second = '', ...rest] = path.split('.');
  if (second === '') return first;
  if (first === 'chart') return plainSettingWords([second, ...rest]);
  if (first !== 'axes' || rest.length === 0) return settingWords(path);
  const axis = axisNames[second] ?? second;
  return `${axisSettingWords(rest)} of ${axis === 'every' ? axis : `the ${axis}`} axis`;
}

/** What a codebook says of a variable, as an author writes it. */
function saidOf({ label, unit, measure, categories, missing, decimals, range, bands, formula }: Variable): object {
  return {
    label,
    unit,
    measure,
    values: categories.map(({ code, name }) => (code === name ? code : `${code}: ${name}`)),
    missing: [...missing],
    decimals,
    range,
    bands,
    formula,
  };
}

/** The variables that a figure speaks of. */
function variablesIn({ figure, codebook }: Part): string[] {
  const known = new Set(codebook.variables);
  return [...leavesOf(figure.chart).values()]
    .flat()
    .filter((text): text is string => typeof text === 'string' && known.has(text));
}

function codebookDifferences(old: Part, now: Part): Difference[] {
  const names = [...new Set([...variablesIn(old), ...variablesIn(now)])];
  return names.flatMap((name) =>
    differences(saidOf(old.codebook.variable(name)), saidOf(now.codebook.variable(name))).map(
      (own): Difference => ({
        ...own,
        in: 'codebook',
        path: `variables.${name}.${own.path}`,
        words: `${own.path} of ${name}`,
      }),
    ),
  );
}

/** What the styles below the two figures say otherwise. Where the figures name others, that is said, and what follows is not. */
function styleDifferences(old: Part, now: Part): Difference[] {
  if (!isSame(old.figure.style, now.figure.style)) return [];
  const below = ({ layers }: Part) => joinedLook(layers.filter(({ name }) => name !== 'the figure file'));
  return differences(below(old), below(now)).map(
    (own): Difference => ({ ...own, in: 'style', words: wordsOf(own.path) }),
  );
}

function written(old: Part, now: Part): Difference[] {
  return [
    // What a figure file says of its variables is said as of a codebook.
    ...differences(old.figure, now.figure).flatMap((own): Difference[] =>
      own.path.startsWith('codebook.') ? [] : [{ ...own, in: 'figure', words: wordsOf(own.path) }],
    ),
    ...codebookDifferences(old, now),
    ...styleDifferences(old, now),
  ];
}

type Rows = Pick<NumbersTable, 'columns' | 'rows'>;

/** Rows by their names; rows of the same names are told apart by their place among these. */
function namedRows({ columns, rows }: Rows): Map<string, readonly (string | number | undefined)[]> {
  const found = new Map<string, readonly (string | number | undefined)[]>();
  const names = columns.flatMap(({ decimals }, i) => (decimals === undefined ? [i] : []));
  for (const row of rows) {
    const name = names.flatMap((i) => (row[i] === undefined ? [] : [String(row[i])])).join(', ');
    let own = name;
    for (let n = 2; found.has(own); n += 1) own = `${name} (${n})`;
    found.set(own, row);
  }
  return found;
}

/** A number of a row that differs from that of the other; undefined where neither is one, or both are the same. */
function numberDifference(
  where: Pick<NumberDifference, 'row' | 'column' | 'decimals'>,
  ...[before, after]: readonly (string | number | undefined)[]
): NumberDifference | undefined {
  const [was, is] = [before, after].map((one) => (typeof one === 'number' ? one : undefined));
  if (was === is) return undefined;
  return {
    ...where,
    ...(was === undefined ? {} : { before: was }),
    ...(is === undefined ? {} : { after: is }),
    ...(was === undefined || is === undefined ? {} : { difference: is - was }),
  };
}

function numberDifferences(old: Rows, now: Rows): { numbers: NumberDifference[]; came: string[]; went: string[] } {
  const [before, after] = [namedRows(old), namedRows(now)];
  const columns = now.columns.flatMap(({ key, title, decimals }, i) => {
    const there = old.columns.findIndex((column) => column.key === key);
    return decimals === undefined || there < 0 ? [] : [{ title, decimals, i, there }];
  });
  const numbers = [...after].flatMap(([row, values]) => {
    const was = before.get(row);
    if (!was) return [];
    return columns.flatMap(
      ({ title, decimals, i, there }) =>
        numberDifference({ row, column: title, decimals }, was[there], values[i]) ?? [],
    );
  });
  const missingIn = (all: ReadonlyMap<string, unknown>, from: ReadonlyMap<string, unknown>) =>
    [...from.keys()].filter((name) => !all.has(name));
  return { numbers, came: missingIn(before, after), went: missingIn(after, before) };
}

/** Findings are the same where they say the same of the same ink. */
const findingKey = ({ rule, role, setting, found }: Finding): string => JSON.stringify([rule, role, setting, found]);

function findingDifferences(old: readonly Finding[], now: readonly Finding[]): Comparison['findings'] {
  const [before, after] = [old, now].map((all) => new Set(all.map(findingKey)));
  return {
    came: now.filter((own) => !before?.has(findingKey(own))),
    went: old.filter((own) => !after?.has(findingKey(own))),
  };
}

/** Ink that stands no farther away than this is where it was, in points. */
const still = 0.01;

function inkDifferences({ plate: old }: Drawing, { plate: now }: Drawing): Comparison['ink'] {
  const before = new Map(old.items.map((item) => [item.role, item.box]));
  let [came, moved] = [0, 0];
  for (const { role, box } of now.items) {
    const was = before.get(role);
    before.delete(role);
    if (!was) came += 1;
    else if ((['x', 'y', 'width', 'height'] as const).some((key) => Math.abs(was[key] - box[key]) > still)) moved += 1;
  }
  return { came, went: before.size, moved };
}

/** What differs between two states of a figure: what is written, the counts and numbers behind it, findings and ink. */
export function compareFigures(old: Side, now: Side): Comparison {
  const [before] = old.drawing.parts;
  const [after] = now.drawing.parts;
  const { numbers, came, went } = numberDifferences(old.drawing.numbers, now.drawing.numbers);
  const counts = (['read', 'chosen', 'used'] as const).flatMap((what): CountDifference[] => {
    const [was, is] = [old.drawing.numbers[what], now.drawing.numbers[what]];
    return was === is ? [] : [{ what, before: was, after: is }];
  });
  const all = {
    written: before && after ? written(before, after) : [],
    counts,
    numbers,
    rows: { came, went },
    findings: findingDifferences(old.findings, now.findings),
    ink: inkDifferences(old.drawing, now.drawing),
  };
  const plain = (side: Side) => JSON.stringify(side.drawing.plate.items);
  const isEmpty = [all.written, counts, numbers, came, went, all.findings.came, all.findings.went].every(
    (list) => list.length === 0,
  );
  return { ...all, isSame: isEmpty && plain(old) === plain(now) };
}
