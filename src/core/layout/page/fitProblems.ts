import { entryAt } from '../../at.js';
import { type Problem, warning } from '../../problem/problem.js';
import type { AxisName, TextRole } from '../../schema/look/names.js';
import type { AnyAxis } from '../axes/anyAxis.js';
import type { FittedValueAxis } from '../axes/valueAxis.js';
import { hasShades } from '../ink/shades.js';
import { keyOf, typeOf } from '../marks/marks.js';
import type { Sheet } from '../sheet.js';
import type { Scene } from '../space/scene.js';
import { labelParts } from '../words/labelWords.js';
import { scaledSize, type Typesetter } from '../words/typesetter.js';
import type { SettledPanel } from './settled.js';

const axisRoles: readonly TextRole[] = ['axisTitle', 'tickLabel'];

function axisProblems(sheet: Sheet, axis: AnyAxis): Problem[] {
  if (axis.shows === 'none') return [];
  if (axis.shows === 'value') return [...axis.problems, ...cutProblems(sheet, axis)];
  const { labels, count, at } = axis;
  return labels.length < count ? [warning('labels-thinned', { axis: at, shown: labels.length, count })] : [];
}

/** Marks that reach beyond the limits of an axis. */
function cutProblems(
  { plan }: Sheet,
  axis: Pick<FittedValueAxis, 'ticks' | 'decimals' | 'write'> & { at: AxisName },
): Problem[] {
  const { low, high } = axis.ticks;
  const slack = 1e-9 * (high - low);
  let [cut, least, greatest] = [0, Infinity, -Infinity];
  for (const { marks } of plan.series) {
    for (const mark of marks) {
      const type = typeOf(mark);
      const ends = (type.inside ?? type.ends)(mark, plan)[axis.at] ?? [];
      let outside = 0;
      for (let i = 0; i < ends.length; i += 1) {
        const end = entryAt(ends, i);
        least = Math.min(least, end);
        greatest = Math.max(greatest, end);
        if (end > high + slack || end < low - slack) outside += 1;
      }
      cut += type.isMany ? outside : Math.min(1, outside);
    }
  }
  if (cut === 0) return [];
  const write = (end: number) => axis.write(end, axis.decimals + 1);
  const isCounted = plan.series.some(({ marks }) => marks.some((mark) => typeOf(mark).isMany || typeOf(mark).ofCases));
  const facts = { axis: axis.at, count: cut, low: write(least), high: write(greatest), isCounted };
  return [warning('data-outside', facts)];
}

/** Problems of the axes of a scene. */
function sceneProblems(sheet: Sheet, scene: Scene | undefined): Problem[] {
  return (scene?.axes ?? []).flatMap(({ at, fitted, isEndOn, isUntitled }) => [
    ...fitted.problems,
    ...cutProblems(sheet, { ...fitted, at }),
    ...(isEndOn ? [warning('axis-end-on', { axis: at })] : []),
    ...(isUntitled ? [warning('axis-crowded', { axis: at })] : []),
  ]);
}

/** The smallest text along the axes at its size in the document, if that is below its least size. */
function smallestPlaced({ settings, scale }: Typesetter): { size: number; least: number; path: string } | undefined {
  if (settings.placed >= 1) return undefined;
  const sizes = axisRoles.map((role) => {
    const style = settings.text[role];
    return { size: scaledSize(style, scale) * settings.placed, least: style.least };
  });
  const worst = sizes.reduce((a, b) => (b.size / b.least < a.size / a.least ? b : a));
  // Text enlarged for the document has a least size enlarged with it.
  const least = worst.least * (settings.grown ? settings.placed : 1);
  if (worst.size >= least - 1e-6) return undefined;
  return { size: Number(worst.size.toFixed(1)), least: Number(least.toFixed(1)), path: 'size.placed' };
}

/** How many series can be told apart by what their marks vary: colour, pattern, marker or dash. */
function looksOf({ plan, settings }: Sheet): number {
  const { palette, markers, lines } = settings;
  const [first] = plan.series;
  const key = first ? keyOf(first) : 'fill';
  const further = { fill: palette.patterns, marker: markers.shapes, line: lines.dashes }[key];
  return Math.max(palette.groups.length, further.length);
}

/** Problems of a figure as laid out: what was made smaller, left out or cut off. */
export function fitProblems(sheet: Sheet, { x, y, scene, labels }: SettledPanel): Problem[] {
  const { plan, settings, scale } = sheet;
  const problems = [...axisProblems(sheet, x), ...axisProblems(sheet, y), ...sceneProblems(sheet, scene)];
  const shown = labelParts(settings);
  if (shown.length > 0 && labels.count + labels.leftOut === 0) {
    problems.push(warning('setting-idle', { path: 'dataLabels.show', needs: 'a chart whose marks end at a value' }));
  }
  const whole = plan.series.some(({ marks }) => marks.some((mark) => 'share' in mark && mark.share));
  if (shown.includes('percent') && shown.length > 1 && !whole) {
    problems.push(warning('setting-idle', { path: 'dataLabels.show', needs: 'counts, sums or shares for "percent"' }));
  }
  for (const path of labels.callouts.outside) problems.push(warning('callout-outside', { path }));
  for (const path of labels.callouts.tooLarge) problems.push(warning('callout-too-large', { path }));
  for (const path of labels.callouts.covering) problems.push(warning('callout-covers', { path }));
  if (labels.namesLeftOut > 0) problems.push(warning('names-left-out', { count: labels.namesLeftOut }));
  if (labels.leftOut > 0) problems.push(warning('data-labels-left-out', { count: labels.leftOut }));
  const small = smallestPlaced(sheet);
  if (small) problems.push(warning('text-small-placed', small));
  if (scale < 1) {
    const least = Math.min(...axisRoles.map((role) => scaledSize(settings.text[role], scale)));
    const facts = { least: Number(least.toFixed(1)), preferred: settings.text.size, percent: Math.round(scale * 100) };
    problems.push(warning('text-shrunk', facts));
  }
  if (plan.shades && !plan.shades.surfaces && !hasShades(sheet)) {
    const needs = 'a style with a ramp of colours under palette.sequential; in black ink "size" shows a third variable';
    problems.push(warning('setting-idle', { path: 'chart.color', needs }));
  }
  const looks = looksOf(sheet);
  if (plan.legend && plan.series.length > looks) {
    problems.push(warning('colors-repeat', { groups: plan.series.length, colors: looks }));
  }
  return problems;
}
