import { type Categories, categoriesOf, occurring } from '../../data/categories.js';
import { error, type Problem } from '../../problem/problem.js';
import type { PanelSettings } from '../../schema/panels.js';
import { inARow } from '../../words/inARow.js';
import type { Words } from '../../words/words.js';
import type { PanelGrid } from '../plan.js';
import type { Ground } from './frame.js';
import { letterOf } from './letters.js';
import { inSentence } from './variableTitle.js';

const mostPanels = 60;

/** A panel by the categories that it shows, one of each variable. */
export interface PanelCell {
  picks: readonly { categories: Categories; at: number }[];
}

/** What a panel is called. */
export const nameOf = ({ picks }: PanelCell): string =>
  picks.map(({ categories, at }) => categories.categories[at]?.name).join(', ');

/** Whether a row is in a panel. */
export const isIn = ({ picks }: PanelCell, row: number): boolean =>
  picks.every(({ categories, at }) => categories.of(row) === at);

/** Panels in reading order: the values of one variable, or rows of one and columns of another. */
function cellsOf(variables: readonly Categories[]): PanelCell[] {
  return variables.reduce<PanelCell[]>(
    (cells, categories) =>
      cells.flatMap(({ picks }) => categories.categories.map((_, at) => ({ picks: [...picks, { categories, at }] }))),
    [{ picks: [] }],
  );
}

/** The panels of a chart: their variables, restricted to categories that occur in the chosen rows, and their cells. */
export function panelsOf(
  { input, keeps }: Ground<unknown>,
  { by }: PanelSettings,
): { variables: Categories[]; cells: PanelCell[]; problems: Problem[] } {
  const { table, codebook, locate } = input;
  const names = [by].flat();
  const [first, second] = names;
  if (first !== undefined && first === second) {
    const facts = { column: first, path: 'panels.by.1', other: 'panels.by.0' };
    return { variables: [], cells: [], problems: [error('same-variable', facts, locate('panels.by'))] };
  }
  const all = names.map((name) => categoriesOf(table, codebook.variable(name)));
  const variables = all.map((categories) => occurring(categories, table.rowCount, keeps));
  const dates = names.flatMap((name, i) => {
    if (codebook.variable(name).measure !== 'date') return [];
    const path = names.length > 1 ? `panels.by.${i}` : 'panels.by';
    return [error('date-as-category', { column: name, path }, locate(path))];
  });
  const count = variables.reduce((product, { categories }) => product * categories.length, 1);
  const facts = { count, by: names.join(' × '), most: mostPanels };
  const tooMany = count > mostPanels || count === 0 ? [error('too-many-panels', facts, locate('panels.by'))] : [];
  return {
    variables,
    cells: tooMany.length > 0 ? [] : cellsOf(variables),
    problems: [...dates, ...all.flatMap(({ problems }) => problems), ...tooMany],
  };
}

function titlesOf(cells: readonly PanelCell[], { titles = 'names' }: PanelSettings): { titles?: string[] } {
  if (titles === 'none') return {};
  return {
    titles: cells.map((cell, i) => {
      if (titles === 'names') return nameOf(cell);
      return titles === 'letters' ? `**${letterOf(i)}**` : `${letterOf(i)}  ${nameOf(cell)}`;
    }),
  };
}

/** Which axes all panels share. */
export const sharedAxes = ({ ownAxes = 'none' }: PanelSettings): PanelGrid['shared'] => ({
  x: ownAxes === 'none' || ownAxes === 'vertical',
  y: ownAxes === 'none' || ownAxes === 'horizontal',
});

/** The rows and columns in which panels stand. */
export function gridOf(
  cells: readonly PanelCell[],
  variables: readonly Categories[],
  panels: PanelSettings,
): PanelGrid {
  const square = Math.ceil(Math.sqrt(cells.length));
  const columns =
    variables[1]?.categories.length ??
    Math.min(cells.length, panels.across || (cells.length <= 3 ? cells.length : square));
  return { columns, shared: sharedAxes(panels), ...titlesOf(cells, panels) };
}

/** The panels in words: all where they are few, else the first. */
export function panelsAltText(
  variables: readonly Categories[],
  panels: readonly { cell: PanelCell; altText: string }[],
  words: Words,
): string {
  const by = words.list(variables.map(({ variable }) => inSentence(variable, words)));
  const all = panels.map(({ cell, altText }) => words.say('alt-part', { name: nameOf(cell), words: altText }));
  const shown = all.length > 4 ? all.slice(0, 1) : all;
  return inARow([words.say('alt-panels', { count: all.length, by }), ...shown]);
}
