import { entryAt } from '../../at.js';
import type { Plan } from '../../chart/plan.js';
import { findCategory } from '../../data/categories.js';
import type { Category } from '../../data/codebook.js';
import type { Bracket } from '../../layout/labels/asked.js';
import { nearest } from '../../problem/nearest.js';
import { error, type Place, type Problem } from '../../problem/problem.js';
import type { FigureContents } from '../files/figureFile.js';

/** Turns the brackets of a figure file into category and group numbers. Reports names that the chart does not have. */
export function readBrackets(
  plan: Plan,
  wanted: FigureContents['brackets'],
  locate: (path: string) => Place,
): { brackets: Bracket[]; problems: Problem[] } {
  const problems: Problem[] = [];
  if (!wanted || wanted.length === 0) return { brackets: [], problems };
  const axis = plan.direction === 'vertical' ? plan.x : plan.y;
  if (axis.shows !== 'category') {
    return { brackets: [], problems: [error('brackets-need-categories', {}, locate('brackets'))] };
  }
  const { categories } = axis;
  const groups = plan.series.flatMap(({ category }) => (category ? [category] : []));
  const find = (known: readonly Category[], value: unknown, path: string): number => {
    const at = findCategory(known, String(value));
    if (at < 0) {
      const names = known.map(({ name }) => name);
      const facts = {
        column: 'the chart',
        value: String(value),
        path,
        known: names,
        nearest: nearest(String(value), names),
      };
      problems.push(error('value-unknown', facts, locate(path)));
    }
    return at;
  };
  const brackets = wanted.map(({ between, at, mark }, i): Bracket => {
    const from = `brackets.${i}`;
    const known = at === undefined ? categories : groups;
    const place = (k: 0 | 1) => find(known, entryAt(between, k), `${from}.between.${k}`);
    const set = at === undefined ? undefined : find(categories, at, `${from}.at`);
    return { between: [place(0), place(1)], ...(set === undefined ? {} : { at: set }), mark, from };
  });
  return { brackets, problems };
}
