import { chartKinds } from '../chart/kinds.js';
import { type Accepts, type DraftKey, draftKeys, type Roles } from '../chart/roles.js';
import type { NumberNotation } from '../data/numberText.js';
import type { ColumnProfile } from '../data/profile.js';
import { nearest } from '../document/nearest.js';
import { error, fail, type Outcome, type Problem, succeed } from '../document/problem.js';

/** The columns that an author names for a first figure, and its kind. */
export type DraftWish = { [K in DraftKey | 'kind']?: string | undefined };

/** What a first figure can be told of a kind: its roles that an option fills. */
interface Fit {
  kind: string;
  roles: { setting: string; accepts: Accepts; keys: readonly DraftKey[]; isNeeded: boolean }[];
}

/** Kinds in the order in which a first figure is sought. */
const fits: readonly Fit[] = chartKinds
  .map(({ name, roles }) => ({
    kind: name,
    roles: Object.entries(roles as Roles).flatMap(([setting, { accepts, draft }]) =>
      draft ? [{ setting, accepts, ...draft }] : [],
    ),
  }))
  .filter(({ roles }) => roles.length > 0);

/** Whether a column can stand in a role. */
function meets({ looks, different }: ColumnProfile, accepts: Accepts): boolean {
  if (accepts === 'any') return true;
  if (accepts === 'measured') return looks === 'numeric' || (looks === 'coded' && different > 4);
  if (accepts === 'ordered') return looks !== 'names' && looks !== 'empty';
  return looks === 'nominal' || looks === 'coded' || (looks === 'date' && different <= 12);
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
    const profile = key && columns.get(wish[key] as string);
    if (profile && !meets(profile, role.accepts)) return `${profile.name} holds ${lookWords[profile.looks]}`;
  }
  return idle && `it takes no --${idle}`;
}

/** The settings of a kind under its own names. */
const settingsOf = ({ roles }: Fit, wish: DraftWish): [string, string][] =>
  roles.flatMap((role): [string, string][] => {
    const key = keyOf(role, wish);
    return key === undefined ? [] : [[role.setting, wish[key] as string]];
  });

/** What to draw where nothing is named: the first measured column over the first category. */
function guess(profiles: readonly ColumnProfile[]): DraftWish {
  const plain = profiles.filter(({ isId, isTotal }) => !isId && !isTotal);
  const value = plain.find(({ looks }) => looks === 'numeric')?.name;
  const category = plain.find((profile) => profile.looks === 'nominal' || profile.looks === 'coded')?.name;
  const date = plain.find(({ looks }) => looks === 'date')?.name;
  if (date !== undefined && value !== undefined) return { x: date, value, group: category };
  return { value, category };
}

/** Names that the table does not have. */
function unknownColumns(wish: DraftWish, profiles: readonly ColumnProfile[], table: string): Problem[] {
  const known = profiles.map(({ name }) => name);
  return draftKeys.flatMap((key) => {
    const name = wish[key];
    if (name === undefined || known.includes(name)) return [];
    return [error('column-unknown', { column: name, table, known, nearest: nearest(name, known) })];
  });
}

/** The chart of a first figure: the kind that is asked for, or the first that the columns fit. */
export function draftChart(
  wish: DraftWish,
  profiles: readonly ColumnProfile[],
  table: string,
): Outcome<Record<string, string>> {
  const unknown = unknownColumns(wish, profiles, table);
  if (unknown.length > 0) return fail(unknown);
  const columns = new Map(profiles.map((profile) => [profile.name, profile]));
  const named = draftKeys.some((key) => wish[key] !== undefined);
  const wanted = named || wish.kind !== undefined ? wish : guess(profiles);
  const kinds = [...new Set(fits.map(({ kind }) => kind))];
  if (wish.kind !== undefined && !kinds.includes(wish.kind)) {
    return fail([error('kind-unknown', { kind: wish.kind, known: kinds, nearest: nearest(wish.kind, kinds) })]);
  }
  const asked = wish.kind === undefined ? fits : fits.filter(({ kind }) => kind === wish.kind);
  const found = asked.find((fit) => misfit(fit, wanted, columns) === undefined);
  if (!found) {
    const others = [
      ...new Set(fits.filter((fit) => misfit(fit, wanted, columns) === undefined).map(({ kind }) => kind)),
    ];
    const why = asked.map((fit) => `${fit.kind}: ${misfit(fit, wanted, columns)}`);
    return fail([error('kind-misfit', { kind: wish.kind, why: [...new Set(why)], others })]);
  }
  return succeed({ kind: found.kind, ...Object.fromEntries(settingsOf(found, wanted)) });
}

