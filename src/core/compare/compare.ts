import type { Finding } from '../check/finding.js';
import { axisSettingWords, plainSettingWords, settingWords } from '../choose/settingWords.js';
import type { Variable } from '../data/codebook.js';
import type { Box } from '../plate/plate.js';
import type { Drawing } from '../project/compose/drawing.js';
import type { Part } from '../project/compose/part.js';
import { isGroup } from '../schema/settingTree.js';
import { joinedLook } from '../style/resolve.js';
import { compareNumbers, type NumberDifference, type NumbersCompared } from './numbers.js';

/** One of two states of a figure. */
export interface Side {
  /** The figure as it was drawn. */
  drawing: Drawing;
  /** What the check finds in it. */
  findings: readonly Finding[];
  /** What the file of a board says of itself, beside its figures. */
  contents?: unknown;
}

/** Something that an author writes and that differs. */
export interface Difference {
  /** In which file it stands: that of the figure, its codebook, a style below it, or the board or report around it. */
  in: 'figure' | 'codebook' | 'style' | 'board' | 'report';
  /** The letter of the figure on its board. */
  letter?: string;
  /** Where, such as `legend.place` or `variables.yield.label`. */
  path: string;
  /** What it is called. */
  words: string;
  /** What it was; left out: it was not there. */
  before?: unknown;
  /** What it is; left out: it is not there. */
  after?: unknown;
}

/** A count of cases that differs. */
export interface CountDifference {
  /** Which cases are counted. */
  what: 'read' | 'chosen' | 'used';
  /** How many they were. */
  before: number;
  /** How many they are. */
  after: number;
}

