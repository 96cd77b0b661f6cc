import { entryAt } from '../../at.js';
import type { Cell, Plan, Series } from '../../chart/plan.js';
import { lengthInPoints } from '../../schema/length.js';
import type { PatternName } from '../../schema/look/names.js';
import { given } from '../../style/given.js';
import type { Settings } from '../../style/settings.js';
import type { Sheet } from '../sheet.js';
import type { AccentLook, Fill, WordLook } from './looks.js';
import { groundOf, isSeen, surfaceOf } from './seen.js';

const covers = (accent: Cell, cell: Cell) =>
  Object.entries(accent).every(([variable, code]) => cell[variable] === code);

/** Whether a mark may belong to what is singled out; a legend key stands for marks of several cells. */
const mayBe = (spotlit: Cell, cell: Cell) =>
  Object.entries(spotlit).every(([variable, code]) => cell[variable] === undefined || cell[variable] === code);

/** What accents say of a cell, the wider under the narrower: one that names more variables, or stands later. */
export function accentOf({ plan, colors }: Pick<Sheet, 'plan' | 'colors'>, cell: Cell): AccentLook & { from?: string } {
  if (plan.singled.accents.length === 0) return {};
  const accents = plan.singled.accents
    .filter((accent) => covers(accent.cell, cell))
    .sort((a, b) => Object.keys(a.cell).length - Object.keys(b.cell).length || a.index - b.index);
  const joined: AccentLook & { from?: string } = {};
  for (const { index } of accents) {
    const look = entryAt(colors.accents, index);
    const { outline, line, label, words } = joined;
    Object.assign(joined, look);
    if (outline) joined.outline = { ...outline, ...look.outline };
    if (line) joined.line = { ...line, ...look.line };
    if (label) joined.label = { ...label, ...look.label };
    if (words) joined.words = { ...words, ...look.words };
    if (look.fill !== undefined) joined.from = `accents.${index}.fill`;
    else if (Object.keys(look).some((key) => key !== 'label' && key !== 'words')) joined.from ??= `accents.${index}`;
  }
  return joined;
}

/** The colours of the series: those of groups, or the ramp of as many colours as there are series, or of more. */
function seriesColors(
  { series, ramp }: Plan,
  palette: Settings['palette'],
): { colors: readonly string[]; from: string } {
  const use = palette.use === 'fitting' ? (ramp ?? 'groups') : palette.use;
  if (use === 'groups') return { colors: palette.groups, from: 'palette.groups' };
  const ramps = palette[use];
  const count = series.filter(({ category, quiet }) => category && !quiet).length;
  const sizes = Object.keys(ramps)
    .map(Number)
    .sort((a, b) => a - b);
  const size = sizes.find((own) => own >= count) ?? sizes.at(-1);
  return size === undefined
    ? { colors: palette.groups, from: 'palette.groups' }
    : { colors: ramps[size] ?? [], from: `palette.${use}.${size}` };
}

/** The fill that the style and the codebook give, before accents. */
function plainFill({ plan, settings, colors }: Sheet, series: Series, place: number, cell: Cell): Fill {
  const { palette } = settings;
  const { spotlight } = plan.singled;
  const isLit = spotlight.length > 0;
  if (series.quiet || (isLit && !spotlight.some((spotlit) => mayBe(spotlit, cell)))) {
    return { color: palette.quiet, from: 'palette.quiet', pattern: palette.quietPattern, quiet: true };
  }
  const pattern = patternOf(palette, plan, series, place, isLit);
  const [variable, code] = Object.entries(cell)[0] ?? [];
  const tied = series.color ?? (code === undefined ? undefined : plan.categoryColors.get(code));
  if (tied !== undefined) {
    const from = series.category ? 'codebook' : `codebook.variables.${variable}.colors.${code}`;
    return { color: colors.read(tied) ?? palette.single, from, pattern };
  }
  // In the light stands the first colour of the groups, since that of a single series is a calm one.
  if (!series.category && !isLit) return { color: palette.single, from: 'palette.single', pattern };
  const { colors: groups, from } = seriesColors(plan, palette);
  const at = series.category ? place % Math.max(1, groups.length) : 0;
  const color = groups[at];
  return color === undefined
    ? { color: palette.single, from: 'palette.single', pattern }
    : { color, from: `${from}.${at}`, pattern };
}

