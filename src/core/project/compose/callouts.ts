import type { AxisPlan, Plan } from '../../chart/plan.js';
import { findCategory } from '../../data/categories.js';
import { parseDate } from '../../data/dates.js';
import type { Callout, Spot } from '../../layout/labels/asked.js';
import { nearest } from '../../problem/nearest.js';
import { error, type Place, type Problem } from '../../problem/problem.js';
import type { FigureContents } from '../files/figureFile.js';

type Given = string | number | boolean;

/** A value along an axis as a number: a number, a date as its day, a category as its place. */
function placeOf(axis: AxisPlan, given: Given, path: string): number | Problem {
  if (axis.shows === 'category') {
    const found = findCategory(axis.categories, String(given));
    if (found >= 0) return found;
    const known = axis.categories.map(({ name }) => name);
    const value = String(given);
    return error('value-unknown', { column: 'the chart', value, path, known, nearest: nearest(value, known) });
  }
  const dated = axis.shows === 'value' && axis.form === 'date';
  const number = dated ? parseDate(String(given), undefined) : Number(given);
  if (Number.isFinite(number)) return number;
  const [expects, example] = dated ? ['a date', '2026-05-01'] : ['a number', '3.5'];
  return error('wrong-type', { path, found: `"${given}"`, expects, example });
}

/** The callouts of one panel, positioned in data units. Reports values that an axis does not have. */
export function readCallouts(
  plan: Plan,
  panel: number,
  wanted: FigureContents['callouts'],
  locate: (path: string) => Place,
): { callouts: Callout[]; problems: Problem[] } {
  const problems: Problem[] = [];
  const read = (axis: AxisPlan, given: Given, path: string): number => {
    const found = placeOf(axis, given, path);
    if (typeof found === 'number') return found;
    problems.push({ ...found, place: locate(path) });
    return 0;
  };
  const point = (given: { x: Given; y: Given; z?: Given | undefined } | undefined, path: string): Spot | undefined => {
    if (!given) return undefined;
    const { x, y } = plan.space?.axes ?? plan;
    const spot = { x: read(x, given.x, `${path}.x`), y: read(y, given.y, `${path}.y`) };
    if (plan.space && given.z !== undefined) return { ...spot, z: read(plan.space.axes.z, given.z, `${path}.z`) };
    if (plan.space) {
      const facts = { path, why: 'a place in space has three numbers', columns: [] };
      problems.push({ ...error('setting-needed', { ...facts, path: `${path}.z` }), place: locate(path) });
    } else if (given.z !== undefined) {
      problems.push({
        ...error('setting-idle', { path: `${path}.z`, needs: 'a chart in space' }),
        place: locate(`${path}.z`),
      });
    }
    return spot;
  };
  const callouts = (wanted ?? []).flatMap(({ panel: own = 1, ...callout }, i): Callout[] => {
    if (own !== panel) return [];
    const from = `callouts.${i}`;
    const [at, to] = [point(callout.at, `${from}.at`), point(callout.to, `${from}.to`)];
    const { text, align = 'start', pointer = 'line' } = callout;
    return [{ text, align, pointer, from, ...(at ? { at } : {}), ...(to ? { to } : {}) }];
  });
  return { callouts, problems };
}
