import type { TextRole } from '../document/look.js';
import { type Problem, warning } from '../document/problem.js';
import { formatNumber } from '../scale/numberFormat.js';
import { drawerOf } from './marks/marks.js';
import type { Fitted, SettledPanel } from './settle.js';
import { type Sheet, scaledSize } from './sheet.js';

const axisRoles: readonly TextRole[] = ['axisTitle', 'tickLabel'];

function axisProblems(sheet: Sheet, axis: Fitted): Problem[] {
  if (axis.shows === 'value') return [...axis.problems, ...cutProblems(sheet, axis)];
  const { labels, count, at } = axis;
  return labels.length < count ? [warning('labels-thinned', { axis: at, shown: labels.length, count })] : [];
}

/** Marks that reach beyond the limits of an axis. */
function cutProblems({ plan, settings }: Sheet, axis: Extract<Fitted, { shows: 'value' }>): Problem[] {
  const { low, high } = axis.ticks;
  const slack = 1e-9 * (high - low);
  const ends = plan.series.flatMap(({ marks }) =>
    marks.map((mark) => drawerOf(mark).ends(mark, plan.direction)[axis.at]),
  );
  const cut = ends.filter((values) => values.some((end) => end > high + slack || end < low - slack)).length;
  if (cut === 0) return [];
  const write = (end: number) => formatNumber(end, axis.decimals + 1, settings.numbers);
  const all = ends.flat();
  const least = all.reduce((a, b) => Math.min(a, b));
  const greatest = all.reduce((a, b) => Math.max(a, b));
  return [warning('data-outside', { axis: axis.at, count: cut, low: write(least), high: write(greatest) })];
}

/** What has to be said of a figure that was laid out: what got smaller, what was left out, what was cut. */
export function fitProblems(sheet: Sheet, { x, y, labels }: SettledPanel): Problem[] {
  const { plan, settings, scale } = sheet;
  const problems = [...axisProblems(sheet, x), ...axisProblems(sheet, y)];
  if (settings.dataLabels.show !== 'none' && labels.items.length + labels.leftOut === 0) {
    problems.push(warning('setting-idle', { path: 'dataLabels.show', needs: 'a chart whose marks end at a value' }));
  }
  if (labels.leftOut > 0) problems.push(warning('data-labels-left-out', { count: labels.leftOut }));
  if (scale < 1) {
    const least = Math.min(...axisRoles.map((role) => scaledSize(settings.text[role], scale)));
    const facts = { least: Number(least.toFixed(1)), preferred: settings.baseSize, percent: Math.round(scale * 100) };
    problems.push(warning('text-shrunk', facts));
  }
  const { groups } = settings.palette;
  if (plan.legend && plan.series.length > groups.length) {
    problems.push(warning('colors-repeat', { groups: plan.series.length, colors: groups.length }));
  }
  return problems;
}
