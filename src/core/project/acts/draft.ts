import { entryAt, heldBy } from '../../at.js';
import { mostAnswers } from '../../chart/answers/answersSettings.js';
import { type Accepts, type DraftKey, draftKeys, type Roles } from '../../chart/frame/roles.js';
import type { ChartKind } from '../../chart/kind.js';
import { type AnyKind, chartKinds } from '../../chart/kinds.js';
import type { NumberNotation } from '../../data/numberText.js';
import type { ColumnProfile } from '../../data/profile.js';
import type { TotalsRow } from '../../data/table.js';
import { nearest } from '../../problem/nearest.js';
import { error, fail, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import { kindMeant } from '../../schema/otherWords.js';
import { type DraftChart, type DraftSettings, firstFigure, severalOf, sharedAnswers } from './firstFigure.js';

/** The columns that an author names for a first figure, and its kind. */
export type DraftWish = { [K in DraftKey | 'kind' | 'values']?: string | undefined };

/** What a first figure can be told of a kind: its roles that an option fills. */
interface Fit {
  kind: string;
  wide?: ChartKind<object>['wide'];
  sideBySide?: ChartKind<object>['sideBySide'];
  roles: { setting: string; accepts: Accepts; keys: readonly DraftKey[]; isNeeded: boolean }[];
}

/** Kinds in the order in which a first figure is sought. */
const fits: readonly Fit[] = (chartKinds as readonly unknown[] as readonly AnyKind[])
  .map(({ name, roles, wide, sideBySide }) => ({
    kind: name,
    ...(wide ? { wide } : {}),
    ...(sideBySide ? { sideBySide } : {}),
    roles: Object.entries(roles as Roles).flatMap(([setting, { accepts, draft }]) =>
      draft ? [{ setting, accepts, ...draft }] : [],
    ),
  }))
  .filter(({ roles }) => roles.length > 0);

const fitsByName = new Map(fits.map((fit) => [fit.kind, fit]));

/** More different values than this are no categories that anybody would name. */
const mostNamed = 60;

/** Whether a column that the author names can stand in a role: he knows more of it than its cells say. */
function meets({ looks, different }: ColumnProfile, accepts: Accepts): boolean {
  if (accepts === 'any') return true;
  if (accepts === 'measured') return looks === 'numeric' || (looks === 'coded' && different > 4);
  if (accepts === 'ordered') return looks !== 'names' && looks !== 'empty';
  if (accepts === 'scale') return looks !== 'names' && looks !== 'empty' && different <= mostAnswers;
  return looks !== 'empty' && different <= mostNamed;
}

const lookWords: Record<ColumnProfile['looks'], string> = {
  numeric: 'numbers',
  date: 'dates',
  nominal: 'names of categories',
  coded: 'codes of categories',
  names: 'names of single rows',
  empty: 'no values',
};

const optionWords = (keys: readonly DraftKey[]) => keys.map((key) => `--${key}`).join(' or ');

/** The option that fills a role, the first of its own that is named. */
const keyOf = ({ keys }: Fit['roles'][number], wish: DraftWish) => keys.find((key) => wish[key] !== undefined);

/** Why the named columns do not fit a kind; none where they do. */
function misfit({ roles }: Fit, wish: DraftWish, columns: ReadonlyMap<string, ColumnProfile>): string | undefined {
  const taken = new Set(roles.flatMap((role) => keyOf(role, wish) ?? []));
  const idle = draftKeys.find((key) => wish[key] !== undefined && !taken.has(key));
  for (const role of roles) {
    const key = keyOf(role, wish);
    if (key === undefined && role.isNeeded) return `it needs ${optionWords(role.keys)}`;
    const profile = key && columns.get(wish[key] ?? '');
    if (profile && !meets(profile, role.accepts)) return `${profile.name} holds ${lookWords[profile.looks]}`;
  }
  return idle && `it takes no --${idle}`;
}

/** The settings of a kind under its own names. */
const settingsOf = ({ roles }: Fit, wish: DraftWish): [string, string][] =>
  roles.flatMap((role): [string, string][] => {
    const key = keyOf(role, wish);
    return key === undefined ? [] : [[role.setting, wish[key] ?? '']];
  });

/** A kind of chart with the settings by which it shows some columns, or the reason why it does not. */
export type PlacedKind = { kind: string; settings: DraftSettings } | { kind: string; why: string };

const acceptWords: Record<Accepts, string> = {
  measured: 'a measured column',
  category: 'a column of categories',
  ordered: 'a column of numbers, dates or categories',
  scale: `a column of at most ${mostAnswers} answers`,
  any: 'a column',
};

/** Numbers with more different values than this are no names of categories, unless somebody says so. */
const mostAsNames = 12;

/** How well a column suits a role, judging by its profile: 0 if it does not, higher the better. */
export function suits(column: ColumnProfile, accepts: Accepts): number {
  const { looks, different, isYear, isId } = column;
  if (!meets(column, accepts)) return 0;
  const isNumeric = looks === 'numeric';
  const isNamed = looks === 'nominal' || looks === 'coded';
  switch (accepts) {
    case 'measured':
      return isNumeric ? 4 : 1;
    case 'category':
      if (isNamed) return 4;
      return isNumeric && different > mostAsNames ? 0 : 1;
    case 'scale':
      return isNamed ? 3 : 1;
    case 'ordered':
      if (looks === 'date' || isYear) return 5;
      return isNumeric ? 3 : 2;
    default:
      return isNumeric && !isId ? 0 : 1;
  }
}

/** A column for each role, or none. */
type Seating = readonly (ColumnProfile | undefined)[];

/** Finds the best assignment of columns to the roles of a kind, preferring earlier columns for earlier roles. Undefined if none fits. */
function seated(roles: Fit['roles'], columns: readonly ColumnProfile[]): Seating | undefined {
  let best: { score: number; seating: Seating } | undefined;
  const seat = (taken: Seating, left: readonly ColumnProfile[], score: number): void => {
    const role = roles[taken.length];
    if (!role) {
      if (left.length === 0 && (!best || score > best.score)) best = { score, seating: taken };
      return;
    }
    for (const [i, column] of left.entries()) {
      const isSuited = suits(column, role.accepts);
      // An earlier column in an earlier role, where both suit as well.
      if (isSuited > 0) seat([...taken, column], left.toSpliced(i, 1), score + isSuited - 0.01 * i);
    }
    if (!role.isNeeded) seat([...taken, undefined], left, score);
  };
  seat([], columns, 0);
  return best?.seating;
}

/** The columns in the roles of a kind, or why they do not fit. */
function placed({ kind, roles, wide }: Fit, columns: readonly ColumnProfile[]): PlacedKind {
  const isWide = wide && columns.length >= wide.least && columns.every((own) => meets(own, wide.accepts));
  if (isWide) return { kind, settings: { kind, [wide.setting]: columns.map(({ name }) => name) } };
  if (columns.length > roles.length) {
    return { kind, why: `it shows ${roles.length === 1 ? 'one column' : `at most ${roles.length} columns`}` };
  }
  const seating = seated(roles, columns);
  if (seating) {
    const settings = roles.flatMap(({ setting }, i) => (seating[i] ? [[setting, seating[i].name]] : []));
    return { kind, settings: { kind, ...Object.fromEntries(settings) } };
  }
  const left = [...columns];
  for (const { setting, accepts, isNeeded } of roles) {
    const at = left.findIndex((column) => suits(column, accepts) > 0);
    if (at >= 0) left.splice(at, 1);
    else if (isNeeded) return { kind, why: `it needs ${acceptWords[accepts]} for "${setting}"` };
  }
  const [idle = entryAt(columns, 0)] = left;
  return { kind, why: `it has no place for ${idle.name}, which holds ${lookWords[idle.looks]}` };
}

/** Every kind with the named columns in its roles, in the order in which a first figure is sought. */
export function placedKinds(profiles: readonly ColumnProfile[], chosen: readonly string[]): PlacedKind[] {
  const columns = chosen.flatMap((name) => profiles.find((own) => own.name === name) ?? []);
  const kinds = fits.map((fit) => placed(fit, columns));
  // Kinds with a marker for each case come last where most markers would hide others.
  const isCrowded = ({ kind }: PlacedKind) => eachCase.includes(kind) && hides(columns);
  return [...kinds.filter((own) => !isCrowded(own)), ...kinds.filter(isCrowded)];
}

/** Kinds that draw a marker for each case. */
const eachCase: readonly string[] = ['points', 'scatter'];

/** So many cases may stand at one place before they hide each other. */
const mostTied = 12;

/** Whether the columns have far fewer distinct combinations than there are cases. */
function hides(columns: readonly ColumnProfile[]): boolean {
  const cases = columns.reduce((most, { count }) => Math.max(most, count), 0);
  const places = columns.reduce((product, { different }) => product * Math.max(1, different), 1);
  return columns.length > 0 && cases > mostTied * places;
}

/** The columns of a wide table that are asked for. Commas stand between them, and may stand in the name of one. */
function valuesOf({ values }: DraftWish, profiles: readonly ColumnProfile[]): string[] {
  const parts = values?.split(',') ?? [];
  const known = new Set(profiles.map(({ name }) => name));
  const most = profiles.reduce((all, { name }) => Math.max(all, name.split(',').length), 1);
  const names: string[] = [];
  for (let at = 0; at < parts.length; ) {
    const joined = (count: number) =>
      parts
        .slice(at, at + count)
        .join(',')
        .trim();
    let count = most;
    while (count > 1 && !known.has(joined(count))) count -= 1;
    names.push(joined(count));
    at += count;
  }
  return names;
}

/** Names that the table does not have. */
function unknownColumns(wish: DraftWish, profiles: readonly ColumnProfile[], table: string): Problem[] {
  const known = profiles.map(({ name }) => name);
  const named = [...draftKeys.flatMap((key) => wish[key] ?? []), ...valuesOf(wish, profiles)];
  return named.flatMap((name) =>
    known.includes(name)
      ? []
      : [error('column-unknown', { column: name, table, known, nearest: nearest(name, known) })],
  );
}

/** How a kind cannot be drawn from what is wished. */
const misfits = (kind: string | undefined, why: readonly string[], others: readonly string[]) =>
  fail([error('kind-misfit', { kind, why: [...new Set(why)], others: [...new Set(others)] })]);

/** What stands beside several columns: what is named, else what suits best where something has to. */
function besideOf(
  { sideBySide, roles }: Fit,
  wish: DraftWish,
  values: readonly string[],
  profiles: readonly ColumnProfile[],
): { role?: Fit['roles'][number]; column?: ColumnProfile | undefined } {
  const role = roles.find(({ setting }) => setting === sideBySide?.role);
  if (!role) return {};
  const name = wish.category ?? wish.x;
  if (name !== undefined) return { role, column: profiles.find((own) => own.name === name) };
  const suited = sideBySide?.isNeeded ? candidates(role.accepts, profiles, values) : [];
  return { role, column: suited.find(isUnique) ?? suited[0] };
}

/** Why a kind does not show several columns together; none where it does. */
function misfitTogether(
  fit: Fit,
  wish: DraftWish,
  values: readonly string[],
  profiles: readonly ColumnProfile[],
): string | undefined {
  const { kind, wide, sideBySide } = fit;
  if (!wide && !sideBySide) return `${kind}: it takes no --values`;
  const named = wide ? undefined : wish.category === undefined ? 'x' : 'category';
  const idle = draftKeys.find((key) => wish[key] !== undefined && key !== named);
  if (idle) return `${kind}: with --values it takes no --${idle}`;
  const odd = profiles.find((own) => values.includes(own.name) && !meets(own, wide?.accepts ?? 'measured'));
  if (odd) return `${kind}: ${odd.name} holds ${lookWords[odd.looks]}`;
  const { role, column } = besideOf(fit, wish, values, profiles);
  return sideBySide?.isNeeded && !column ? `${kind}: it needs ${optionWords(role?.keys ?? [])}` : undefined;
}

/** The chart of several columns that share a scale, or why a kind does not show them. */
function wideChart(
  wish: DraftWish,
  values: readonly string[],
  profiles: readonly ColumnProfile[],
): Outcome<DraftChart> {
  const fit = heldBy(fitsByName, wish.kind ?? (wish.x === undefined ? 'bar' : 'line'));
  const { kind, wide } = fit;
  const why = misfitTogether(fit, wish, values, profiles);
  if (why !== undefined) {
    const others = fits.filter((own) => misfitTogether(own, wish, values, profiles) === undefined);
    return misfits(
      kind,
      [why],
      others.map((own) => own.kind),
    );
  }
  const { role, column } = besideOf(fit, wish, values, profiles);
  const isGiven = kind === 'bar' && column && isUnique(column);
  return succeed({
    settings: {
      kind,
      ...(role && column ? { [role.setting]: column.name } : {}),
      [wide?.setting ?? 'values']: [...values],
      ...(isGiven ? { summary: 'given' } : {}),
    },
  });
}

/** Chooses the chart of a first figure: the requested kind, else the first kind that fits the named columns, else the most usual chart for the table. */
export function draftChart(wish: DraftWish, profiles: readonly ColumnProfile[], table: string): Outcome<DraftChart> {
  const unknown = unknownColumns(wish, profiles, table);
  if (unknown.length > 0) return fail(unknown);
  const kinds = [...new Set(fits.map(({ kind }) => kind))];
  if (wish.kind !== undefined && !kinds.includes(wish.kind)) {
    return fail([
      error('kind-unknown', {
        kind: wish.kind,
        known: kinds,
        nearest: kindMeant(wish.kind, kinds) ?? nearest(wish.kind, kinds),
      }),
    ]);
  }
  const values = valuesOf(wish, profiles);
  if (values.length > 0) return wideChart(wish, values, profiles);
  const columns = new Map(profiles.map((profile) => [profile.name, profile]));
  const named = draftKeys.some((key) => wish[key] !== undefined);
  const first = named ? undefined : usual(wish.kind, profiles);
  if (first) return succeed(first);
  const asked = wish.kind === undefined ? fits : fits.filter(({ kind }) => kind === wish.kind);
  const found = named
    ? asked.find((fit) => misfit(fit, wish, columns) === undefined)
    : asked.find((fit) => seatedBest(fit.roles, profiles, []) !== undefined);
  if (found && named)
    return succeed({ settings: { kind: found.kind, ...Object.fromEntries(settingsOf(found, wish)) } });
  if (found) return succeed({ settings: { kind: found.kind, ...seatedBest(found.roles, profiles, []) } });
  const together = named ? [] : severalOf(profiles);
  if (together.length > 0 && asked.some(({ sideBySide }) => sideBySide)) return wideChart(wish, together, profiles);
  const fitting = fits.filter((fit) => named && misfit(fit, wish, columns) === undefined).map(({ kind }) => kind);
  return misfits(
    wish.kind,
    asked.map((fit) => `${fit.kind}: ${misfit(fit, wish, columns)}`),
    fitting,
  );
}

/** What most would draw where no column is named. Questions are many columns: only the table tells which. */
const usual = (kind: string | undefined, profiles: readonly ColumnProfile[]): DraftChart | undefined =>
  kind === undefined ? firstFigure(profiles) : kind === 'answers' ? sharedAnswers(profiles) : undefined;

/** How well a column has to suit a role where nobody named it. */
const enough: Record<Accepts, number> = { measured: 4, category: 4, scale: 3, ordered: 2, any: 1 };

/** Columns that nobody named, for a role: those that suit it, the best first. Years are measured only where nothing else is. */
function candidates(accepts: Accepts, profiles: readonly ColumnProfile[], taken: readonly string[]): ColumnProfile[] {
  const rank = (column: ColumnProfile) => suits(column, accepts) - (accepts === 'measured' && column.isYear ? 0.5 : 0);
  return profiles
    .filter(({ name, isTotal, isId }) => !taken.includes(name) && !isTotal && (!isId || accepts === 'any'))
    .filter((column) => suits(column, accepts) >= enough[accepts])
    .sort((a, b) => rank(b) - rank(a));
}

const isUnique = ({ different, count }: ColumnProfile): boolean => different === count;

/** The settings of a kind with columns that nobody named, each in one role; undefined where one that is needed has none. */
function seatedBest(
  [role, ...others]: Fit['roles'],
  profiles: readonly ColumnProfile[],
  taken: readonly string[],
): Readonly<Record<string, string>> | undefined {
  if (!role) return {};
  const isWanted = role.isNeeded || role.keys.includes('value');
  for (const column of isWanted ? candidates(role.accepts, profiles, taken) : []) {
    // Where each value has a row, what it names has several.
    if (role.accepts === 'any' && isUnique(column)) continue;
    const { name } = column;
    const rest = seatedBest(others, profiles, [...taken, name]);
    if (rest) return { [role.setting]: name, ...rest };
  }
  return role.isNeeded ? undefined : seatedBest(others, profiles, taken);
}

/** A name as YAML reads it back. */
export const yamlName = (text: string): string =>
  /^[A-Za-z_][\w ]*$/.test(text) && !/^(true|false|null|yes|no|on|off|y|n)$/i.test(text) ? text : JSON.stringify(text);

/** A code as a key that YAML gives back as it is: whole numbers stand alone, all else in quotation marks. */
const yamlCode = (text: string): string => (/^(0|-?[1-9]\d{0,14})$/.test(text) ? text : JSON.stringify(text));

/** A text that begins with a capital letter; as it is where its own letters say more: pH, n, mRNA. */
const capitalized = (text: string): string =>
  text.replace(/^\p{Ll}(?=\p{Ll}|-\p{Ll})/u, (first) => first.toUpperCase());

/** What a table calls a value, as figures show it: the author's words, whose `_` stand for spaces. */
const valueWords = (text: string): string => capitalized(text.replace(/_+/g, ' ').trim()) || text;

/** A column name in words: `last_year`, `last.year` and `lastYear` as `Last year`. */
export function wordsOf(name: string): string {
  // Names with spaces are words already: what else stands in them belongs to them.
  const words = /\s/.test(name)
    ? name
    : name
        .replace(/(?<=[\p{L}\d])\.(?=\p{L})|(?<=\p{L})\.(?=\d)/gu, ' ')
        .replace(/(?<=\p{Ll}{2})\p{Lu}(?=\p{Ll})/gu, (letter) => ` ${letter.toLowerCase()}`);
  return valueWords(words);
}

/** The names of values; of those that would be called alike, what stands in the table. */
function namesOf(texts: readonly string[]): string[] {
  const names = texts.map(valueWords);
  return names.map((name, i) => (names.indexOf(name) === names.lastIndexOf(name) ? name : (texts[i] ?? name)));
}

/** A column name with its unit in brackets, such as `Depth (m)`, in its two parts. */
export function labelAndUnit(name: string): { label: string; unit?: string } {
  const [, label, unit] = /^(.*[^\s_])[\s_]*[([]\s*([^()[\]]{1,24}?)\s*[)\]]$/.exec(name) ?? [];
  return label === undefined || unit === undefined ? { label: wordsOf(name) } : { label: wordsOf(label), unit };
}

/** What a column is used for in the first figure. */
interface DraftUse {
  measured: ReadonlySet<string>;
  sorted: ReadonlySet<string>;
  /** Questions with answers on a scale, and all answers in words that occur in any of them. */
  asked: ReadonlySet<string>;
  scale: ColumnProfile['values'];
  totals: readonly TotalsRow[];
}

/** What a column is in the codebook: codes that the author measures are numbers. */
const looksIn = ({ name, looks }: ColumnProfile, { measured }: DraftUse): ColumnProfile['looks'] =>
  measured.has(name) && looks === 'coded' ? 'numeric' : looks;

/** A column as a draft sees it. */
interface Drafted {
  profile: ColumnProfile;
  looks: ColumnProfile['looks'];
  /** Whether it is drawn as names in order, though it holds numbers or dates. */
  isSorted: boolean;
  /** Whether its codes or words are answers on a scale. */
  isAsked: boolean;
  total: TotalsRow | undefined;
}

/** What a person should decide of a column, or know. */
function commentsOn({ profile, looks, isSorted, isAsked, total }: Drafted): string[] {
  const { range, odd, values, isId, isTotal, isYear, dateOrder } = profile;
  const isMeasured = looks === 'numeric' && !isYear && !isSorted && !isId;
  const unsure = profile.unsure.filter((text) => !odd.includes(text));
  const listed = (texts: readonly string[]) => `missing: [${texts.map(yamlCode).join(', ')}]`;
  const codes = `values: { ${yamlCode(values[0]?.text ?? '1')}: … }`;
  const said: (string | false | undefined)[] = [
    isId && 'names the rows, it seems',
    isTotal && 'follows from other columns, it seems: leave it out of charts of all columns',
    unsure.length > 0 &&
      `${unsure.length > 1 ? 'do' : 'does'} ${unsure.join(' and ')} stand for "no value"? then add ${listed(unsure)}; until then it is drawn as a value`,
    odd.length > 0 &&
      `no ${odd.length > 1 ? 'numbers' : 'number'}: ${odd.join(' and ')}; mend the table, or add ${listed(odd)} where no value is meant`,
    total && `"${total.text}" is the sum or mean of the other rows, it seems: charts leave it out`,
    dateOrder === 'unsure' && 'day first, or month first? the dates do not say',
    isAsked && looks === 'nominal' && 'answers: put them in order, from one end of the scale to the other',
    isSorted && 'numbers as names in order; "bands: [0, 10, 20]" cuts them into some',
    looks === 'coded' && `codes of categories? give their names, ${codes}; or "measure: numeric" if they are measured`,
    range && isMeasured && `from ${range[0]} to ${range[1]}; "range: [least, greatest]" says what is possible`,
  ];
  return said.filter((one): one is string => typeof one === 'string');
}

/** What a column measures, as a draft puts it. */
function measureOf({ profile, looks, isSorted, isAsked }: Drafted): string {
  if (isSorted) return 'ordinal';
  if (isAsked && (looks === 'coded' || looks === 'nominal')) return 'ordinal';
  if (profile.isId || looks === 'coded' || looks === 'names' || looks === 'empty') return 'nominal';
  return looks;
}

/** The lines of the codebook for a column. */
function linesFor(drafted: Drafted): string[] {
  const { profile, looks, total } = drafted;
  const { name, decimals, missing, values, different, dateOrder } = profile;
  const named = labelAndUnit(name);
  const unit = profile.unit ?? named.unit;
  const measure = measureOf(drafted);
  const names = namesOf(values.map(({ text }) => text));
  const lines: (string | false)[] = [
    `label: ${yamlName(named.label)}`,
    unit !== undefined && `unit: ${JSON.stringify(unit)}`,
    `measure: ${measure}`,
    measure === 'numeric' && decimals !== undefined && `decimals: ${decimals}`,
    dateOrder !== undefined && `dateOrder: ${dateOrder === 'unsure' ? 'day-month' : dateOrder}`,
    looks === 'coded' && `values: [${values.map(({ text }) => yamlCode(text)).join(', ')}]`,
    looks === 'nominal' &&
      different <= 12 &&
      !total &&
      `values: { ${values.map(({ text }, i) => `${yamlName(text)}: ${yamlName(entryAt(names, i))}`).join(', ')} }`,
    missing.length > 0 && `missing: [${missing.map(yamlCode).join(', ')}]`,
  ];
  return lines.filter((line): line is string => typeof line === 'string');
}

function variableDraft(profile: ColumnProfile, use: DraftUse): string[] {
  const { name } = profile;
  const looks = looksIn(profile, use);
  const isInWords = use.asked.has(name) && looks === 'nominal';
  const isSorted = use.sorted.has(name) && (looks === 'numeric' || looks === 'date');
  const isAsked = use.asked.has(name);
  const drafted: Drafted = {
    profile: isInWords ? { ...profile, values: use.scale } : profile,
    looks,
    isSorted,
    isAsked,
    total: use.totals.find(({ column }) => column === name),
  };
  return [
    ...commentsOn(drafted).map((comment) => `  # ${comment}`),
    `  ${yamlName(name)}:`,
    ...linesFor(drafted).map((line) => `    ${line}`),
  ];
}

/** The answers that occur in any of some columns, in one order for all: that of their numbers, where each begins with one. */
function scaleOf(columns: readonly ColumnProfile[]): ColumnProfile['values'] {
  const answers = new Map(columns.flatMap(({ values }) => values.map((value) => [value.text, value] as const)));
  const number = ({ text }: { text: string }) => Number(/^\d+/.exec(text)?.[0] ?? Number.NaN);
  const all = [...answers.values()];
  const areNumbered = new Set(all.map(number)).size === all.length && !all.some((one) => Number.isNaN(number(one)));
  return areNumbered ? all.sort((a, b) => number(a) - number(b)) : all;
}

/** What a draft says of its table as a whole. */
export interface DraftedTable {
  /** The name of its file. */
  table: string;
  notation: NumberNotation;
  totals?: readonly TotalsRow[];
  /** What rows are called. Left out: cases. */
  cases?: string | undefined;
}

/** A codebook draft, with comments where a person should decide. */
export function draftCodebook(
  profiles: readonly ColumnProfile[],
  { table, notation, totals = [], cases = 'cases' }: DraftedTable,
  chart: DraftSettings,
): string {
  const named = (value: DraftSettings[string] | undefined): string[] =>
    typeof value === 'string' ? [value] : Array.isArray(value) ? [...value] : [];
  const inRoles = (...keys: string[]) => new Set(keys.flatMap((key) => named(chart[key])));
  const isLine = chart['kind'] === 'line';
  const asked = inRoles('questions');
  const use = {
    measured: inRoles('value', 'values', 'variables', ...(isLine ? [] : ['x']), 'y', 'z'),
    sorted: inRoles('category', 'group', 'item', 'time'),
    asked,
    scale: scaleOf(profiles.filter(({ name, looks }) => asked.has(name) && looks === 'nominal')),
    totals,
  };
  const head = [
    'hexis: codebook/1',
    `# A draft from ${table}. Give each column the name and unit that figures should show, and look the comments over.`,
    `cases: ${yamlName(cases)}  # what one row is, in the plural: plots, pupils, visits`,
    ...(notation.decimalMark === ',' ? ['decimalMark: ","'] : []),
    ...(notation.thousandsMark === undefined ? [] : [`thousandsMark: ${JSON.stringify(notation.thousandsMark)}`]),
    'variables:',
  ];
  return `${[...head, ...profiles.flatMap((profile) => variableDraft(profile, use))].join('\n')}\n`;
}

/** What a figure says of its table. */
export interface DraftData {
  /** Path of the file; of a table in a database its name. */
  file: string;
  /** The database that the table is in. */
  database?: { connection: string; schema?: string | undefined } | undefined;
  sheet?: string | undefined;
  range?: string | undefined;
  /** Lines above the names of the columns. */
  skip?: number | undefined;
  /** Whether the first line names no columns. */
  bare?: boolean | undefined;
}

function dataDraft({ file, database, sheet, range, skip, bare }: DraftData): string {
  if (database) {
    const schema = database.schema === undefined ? '' : `, schema: ${yamlName(database.schema)}`;
    return `{ connection: ${yamlName(database.connection)}, table: ${yamlName(file)}${schema} }`;
  }
  if (sheet === undefined && range === undefined && !skip && !bare) return JSON.stringify(file);
  const said = [
    `file: ${JSON.stringify(file)}`,
    ...(sheet === undefined ? [] : [`sheet: ${JSON.stringify(sheet)}`]),
    ...(range === undefined ? [] : [`range: ${JSON.stringify(range)}`]),
    ...(skip ? [`skip: ${skip}`] : []),
    ...(bare ? ['header: false'] : []),
  ];
  return `{ ${said.join(', ')} }`;
}

/** A first figure file. */
export function draftFigure(
  id: string,
  data: DraftData,
  { codebook, language }: { codebook: string; language?: string | undefined },
  chart: DraftSettings,
): string {
  const valueText = (key: string, value: DraftSettings[string]): string => {
    if (typeof value === 'string') return key === 'kind' ? value : yamlName(value);
    if (Array.isArray(value)) return `[${value.map(yamlName).join(', ')}]`;
    return `{ ${Object.entries(value)
      .map(([inner, text]) => `${inner}: ${text}`)
      .join(', ')} }`;
  };
  const settings = Object.entries(chart).map(([key, value]) => `  ${key}: ${valueText(key, value)}`);
  return `hexis: figure/1
id: ${yamlName(id)}
data: ${dataDraft(data)}
codebook: ${JSON.stringify(codebook)}
style: apa  # apa, plain, or the path of a house style
${language === undefined ? '' : `language: ${language}\n`}
chart:
${settings.join('\n')}

# caption:
#   number: 1
#   title: What the figure shows, in a few words

size: { width: text, height: 8cm }
`;
}
