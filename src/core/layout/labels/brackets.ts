import type { Box, PlateItem } from '../../plate/plate.js';
import { pairOf } from '../../tuple.js';
import type { TextBlock } from '../../type/textBlock.js';
import { type PanelScales, placeAt } from '../axes/panelScales.js';
import { boxOfShape, type InkIndex } from '../ink/inkIndex.js';
import { pathThrough } from '../ink/lineInk.js';
import type { Point } from '../ink/point.js';
import { shapesOf, typeOf } from '../marks/marks.js';
import type { Sheet } from '../sheet.js';
import { type Label, opticalMiddle, textAt, textLabel } from '../words/textAt.js';
import { em, setRole } from '../words/typesetter.js';
import type { Bracket } from './asked.js';

/** Where one end of a bracket stands along the axis of categories. */
function endOf(sheet: Sheet, scales: PanelScales, { at }: Bracket, end: number): number {
  const along = sheet.plan.direction === 'vertical' ? scales.x : scales.y;
  if (at === undefined) return placeAt(along, end);
  const stands = (sheet.plan.series[end]?.marks ?? []).flatMap(
    (mark) => typeOf(mark).onCategories?.(mark, sheet, scales) ?? [],
  );
  return stands.find(({ category }) => category === at)?.middle ?? placeAt(along, at);
}

/** A stretch along the categories, taken up to a height above the foot of the panel. */
interface Taken {
  from: number;
  to: number;
  height: number;
}

/** The page as brackets see it: along the categories, and upwards from where the values begin. */
interface Ground {
  /** Along the categories and upwards, on the page. */
  onPage(along: number, height: number): Point;
  /** What a box takes along the categories, and how high it reaches. */
  over(box: Box): Taken;
  /** How much of a block lies along the categories, and how much upwards. */
  extent(block: TextBlock): { along: number; up: number };
  /** A block in the middle of a place along the categories, from a height on. */
  words(block: TextBlock, along: number, height: number, label: Label): PlateItem;
}

function groundOf(sheet: Sheet, scales: PanelScales): Ground {
  const vertical = sheet.plan.direction === 'vertical';
  const values = vertical ? scales.y : scales.x;
  const foot = placeAt(values, values.shows === 'value' ? values.low : 0);
  // Upwards is away from where the values begin, also where the axis runs the other way.
  const up = Math.sign(values.to - values.from) || 1;
  return {
    onPage: (along, height) => (vertical ? [along, foot + up * height] : [foot + up * height, along]),
    over({ x, y, width, height }) {
      const [from, along, near, deep] = vertical ? [x, width, y, height] : [y, height, x, width];
      return { from, to: from + along, height: Math.max((near - foot) * up, (near + deep - foot) * up) };
    },
    extent: ({ width, height }) => (vertical ? { along: width, up: height } : { along: height, up: width }),
    words(block, along, height, label) {
      const near = foot + up * height;
      if (vertical)
        return textAt(block, [along - block.width / 2, up < 0 ? near - block.height : near], label, 'middle');
      return textAt(block, [up > 0 ? near : near - block.width, along - opticalMiddle(block)], label);
    },
  };
}

/**
 * Brackets over the marks that they span, the narrow ones first, each beyond what it would touch. Where the panel is too
 * small for them they stand outside it, and it makes room.
 */
export function bracketInk(sheet: Sheet, scales: PanelScales, ink: InkIndex): PlateItem[] {
  const { brackets = [], plan } = sheet;
  const categories = plan.direction === 'vertical' ? scales.x : scales.y;
  if (brackets.length === 0 || categories.shows !== 'category') return [];
  const size = em(sheet);
  const ground = groundOf(sheet, scales);
  const stroke = { width: sheet.settings.errorBars.width, color: sheet.settings.errorBars.color };
  const slot = Math.abs(categories.to - categories.from) / categories.count;
  const taken: Taken[] = shapesOf(sheet, scales).map((shape) => ground.over(boxOfShape(shape)));
  const wanted = brackets.map((bracket, i) => {
    const ends = pairOf(bracket.between, (end) => endOf(sheet, scales, bracket, end));
    return { bracket, i, low: Math.min(...ends), high: Math.max(...ends) };
  });
  const items: PlateItem[] = [];
  for (const { bracket, i, low, high } of wanted.sort((a, b) => a.high - a.low - (b.high - b.low))) {
    const block = setRole(sheet, 'dataLabel', bracket.mark);
    const { along, up } = ground.extent(block);
    const middle = (low + high) / 2;
    const reach = bracket.at === undefined ? slot * 0.3 : slot * 0.02;
    const from = Math.min(low - reach, middle - along / 2);
    const to = Math.max(high + reach, middle + along / 2);
    const under = taken
      .filter((own) => own.to >= from && own.from <= to)
      .reduce((most, own) => Math.max(most, own.height), 0);
    const foot = under + 0.45 * size;
    const line = foot + 0.35 * size;
    const gap = plan.direction === 'vertical' ? 0.05 * size : 0.25 * size;
    const ends = (
      [
        [low, foot],
        [low, line],
        [high, line],
        [high, foot],
      ] satisfies [number, number][]
    ).map(([a, h]) => ground.onPage(a, h));
    const label = textLabel(sheet, 'dataLabel', { role: `brackets[${i}].mark`, from: bracket.from });
    items.push(pathThrough(ends, { role: `brackets[${i}]`, from: bracket.from }, { stroke }));
    const words = ground.words(block, middle, line + gap, label);
    items.push(words);
    ink.add(words.box);
    taken.push({ from, to, height: line + gap + up + 0.1 * size });
  }
  return items;
}