/** What differs between two states of a figure. */
export interface Comparison {
  /** What is written otherwise, each setting once. */
  written: Difference[];
  /** Counts of cases that are others. */
  counts: CountDifference[];
  /** Numbers behind the figure that are others. */
  numbers: NumberDifference[];
  /** Rows of numbers that are in one of them alone, by their names. */
  rows: { came: string[]; went: string[] };
  /** Findings of one of them alone. */
  findings: { came: Finding[]; went: Finding[] };
  /** How many pieces of ink are in one of them alone, or stand elsewhere. */
  ink: { came: number; went: number; moved: number };
  /** Whether nothing differs, ink included. */
  isSame: boolean;
  /** That nothing but what is written was compared, since one state has no rows to be drawn of. Left out: all was. */
  only?: 'written';
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
export function differences(before: unknown, after: unknown): { path: string; before?: unknown; after?: unknown }[] {
  const [old, now] = [leavesOf(before), leavesOf(after)];
  return [...new Set([...old.keys(), ...now.keys()])].flatMap((path) => {
    const [was, is] = [old.get(path), now.get(path)];
    if (isSame(was, is)) return [];
    return [{ path, ...(was === undefined ? {} : { before: was }), ...(is === undefined ? {} : { after: is }) }];
  });
}

const axisNames: Readonly<Record<string, string>> = { x: 'horizontal', y: 'vertical', z: 'upright', all: 'every' };

/** What a setting of a figure file or a style is called. */
export function wordsOf(path: string): string {
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

/** The styles below a figure, from the bottom up. */
const stylesOf = ({ layers }: Part) => layers.filter(({ name }) => name !== 'the figure file');

/** By what a style is known again: its file, or the name of a built-in one. */
const styleKey = ({ name, locate }: Part['layers'][number]): string =>
  locate ? (locate([]).file.split(/[/\\]/).at(-1) ?? name) : name;

/** What the styles below the two figures say otherwise. Where others stand there, that is said, and what follows is not. */
function styleDifferences(old: Part, now: Part): Difference[] {
  const [before, after] = [stylesOf(old), stylesOf(now)];
  if (isSame(before.map(styleKey), after.map(styleKey)))
    return differences(joinedLook(before), joinedLook(after)).map(
      (own): Difference => ({ ...own, in: 'style', words: wordsOf(own.path) }),
    );
  // The figure file says which.
  if (!isSame(old.figure.style, now.figure.style)) return [];
  const nameOf = (layers: Part['layers']) => layers.at(-1)?.name.replace(/^style /, '');
  return [{ in: 'style', path: 'style', words: 'style', before: nameOf(before), after: nameOf(after) }];
}

/** What differs in what is written of a figure. @param letter that of the figure on its board */
function writtenOf(old: Part, now: Part, letter: string | undefined): Difference[] {
  const all: Difference[] = [
    // What a figure file says of its variables is said as of a codebook.
    ...differences(old.figure, now.figure).flatMap((own): Difference[] =>
      own.path.startsWith('codebook.') ? [] : [{ ...own, in: 'figure', words: wordsOf(own.path) }],
    ),
    ...codebookDifferences(old, now),
    ...styleDifferences(old, now),
  ];
  return letter === undefined ? all : all.map((own) => ({ ...own, letter }));
}

const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
/** The letter of a figure on its board. */
export const letterAt = (i: number): string => letters[i] ?? String(i + 1);

const isBoard = ({ parts }: Drawing): boolean => parts.some(({ prefix }) => prefix !== '');

/** What the file around figures says of itself and differs: a board, a report. Which figures stand in it is said of them. */
export function differencesAround(place: 'board' | 'report', old: unknown, now: unknown): Difference[] {
  const own = (value: unknown) => (isGroup(value) ? { ...value, figures: undefined } : {});
  return differences(own(old), own(now)).map((one): Difference => ({ ...one, in: place, words: wordsOf(one.path) }));
}

function written(old: Side, now: Side): Difference[] {
  const [before, after] = [old.drawing.parts, now.drawing.parts];
  const isOfBoard = isBoard(old.drawing) || isBoard(now.drawing);
  return [
    ...(isOfBoard ? differencesAround('board', old.contents, now.contents) : []),
    ...after.flatMap((part, i) => {
      const was = before[i];
      return was ? writtenOf(was, part, isOfBoard ? letterAt(i) : undefined) : [];
    }),
  ];
}

/** The numbers of all figures of a board, each under its letter; those of a figure that came or went are not told apart. */
function numbersOf(old: Drawing, now: Drawing): NumbersCompared {
  if (!isBoard(old) && !isBoard(now)) return compareNumbers(old.numbers, now.numbers);
  const found: NumbersCompared = { numbers: [], came: [], went: [] };
  for (const [i, part] of now.parts.entries()) {
    const was = old.parts[i];
    if (!was) continue;
    const letter = letterAt(i);
    const own = compareNumbers(was.numbers, part.numbers);
    found.numbers.push(
      ...own.numbers.map((one) => ({ ...one, table: one.table === undefined ? letter : `${letter}, ${one.table}` })),
    );
    found.came.push(...own.came.map((name) => `${letter}, ${name}`));
    found.went.push(...own.went.map((name) => `${letter}, ${name}`));
  }
  return found;
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

/** Pieces of ink that differ: where those stand that are in one state alone, and those that stand elsewhere. */
export interface InkBoxes {
  /** Of the later state alone. */
  came: Box[];
  /** Of the earlier state alone. */
  went: Box[];
  /** Each where it stood, and where it stands. */
  moved: [Box, Box][];
}

/** Which pieces of ink differ between two states. */
export function inkBoxes({ plate: old }: Drawing, { plate: now }: Drawing): InkBoxes {
  const before = new Map(old.items.map((item) => [item.role, item.box]));
  const found: InkBoxes = { came: [], went: [], moved: [] };
  for (const { role, box } of now.items) {
    const was = before.get(role);
    before.delete(role);
    if (!was) found.came.push(box);
    else if ((['x', 'y', 'width', 'height'] as const).some((key) => Math.abs(was[key] - box[key]) > still))
      found.moved.push([was, box]);
  }
  found.went.push(...before.values());
  return found;
}

function inkDifferences(old: Drawing, now: Drawing): Comparison['ink'] {
  const { came, went, moved } = inkBoxes(old, now);
  return { came: came.length, went: went.length, moved: moved.length };
}

/** What differs between two states of a figure: what is written, the counts and numbers behind it, findings and ink. */
export function compareFigures(old: Side, now: Side): Comparison {
  const { numbers, came, went } = numbersOf(old.drawing, now.drawing);
  const counts = (['read', 'chosen', 'used'] as const).flatMap((what): CountDifference[] => {
    const [was, is] = [old.drawing.numbers[what], now.drawing.numbers[what]];
    return was === is ? [] : [{ what, before: was, after: is }];
  });
  const all = {
    written: written(old, now),
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
