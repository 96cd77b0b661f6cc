import { entryAt } from '../../at.js';
import type { ValueAxis } from '../../chart/plan.js';
import type { Box, PlateItem } from '../../plate/plate.js';
import { chooseLogTicks } from '../../scale/logTicks.js';
import { decimalsOf, formatNumber } from '../../scale/numberFormat.js';
import { type NumberScale, position } from '../../scale/numberScale.js';
import { chooseTicks, type Ticks } from '../../scale/ticks.js';
import type { SecondUnit } from '../../style/settings.js';
import type { TextBlock } from '../../type/textBlock.js';
import type { Point } from '../ink/point.js';
import { opticalMiddle, textAt, textLabel, tight, turnedTextAt } from '../words/textAt.js';
import { em, scaledSize, setRole, type Typesetter } from '../words/typesetter.js';
import { comfort, type Fitting, labelGap } from './axis.js';
import { straightLine } from './axisInk.js';
import { axisTitleText } from './axisTitle.js';

type SecondFitting = Pick<Fitting<ValueAxis>, 'sheet' | 'plan' | 'at' | 'length'>;

/** A second unit on the opposite side of an axis: the same numbers converted, with their own ticks. */
export interface SecondAxis {
  at: 'x' | 'y';
  /** Where its ticks are, as values of the axis itself. */
  values: number[];
  labels: TextBlock[];
  title?: TextBlock | undefined;
  /** From the panel to the far side of its labels. */
  depth: number;
  /** How far its labels stick out beyond the ends of the axis. */
  overhang: { before: number; after: number };
}

const converted = ({ factor = 1, offset = 0 }: SecondUnit, value: number) =>
  Number((factor * value + offset).toPrecision(12));
const back = ({ factor = 1, offset = 0 }: SecondUnit, value: number) => (value - offset) / factor;

/** The ticks of the second unit between the converted limits. */
function ticksOf(
  { sheet, at, length }: Pick<SecondFitting, 'sheet' | 'at' | 'length'>,
  second: SecondUnit,
  { low, high }: Ticks,
  of: Setter,
) {
  const ends = [converted(second, low), converted(second, high)];
  const [from, to] = [Math.min(...ends), Math.max(...ends)];
  const size = scaledSize(sheet.settings.text.tickLabel, sheet.scale);
  const extent = (block: TextBlock) => (at === 'x' ? block.width : block.height) + labelGap[at] * size;
  const limits = { least: from, greatest: to, from, to, length };
  const { scale, base } = sheet.settings.axes[at];
  if (scale === 'log') {
    const labelRoom = (value: number) => extent(of(value, decimalsOf(value)));
    return chooseLogTicks({ ...limits, base, powers: false, labelRoom });
  }
  const labelRoom = ({ values, decimals }: Ticks) =>
    Math.max(...[values[0] ?? from, values.at(-1) ?? to].map((value) => extent(of(value, decimals))));
  return chooseTicks({ ...limits, step: second.step, comfort: comfort[at], labelRoom });
}

type Setter = (value: number, decimals: number) => TextBlock;

/** Fits the second unit of an axis to a length; undefined if the author asks for none. */
export function fitSecondAxis(
  { sheet, plan, at, length }: SecondFitting,
  ticks: Ticks,
  scale: NumberScale,
): SecondAxis | undefined {
  const settings = sheet.settings.axes[at];
  const { second } = settings;
  if (!second || plan.form === 'date') return undefined;
  const set: Setter = (value, decimals) =>
    setRole(sheet, 'tickLabel', formatNumber(value, decimals, sheet.settings.numbers));
  const found = ticksOf({ sheet, at, length: Math.abs(scale.to - scale.from) }, second, ticks, set);
  const written = found.values.map((value) =>
    set(value, settings.scale === 'log' ? decimalsOf(value) : found.decimals),
  );
  const values = found.values.map((value) => back(second, value));
  const size = em(sheet);
  const across = written.reduce((most, block) => Math.max(most, at === 'x' ? block.height : block.width), 0);
  const starts = written.map((block, i) => {
    const middle = at === 'x' ? block.width / 2 : opticalMiddle(block);
    return position(scale, entryAt(values, i)) - middle;
  });
  const along = (block: TextBlock) => (at === 'x' ? block.width : block.height);
  const words = axisTitleText(plan, at, sheet, second);
  return {
    at,
    values,
    labels: written,
    title: words && setRole(sheet, 'axisTitle', words.text, { width: length, balanced: true, breakWords: true }),
    depth: tickLength(sheet, at) + sheet.settings.space.tickLabel * size + across,
    overhang: {
      before: Math.max(0, ...starts.map((start) => -start)),
      after: Math.max(0, ...written.map((block, i) => entryAt(starts, i) + along(block) - length)),
    },
  };
}

