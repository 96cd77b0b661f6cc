import type { Cell, LineMark, Plan, Series } from '../../chart/plan.js';
import { byCategory } from '../../data/categories.js';
import { decimalsOf, formatNumber } from '../../scale/numberFormat.js';
import { inCase } from '../../type/letterCase.js';
import { withUnit } from '../axes/axisTitle.js';
import { hasShades } from '../ink/shades.js';
import type { Sheet } from '../sheet.js';
import { caseForm } from '../words/typesetter.js';

/** What a legend explains: a group, a reference line, or the area of a marker, under a heading of its own. */
export type LegendEntry =
  | { is: 'group'; text: string; series: Series; place: number; of: Cell; from: string }
  | { is: 'reference'; text: string; mark: LineMark; place: number; from: string }
  | { is: 'heading'; text: string; from: string }
  | { is: 'size'; text: string; area: number; from: string }
  | { is: 'shade'; text: string; shade: number; isInked: boolean; from: string };

function groupEntries({ plan, settings }: Sheet): LegendEntry[] {
  const { words, legend } = settings;
  const { by, entries = [] } = plan.legend ?? {};
  const found = byCategory(entries, legend.names);
  const inStyle = (name: string) => (words.case === 'title' ? inCase(name, 'title', caseForm(settings)) : name);
  return entries.flatMap(({ code, name }, i): LegendEntry[] => {
    const series = plan.series[i];
    if (!series) return [];
    const of: Cell = by === undefined ? {} : { [by]: code };
    const from = by === undefined ? 'chart' : `codebook.variables.${by}.values.${code}`;
    return [{ is: 'group', text: found.get(i) ?? inStyle(name), series, place: i, of, from }];
  });
}

const referenceEntries = ({ references = [] }: Plan): LegendEntry[] =>
  references.flatMap((mark, place): LegendEntry[] =>
    mark.inLegend && mark.name !== undefined
      ? [{ is: 'reference', text: mark.name, mark, place, from: `chart.references.${place}.name` }]
      : [],
  );

/** The words over some keys of numbers: the label in the case of the style, the unit in its form. */
function titleText({ label, unit }: { label: string; unit?: string | undefined }, settings: Sheet['settings']): string {
  const { words } = settings;
  const text = inCase(label, words.case, caseForm(settings));
  return unit === undefined || unit === '' ? text : withUnit(text, unit, words.unit);
}

function sizeEntries({ plan: { sizes }, settings }: Sheet): LegendEntry[] {
  if (!sizes) return [];
  const { numbers } = settings;
  const decimals = sizes.entries.reduce((most, { value }) => Math.max(most, decimalsOf(value)), 0);
  return [
    {
      is: 'heading',
      text: titleText(sizes, settings),
      from: `codebook.variables.${sizes.variable}.label`,
    },
    ...sizes.entries.map(
      ({ value, area }): LegendEntry => ({
        is: 'size',
        text: formatNumber(value, decimals, numbers),
        area,
        from: 'chart.size',
      }),
    ),
  ];
}

function shadeEntries(sheet: Sheet): LegendEntry[] {
  const { settings } = sheet;
  const { shades } = sheet.plan;
  if (!shades) return [];
  const { numbers } = settings;
  const decimals = shades.entries.reduce((most, { value }) => Math.max(most, decimalsOf(value)), 0);
  // Beside the panel the greatest stands at the top, as along an upright axis.
  const rows = settings.legend.place === 'top' || settings.legend.place === 'bottom';
  const entries = rows ? shades.entries : [...shades.entries].reverse();
  // Where there is no colour, cells say their numbers or are inked in part: only what numbers are remains to be said.
  const isColored = hasShades(sheet);
  const keys = shades.surfaces && !isColored && !shades.inked ? [] : entries;
  return [
    {
      is: 'heading',
      text: titleText(shades, settings),
      from: shades.variable === '' ? (shades.from ?? 'chart') : `codebook.variables.${shades.variable}.label`,
    },
    ...keys.map(
      ({ value, shade }): LegendEntry => ({
        is: 'shade',
        text: formatNumber(value, decimals, numbers),
        shade,
        isInked: shades.inked === true && !isColored,
        from: shades.from ?? 'chart.color',
      }),
    ),
  ];
}

/** The entries of a legend: groups in the order of their series, then reference lines, then sizes and shades. */
export const legendEntries = (sheet: Sheet): LegendEntry[] => [
  ...groupEntries(sheet),
  ...referenceEntries(sheet.plan),
  ...sizeEntries(sheet),
  ...shadeEntries(sheet),
];
