import type { Measure } from '../../data/codebook.js';
import type { ColumnRequest } from '../../data/table.js';

/** What a column is used for: rows are sorted by it, measured in it, placed along an axis by it, or named by it. */
export type Use = 'sorts' | 'measures' | 'places' | 'names';

/** Columns that can stand in a role: measured ones, categories, what has an order, answers on a scale, or any. */
export type Accepts = 'measured' | 'category' | 'ordered' | 'scale' | 'any';

/** What an author names for a first figure. */
export const draftKeys = ['value', 'category', 'group', 'x', 'y', 'z'] as const;
export type DraftKey = (typeof draftKeys)[number];

/** A setting of a chart that names a column, and what is known of that column. */
export interface Role {
  use: Use;
  accepts: Accepts;
  /** Measures that the codebook may say of it; left out: the kind looks for itself. */
  measures?: readonly Measure[];
  /** Whether marks stand for its values, so that they can be singled out by them. */
  inCells?: boolean;
  /** Whether its categories stand along an axis, which panels may have to themselves. */
  onAxis?: boolean;
  /** The axis that each case is drawn along and whose limits may exclude it. "value" is x or y, depending on "direction". */
  limitedBy?: 'x' | 'y' | 'z' | 'value';
  /** What of a first figure fills it, the first that is named; a role without is left to the author. */
  draft?: { keys: readonly DraftKey[]; isNeeded: boolean };
}

/** The roles of a kind by the settings that name their columns, in the order in which rows are looked over. */
export type Roles = Readonly<Record<string, Role>>;

const needed = (...keys: DraftKey[]) => ({ keys, isNeeded: true });
const possible = (...keys: DraftKey[]) => ({ keys, isNeeded: false });

/** The categories along an axis. */
export const categoryRole: Role = {
  use: 'sorts',
  accepts: 'category',
  inCells: true,
  onAxis: true,
  draft: needed('category'),
};

/** Columns side by side stand along the axis themselves, or in each category. */
export const byCategory = { role: 'category', isNeeded: false } as const;

/** Series by the values of a variable. */
export const groupRole: Role = { use: 'sorts', accepts: 'category', inCells: true, draft: possible('group') };

/** The values that a chart shows. */
export const valueRole: Role = { use: 'measures', accepts: 'measured', measures: ['numeric'], draft: needed('value') };

/** The names of single cases. */
export const idRole: Role = { use: 'names', accepts: 'any', inCells: true };

/** The settings that name columns, with those columns. */
export function namedColumns(roles: Roles, settings: object): [string, Role, string][] {
  const named: Readonly<Record<string, unknown>> = { ...settings };
  return Object.entries(roles).flatMap(([key, role]): [string, Role, string][] => {
    const column = named[key];
    return typeof column === 'string' ? [[key, role, column]] : [];
  });
}

/** The columns of the roles, read as what each is used for; what is placed along an axis may be either. */
export const roleColumns = (roles: Roles, settings: object): ColumnRequest[] =>
  namedColumns(roles, settings).flatMap(([key, { use }, column]): ColumnRequest[] => {
    const path = `chart.${key}`;
    if (use === 'measures') return [{ column, as: 'number', path }];
    const category: ColumnRequest = { column, as: 'category', path };
    return use === 'places' ? [category, { column, as: 'number', path, trial: true }] : [category];
  });