/** Its ticks do not match the grid lines, so they have tick marks in every style. */
const tickLength = (sheet: Typesetter, at: 'x' | 'y'): number => sheet.settings.axes[at].tickLength * em(sheet);

/** From the labels to the far side of the title. */
export const secondTitleDepth = (sheet: Typesetter, second: SecondAxis | undefined): number =>
  second?.title ? sheet.settings.space.axisTitle * em(sheet) + second.title.height : 0;

/**
 * The line, tick marks and labels of a second unit at the far side of a panel.
 *
 * @param offset how far beyond the panel its line stands
 */
export function secondInk(
  sheet: Typesetter,
  second: SecondAxis,
  scale: NumberScale,
  { panel, offset }: { panel: Box; offset: number },
): PlateItem[] {
  const { at, values, labels } = second;
  const { line, tickMarks } = sheet.settings.axes[at];
  const role = `axes.${at}.second`;
  const [edge, out] = at === 'x' ? [panel.y - offset, -1] : [panel.x + panel.width + offset, 1];
  const place = (along: number, across: number): Point => (at === 'x' ? [along, across] : [across, along]);
  const [start, end] = at === 'x' ? [panel.x, panel.x + panel.width] : [panel.y, panel.y + panel.height];
  const stroke = { width: tickMarks?.width ?? Math.max(line.width, 0.5), color: tickMarks?.color ?? line.color };
  const length = tickLength(sheet, at);
  const items: PlateItem[] = [];
  if (line.width > 0)
    items.push(straightLine({ role: `${role}.line`, from: role }, line, place(start, edge), place(end, edge)));
  const gap = length + sheet.settings.space.tickLabel * em(sheet);
  for (const [i, value] of values.entries()) {
    const along = position(scale, value);
    if (length > 0) {
      const ink = { role: `${role}.ticks[${i}]`, from: role };
      items.push(straightLine(ink, stroke, place(along, edge), place(along, edge + out * length)));
    }
    const block = entryAt(labels, i);
    const label = textLabel(sheet, 'tickLabel', { role: `${role}.labels[${i}]`, from: role });
    const item =
      at === 'x'
        ? textAt(block, [along - block.width / 2, edge - gap - block.height], label, 'middle')
        : textAt(block, [edge + gap, along - opticalMiddle(block)], label);
    items.push(tight(item, block));
  }
  return items;
}

/** The title of a second unit, beyond a depth of ticks and labels at the far side of all panels. */
export function secondTitleInk(sheet: Typesetter, { at, title }: SecondAxis, frame: Box, depth: number): PlateItem[] {
  if (!title) return [];
  const near = depth + sheet.settings.space.axisTitle * em(sheet);
  const label = {
    role: `axes.${at}.second.title`,
    from: `axes.${at}.second`,
    kind: 'axisTitle' as const,
    color: sheet.settings.text.axisTitle.color,
  };
  if (at === 'x') {
    const x = frame.x + (frame.width - title.width) / 2;
    return [textAt(title, [x, frame.y - near - title.height], label, 'middle')];
  }
  const y = frame.y + (frame.height - title.width) / 2;
  return [turnedTextAt(title, [frame.x + frame.width + near, y], label, 'middle')];
}
