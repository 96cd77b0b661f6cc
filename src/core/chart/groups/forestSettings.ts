import { choice, code, columnName, flag, listOf, object, optional } from '../../schema/fields.js';

const columns = (what: string) => optional(listOf(what, columnName('A column.', 'n'), '[n, weight]'));

/** The settings that set intervals in a table: words beside them, subheadings, totals, areas by weight. */
export const forestShape = {
  join: optional(
    flag(
      'Whether the markers of the groups stand on one line at each category, joined from the least to the greatest.',
    ),
  ),
  beside: optional(
    object('Columns of words beside lying intervals, aligned with them, under their labels.', {
      left: columns('Columns between the names and the panel.'),
      right: columns('Columns on the right of the panel.'),
      estimate: optional(
        choice('Where each value stands with its interval, in words. Left out: nowhere.', ['left', 'right'], 'right'),
      ),
    }),
  ),
  size: optional(columnName('Column that the areas of the markers show, such as weights.', 'weight')),
  sections: optional(columnName('Variable whose values are subheadings, with their rows under them.', 'outcome')),
  totals: optional(
    listOf(
      'Categories that are totals: diamonds as wide as their intervals, set apart.',
      code('A category.', 'All'),
      '[All]',
    ),
  ),
};
