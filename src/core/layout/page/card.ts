import { dashed } from '../../color/dashes.js';
import type { Box, PlateItem } from '../../plate/plate.js';
import {
  type Dash,
  dashes,
  type MarkerShape,
  markerShapes,
  type PatternName,
  patternNames,
  type TextRole,
} from '../../schema/look/names.js';
import { barRect } from '../ink/fillInk.js';
import { pathThrough } from '../ink/lineInk.js';
import type { Fill } from '../ink/looks.js';
import type { Point } from '../ink/point.js';
import { markerOf } from '../marks/markers.js';
import { textAt, textLabel } from '../words/textAt.js';
import { em, setRole, type Typesetter } from '../words/typesetter.js';

const middleOf = ({ x, y, width, height }: Box): Point => [x + width / 2, y + height / 2];

/** One option: its name as authors write it, and its ink in a box of a given size. */
interface Sample {
  name: string;
  ink(key: Box, role: string): PlateItem[];
}

/** Samples under a heading with the name of the setting they are for. */
interface Section {
  title: string;
  samples: Sample[];
}

const fillOf = (color: string, pattern?: Fill['pattern']): Fill => ({
  color,
  from: 'colors',
  ...(pattern === undefined || pattern === 'solid' ? {} : { pattern }),
});

/** The ink of a pattern, a marker or a dash, by its name. */
export const inkOf = {
  pattern:
    (sheet: Typesetter, ink: string, name: PatternName): Sample['ink'] =>
    (rect, role) =>
      barRect(sheet, { rect }, fillOf(ink, name), role),
  marker:
    (sheet: Typesetter, ink: string, shape: MarkerShape): Sample['ink'] =>
    (key, role) => [markerOf(sheet, { shape, fill: fillOf(ink) }, role, middleOf(key))],
  dash:
    (sheet: Typesetter, ink: string, name: Dash): Sample['ink'] =>
    ({ x, y, width, height }, role) => {
      const ends: Point[] = [
        [x, y + height / 2],
        [x + width, y + height / 2],
      ];
      return [pathThrough(ends, { role, from: 'lines' }, { stroke: dashed(sheet.settings.lines.width, ink, name) })];
    },
};

/** The longest ramps of a style. */
export type Ramps = Readonly<Record<'sequential' | 'diverging', readonly string[]>>;

/** Everything a style offers, drawn in its own look. */
function sections(sheet: Typesetter, colors: Readonly<Record<string, string>>, ramps: Ramps): Section[] {
  const { palette, text } = sheet.settings;
  const ink = text.legendEntry.color;
  const box = (name: string, fill: Fill): Sample => ({
    name,
    ink: (rect, role) => barRect(sheet, { rect }, fill, role),
  });
  const used =
    <T extends string>(names: readonly T[], own: readonly T[]) =>
    (name: T) => {
      const at = own.indexOf(name);
      return names.includes(name) && at >= 0 ? `${name} (${at + 1})` : name;
    };
  const patternName = used(patternNames, palette.patterns);
  const markerName = used(markerShapes, sheet.settings.markers.shapes);
  const dashName = used(dashes, sheet.settings.lines.dashes);
  return [
    { title: 'colors, by name', samples: Object.entries(colors).map(([name, color]) => box(name, fillOf(color))) },
    {
      title: 'palette.groups, in order',
      samples: palette.groups.map((color, i) => box(`${i + 1}  ${color}`, fillOf(color))),
    },
    ...(['sequential', 'diverging'] as const).flatMap((name) => {
      const ramp = ramps[name];
      if (new Set(ramp).size < 2) return [];
      const samples = ramp.map((color, i) => box(`${i + 1}  ${color}`, fillOf(color)));
      return [{ title: `palette.${name}, the longest`, samples }];
    }),
    {
      title: 'palette.patterns',
      samples: patternNames.map((name) => ({ name: patternName(name), ink: inkOf.pattern(sheet, ink, name) })),
    },
    {
      title: 'markers.shapes',
      samples: markerShapes.map((name) => ({ name: markerName(name), ink: inkOf.marker(sheet, ink, name) })),
    },
    {
      title: 'lines.dashes',
      samples: dashes.map((name) => ({ name: dashName(name), ink: inkOf.dash(sheet, ink, name) })),
    },
  ];
}

/**
 * A card of what a style offers: colours, patterns, markers and dashes with their names, numbered in the order of the style.
 */
export function styleCard(
  sheet: Typesetter,
  title: string,
  colors: Readonly<Record<string, string>>,
  ramps: Ramps,
): { items: PlateItem[]; width: number; height: number } {
  const size = em(sheet);
  const border = 1.4 * size;
  const items: PlateItem[] = [];
  const all = sections(sheet, colors, ramps).filter(({ samples }) => samples.length > 0);
  const label = (role: TextRole, from: string) => textLabel(sheet, role, { role: from, from });
  const widest = Math.max(
    ...all.flatMap(({ samples }) => samples.map(({ name }) => setRole(sheet, 'legendEntry', name).width)),
  );
  const key = { width: 3.2 * size, height: 1.25 * size };
  const cell = { width: key.width + 0.6 * size + widest + 1.6 * size, height: 2.1 * size };
  const columns = 4;
  const heading = setRole(sheet, 'heading', title);
  items.push(textAt(heading, [border, border], label('heading', 'heading')));
  let y = border + heading.height + 1.2 * size;
  for (const [s, { title: name, samples }] of all.entries()) {
    const block = setRole(sheet, 'legendTitle', name);
    items.push(textAt(block, [border, y], label('legendTitle', `sections[${s}].title`)));
    y += block.height + 0.7 * size;
    for (const [i, sample] of samples.entries()) {
      const x = border + (i % columns) * cell.width;
      const top = y + Math.floor(i / columns) * cell.height;
      const role = `sections[${s}].samples[${i}]`;
      const words = setRole(sheet, 'legendEntry', sample.name);
      items.push(...sample.ink({ x, y: top, ...key }, role));
      const middle = top + key.height / 2 - words.ascent + words.capHeight / 2;
      items.push(textAt(words, [x + key.width + 0.6 * size, middle], label('legendEntry', `${role}.name`)));
    }
    y += Math.ceil(samples.length / columns) * cell.height + 0.9 * size;
  }
  return { items, width: 2 * border + columns * cell.width - 1.6 * size, height: y + border - 0.9 * size };
}
