import type { Plan } from '../chart/plan.js';
import { error, type Place, type Problem, warning } from '../document/problem.js';
import { typeOf } from '../layout/marks/marks.js';
import { decimalsOf, formatNumber } from '../scale/numberFormat.js';
import type { Settings } from '../style/settings.js';

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
  return (['x', 'y'] as const).flatMap((axis): Problem[] => {
    const other = axis === 'x' ? 'y' : 'x';
    const [own, far, title] = [bare(plan[axis].title.label), bare(plan[other].title.label), settings.axes[axis].title];
    if (title === undefined || title === '' || far === '' || own === far || bare(title) !== far) return [];
    const path = `axes.${axis}.title`;
    return [warning('titles-swapped', { path, title, other, own: plan[axis].title.label }, placeOf(path))];
  });
}

/** Settings of axes that the values of a chart cannot follow: a log axis of zeros, possible limits that nobody gave. */
export function axisChecks(plan: Plan, settings: Settings, placeOf: (path: string) => Place | undefined): Problem[] {
  const compared = settings.panel.equalScales ? equalProblems(plan, settings, placeOf) : [];
  const own = (['x', 'y'] as const).flatMap((axis): Problem[] => {
    const shown = plan[axis];
    if (shown.shows !== 'value') return [];
    const { scale, from, to } = settings.axes[axis];
    const problems: Problem[] = [];
    if (scale === 'log' && shown.least <= 0) {
      const bars = plan.series.some(({ marks }) => marks.some((mark) => typeOf(mark).needsZero));
      const least = formatNumber(shown.least, decimalsOf(shown.least), settings.numbers);
      problems.push(error('log-needs-positive', { axis, least, bars }, placeOf(`axes.${axis}.scale`)));
    }
    for (const [end, value] of Object.entries({ from, to })) {
      if (value !== 'possible' || shown.possible) continue;
      const path = `axes.${axis}.${end}`;
      problems.push(
        error('range-unknown', { path, column: shown.title.label, counts: shown.counts === true }, placeOf(path)),
      );
    }
    return problems;
  });
  return [...compared, ...own, ...swappedTitles(plan, settings, placeOf)];
}