/** Patterns to both sides of an open middle, if there is one; an even number has none. */
function aroundOpen(patterns: readonly PatternName[], count: number): readonly PatternName[] {
  if (!patterns.includes('open')) return patterns;
  const others = patterns.filter((name) => name !== 'open');
  const half = Math.floor(count / 2);
  return count % 2 === 0 ? others : [...others.slice(0, half), 'open', ...others.slice(half)];
}

/** The pattern of a series among others, or of one that stands alone. */
function patternOf(
  palette: Settings['palette'],
  { ramp, series: all }: Plan,
  series: Series,
  place: number,
  isLit: boolean,
): PatternName {
  if (series.category) {
    const patterns = ramp === 'diverging' ? aroundOpen(palette.patterns, all.length) : palette.patterns;
    return patterns[place % Math.max(1, patterns.length)] ?? 'solid';
  }
  // Where everything has the pattern of what stands back, the spotlight falls on what is solid.
  return isLit && palette.pattern === palette.quietPattern ? 'solid' : palette.pattern;
}

/** The fill of a series that has a look of its own, which stands beside it and not in an accent. */
function withOwnLook({ settings, colors }: Sheet, { look }: Series, fill: Fill, place: number): Fill {
  if (!look) return fill;
  const color = look.color === undefined ? undefined : colors.read(look.color);
  const width = look.width === undefined ? undefined : lengthInPoints(look.width, settings.text.size);
  const line = given({ width, dash: look.dash });
  return {
    ...fill,
    ...(color === undefined ? {} : { color, from: `chart.functions.${place}.color` }),
    ...(Object.keys(line).length > 0 ? { line } : {}),
    ...(look.marker === undefined ? {} : { marker: look.marker }),
  };
}

/** Figures of which some fill is too light to be seen without an outline: then all fills have one. */
const heldFigures = new WeakMap<Plan, Map<Settings, boolean>>();

function isHeld(sheet: Sheet): boolean {
  const { plan, settings } = sheet;
  const known = heldFigures.get(plan) ?? new Map<Settings, boolean>();
  heldFigures.set(plan, known);
  const found = known.get(settings);
  if (found !== undefined) return found;
  const isLost = plan.series.some((series, place) => {
    const { color, pattern = 'solid', quiet } = plainFill(sheet, series, place, series.marks[0]?.cell ?? {});
    const isLight =
      color !== 'none' && !isSeen('surface', surfaceOf(settings, { color, from: '' }), groundOf(settings));
    return pattern === 'solid' && !quiet && isLight;
  });
  known.set(settings, isLost);
  return isLost;
}

/**
 * How a mark or legend key is drawn: what accents say, the narrower before the wider, else what stands back, else the
 * colour that the codebook ties to its group, else the palette.
 */
export function fillOf(sheet: Sheet, series: Series, place: number, cell: Cell): Fill {
  const { fill, ...accent } = accentOf(sheet, cell);
  const base = withOwnLook(sheet, series, plainFill(sheet, series, place, cell), place);
  // A fill of one's own would not show where the style leaves fills open.
  const filled =
    base.pattern === 'open'
      ? { color: fill as string, quiet: false, pattern: 'solid' as const }
      : { color: fill as string, quiet: false };
  const { pattern, ...look } = { ...base, ...(fill === undefined ? {} : filled), ...accent };
  if (pattern === undefined || pattern === 'solid') {
    if (look.color !== 'none' && isHeld(sheet)) look.held = true;
  }
  if (look.color === 'none') return { ...look, color: sheet.settings.bars.outline.color, hollow: true };
  return pattern === undefined || pattern === 'solid' ? look : { ...look, pattern };
}

/** The look of the words that name a cell: a tick label, a legend entry, or the name at the end of a line. */
export const wordsOf = (sheet: Pick<Sheet, 'plan' | 'colors'>, cell: Cell): WordLook =>
  accentOf(sheet, cell).words ?? {};