/** A name as YAML reads it back. */
export const yamlName = (text: string): string =>
  /^[A-Za-z_][\w ]*$/.test(text) && !/^(true|false|null|yes|no|on|off|y|n)$/i.test(text) ? text : JSON.stringify(text);

/** A code as a key that YAML gives back as it is: whole numbers stand alone, all else in quotation marks. */
const yamlCode = (text: string): string => (/^(0|-?[1-9]\d{0,14})$/.test(text) ? text : JSON.stringify(text));

/** A column name in words: `last_year` as `Last year`. */
export function wordsOf(name: string): string {
  const words = name
    .replace(/[_.-]+/g, ' ')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .trim();
  return words === '' ? name : words[0]?.toUpperCase() + words.slice(1);
}

const unitDraft = (unit: string | undefined) =>
  unit === undefined ? '    # unit: kg' : `    unit: ${JSON.stringify(unit)}`;

function variableDraft(profile: ColumnProfile, measured: ReadonlySet<string>): string[] {
  const { name, range, decimals, missing, values, isId, isTotal, different, unit } = profile;
  const comments: string[] = [];
  const looks = measured.has(name) && profile.looks === 'coded' ? 'numeric' : profile.looks;
  if (isId) comments.push('names the rows, it seems');
  if (isTotal) comments.push('follows from other columns, it seems: leave it out of charts of all columns');
  if (missing.length > 0)
    comments.push(`${missing.length > 1 ? 'do' : 'does'} ${missing.join(' and ')} stand for "no value"?`);
  if (looks === 'coded')
    comments.push('codes of categories? give their names, or "measure: numeric" if they are measured');
  if (range && looks === 'numeric')
    comments.push(`from ${range[0]} to ${range[1]}; "range: [least, greatest]" says what is possible`);
  const measure = looks === 'coded' || looks === 'names' || looks === 'empty' ? 'nominal' : looks;
  const label = yamlName(wordsOf(name));
  const lines = [`    label: ${label}`, `    measure: ${measure}`];
  if (looks === 'numeric' || looks === 'coded') lines.splice(1, 0, looks === 'numeric' ? unitDraft(unit) : '');
  if (looks === 'numeric' && decimals !== undefined) lines.push(`    decimals: ${decimals}`);
  if (looks === 'coded')
    lines.push(
      `    values: { ${values.map(({ text }) => `${yamlCode(text)}: ${yamlName(`Value ${text}`)}`).join(', ')} }`,
    );
  if (looks === 'nominal' && different <= 12) {
    lines.push(
      `    values: { ${values.map(({ text }) => `${yamlName(text)}: ${yamlName(wordsOf(text))}`).join(', ')} }`,
    );
  }
  if (missing.length > 0) lines.push(`    missing: [${missing.map(yamlCode).join(', ')}]`);
  return [
    ...comments.map((comment) => `  # ${comment}`),
    `  ${yamlName(name)}:`,
    ...lines.filter((line) => line !== ''),
  ];
}

/** A codebook draft, with comments where a person should decide. */
export function draftCodebook(
  profiles: readonly ColumnProfile[],
  table: string,
  notation: NumberNotation,
  chart: Readonly<Record<string, string>>,
): string {
  const measured = new Set(['value', 'x', 'y'].flatMap((key) => chart[key] ?? []));
  const head = [
    'hexis: codebook/1',
    `# A draft from ${table}. Give each column the name and unit that figures should show, and look the comments over.`,
    'cases: cases  # what one row is, in the plural: plots, pupils, visits',
    ...(notation.decimalMark === ',' ? ['decimalMark: ","'] : []),
    ...(notation.thousandsMark === undefined ? [] : [`thousandsMark: ${JSON.stringify(notation.thousandsMark)}`]),
    'variables:',
  ];
  return `${[...head, ...profiles.flatMap((profile) => variableDraft(profile, measured))].join('\n')}\n`;
}

/** A first figure file. */
export function draftFigure(
  id: string,
  table: string,
  codebook: string,
  chart: Readonly<Record<string, string>>,
  sheet?: string,
): string {
  const settings = Object.entries(chart).map(([key, value]) => `  ${key}: ${key === 'kind' ? value : yamlName(value)}`);
  return `hexis: figure/1
id: ${yamlName(id)}
data: ${sheet === undefined ? JSON.stringify(table) : `{ file: ${JSON.stringify(table)}, sheet: ${JSON.stringify(sheet)} }`}
codebook: ${JSON.stringify(codebook)}
style: apa  # apa, plain, or the path of a house style

chart:
${settings.join('\n')}

# caption:
#   number: 1
#   title: What the figure shows, in a few words

size: { width: text, height: 8cm }
`;
}
