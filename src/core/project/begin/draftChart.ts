import { heldBy } from '../../at.js';
import { type Accepts, type DraftKey, draftKeys } from '../../chart/frame/roles.js';
import type { ColumnProfile } from '../../data/profile.js';
import { nearest } from '../../problem/nearest.js';
import { error, fail, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import { kindMeant } from '../../schema/otherWords.js';
import { type DraftChart, firstFigure, severalOf, sharedAnswers } from './firstFigure.js';
import { type Fit, fits, fitsByName } from './kindFits.js';
import { lookWords, meets, suits } from './suits.js';

/** The columns that an author names for a first figure, and its kind. */
export type DraftWish = { [K in DraftKey | 'kind' | 'values']?: string | undefined };

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
