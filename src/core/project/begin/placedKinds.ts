import { entryAt } from '../../at.js';
import { mostAnswers } from '../../chart/answers/answersSettings.js';
import type { Accepts } from '../../chart/frame/roles.js';
import type { ColumnProfile } from '../../data/profile.js';
import type { DraftSettings } from './firstFigure.js';
import { type Fit, fits } from './kindFits.js';
import { lookWords, meets, suits } from './suits.js';

/** A kind of chart with the settings by which it shows some columns, or the reason why it does not. */
export type PlacedKind = { kind: string; settings: DraftSettings } | { kind: string; why: string };

const acceptWords: Record<Accepts, string> = {
  measured: 'a measured column',
  category: 'a column of categories',
  ordered: 'a column of numbers, dates or categories',
  scale: `a column of at most ${mostAnswers} answers`,
  any: 'a column',
};

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
