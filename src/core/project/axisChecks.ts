import type { Plan } from '../chart/plan.js';
import { error, type Place, type Problem } from '../document/problem.js';
import { formatNumber } from '../scale/numberFormat.js';
import type { Settings } from '../style/settings.js';

/** Settings of axes that the values of a chart cannot follow: a log axis of zeros, possible limits that nobody gave. */
export function axisChecks(plan: Plan, settings: Settings, placeOf: (path: string) => Place | undefined): Problem[] {
  return (['x', 'y'] as const).flatMap((axis): Problem[] => {
    const shown = plan[axis];
    if (shown.shows !== 'value') return [];
    const { scale, from, to } = settings.axes[axis];
    const problems: Problem[] = [];
    if (scale === 'log' && shown.least <= 0) {
      const bars = plan.series.some(({ marks }) => marks.some(({ type }) => type === 'bar' || type === 'bin'));
      const least = formatNumber(shown.least, shown.decimals ?? 2, settings.numbers);
      problems.push(error('log-needs-positive', { axis, least, bars }, placeOf(`axes.${axis}.scale`)));
    }
    for (const [end, value] of Object.entries({ from, to })) {
      if (value !== 'possible' || shown.possible) continue;
      const path = `axes.${axis}.${end}`;
      problems.push(error('range-unknown', { path, column: shown.title.label }, placeOf(path)));
    }
    return problems;
  });
}
