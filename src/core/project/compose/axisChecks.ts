import { axesOf } from '../../chart/frame/axes.js';
import { labelOf } from '../../chart/frame/variableTitle.js';
import type { Plan, ValueAxis } from '../../chart/plan.js';
import { dateLimit } from '../../data/dates.js';
import { typeOf } from '../../layout/marks/marks.js';
import { error, type Place, type Problem, warning } from '../../problem/problem.js';
import { decimalsOf, formatNumber } from '../../scale/numberFormat.js';
import type { Settings } from '../../style/settings.js';

/** Lengths of one unit are compared where both axes show numbers in proportion. */
function equalProblems(plan: Plan, settings: Settings, placeOf: (path: string) => Place | undefined): Problem[] {
  const odd = (['x', 'y'] as const).find((axis) => {
    const shown = plan[axis];
    const plain = shown.shows === 'value' && shown.form !== 'date' && !shown.quiet;
    return !plain || settings.axes[axis].scale !== 'linear';
  });
  return odd ? [error('equal-scales', { axis: odd }, placeOf('panel.equalScales'))] : [];
}

/** A title in letters that can be compared: without markup, case and unit. */
const bare = (title: string): string =>
  title
    .replace(/[*^~]/g, '')
    .replace(/\s*[([/].*$/, '')
    .trim()
    .toLowerCase();

/** Titles by hand that stand on the axis of the other variable. */
function swappedTitles(plan: Plan, settings: Settings, placeOf: (path: string) => Place | undefined): Problem[] {
  const axes = axesOf(plan);
  return axes.flatMap(([axis, shown]): Problem[] => {
    const title = settings.axes[axis]?.title;
    const label = bare(labelOf(shown.title));
    if (title === undefined || title === '' || bare(title) === label) return [];
    const far = axes.find(
      ([name, { title: other }]) => name !== axis && labelOf(other) !== '' && bare(labelOf(other)) === bare(title),
    );
    const path = `axes.${axis}.title`;
    return far
      ? [warning('titles-swapped', { path, title, other: far[0], own: labelOf(shown.title) }, placeOf(path))]
      : [];
  });
}

/** Reports limits of the wrong type (dates on an axis of numbers, or the reverse) and limits with nothing between them. */
function dateProblems(
  shown: ValueAxis,
  limits: Record<'from' | 'to', number | string | undefined>,
  axis: string,
  placeOf: (path: string) => Place | undefined,
): Problem[] {
  const isDate = shown.form === 'date';
  const given = (['from', 'to'] as const).flatMap((end) => {
    const value = limits[end];
    return value === undefined || value === 'possible' || value === 'data' ? [] : [{ end, value }];
  });
  const wrong = given.flatMap(({ end, value }): Problem[] => {
    const path = `axes.${axis}.${end}`;
    const expects = isDate ? 'a date such as 2026-05-01, without a time zone' : 'a number';
    if (isDate ? dateLimit(value, end, true) !== undefined : typeof value === 'number') return [];
    return [error('wrong-type', { path, found: JSON.stringify(value), expects }, placeOf(path))];
  });
  if (wrong.length > 0 || !isDate || given.length < 2) return wrong;
  const [from, to] = given.flatMap(({ end, value }) => dateLimit(value, end, true) ?? []);
  const path = `axes.${axis}`;
  const facts = { path, from: limits.from ?? '', to: limits.to ?? '' };
  return from !== undefined && to !== undefined && from < to
    ? []
    : [error('limits-reversed', facts, placeOf(`${path}.to`))];
}

/** Reports axis settings that do not suit the values, such as a log axis with zeros, or "possible" limits for a variable without a range. */
export function axisChecks(plan: Plan, settings: Settings, placeOf: (path: string) => Place | undefined): Problem[] {
  const compared = settings.panel.equalScales ? equalProblems(plan, settings, placeOf) : [];
  const found = axesOf(plan).flatMap(([axis, shown]): Problem[] => {
    const asked = settings.axes[axis];
    if (shown.shows !== 'value' || !asked) return [];
    const { scale, from, to } = asked;
    const problems: Problem[] = [];
    if (scale === 'log' && shown.least <= 0) {
      const bars = plan.series.some(({ marks }) => marks.some((mark) => typeOf(mark).needsZero));
      const least = formatNumber(shown.least, decimalsOf(shown.least), settings.numbers);
      problems.push(error('log-needs-positive', { axis, least, bars }, placeOf(`axes.${axis}.scale`)));
    }
    problems.push(...dateProblems(shown, { from, to }, axis, placeOf));
    if ('second' in asked && asked.second && shown.form === 'date') {
      const path = `axes.${axis}.second`;
      problems.push(
        warning('setting-idle', { path, needs: 'an axis of numbers: dates have no other unit' }, placeOf(path)),
      );
    }
    for (const [end, value] of Object.entries({ from, to })) {
      if (value !== 'possible' || shown.possible) continue;
      const path = `axes.${axis}.${end}`;
      problems.push(
        error('range-unknown', { path, column: labelOf(shown.title), counts: shown.counts === true }, placeOf(path)),
      );
    }
    return problems;
  });
  return [...compared, ...found, ...swappedTitles(plan, settings, placeOf)];
}
