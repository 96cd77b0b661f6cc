import { chartSetting } from '../../chart/kinds.js';
import type { ValueAxis } from '../../chart/plan.js';
import { axisTitleText } from '../../layout/axes/axisTitle.js';
import type { PlateItem } from '../../plate/plate.js';
import { isHalo, roleOf, seriesOf } from '../../plate/role.js';
import type { Place } from '../../problem/problem.js';
import type { AxisName, TextRole } from '../../schema/look/names.js';
import type { Severity } from '../finding.js';
import { colorsOf, isText, letterSize, polygonsOf, textsOf } from '../measure/ink.js';
import { saidAt, valueAxes } from '../measure/scales.js';
import type { Subject } from '../measure/subject.js';

/** A variable that a figure shows along an axis. Categories have neither unit nor scale. */
export interface ShownVariable {
  column: string;
  axis: AxisName;
  /** The summary named before it, such as "Mean"; empty for the values themselves. */
  summary: string;
  /** The axis title with its unit, as drawn; empty if there is none. */
  title: string;
  unit: string;
  /** How its numbers are written, apart from the number of decimals. */
  form: string;
  scale: string;
  low: number;
  high: number;
}

/** A group as a figure draws it. */
export interface ShownGroup {
  variable: string;
  code: string;
  name: string;
  color: string;
  /** What its marks look like apart from colour. Comparable between marks of the same kind. */
  form: string;
}

/** What the rules across figures know about one figure, as plain data. */
export interface HandFacts {
  /** Path of the figure file. */
  file: string;
  /** Kind of chart. */
  kind: string;
  /** The columns of the chart and their uses, as a text that is equal for figures that show the same. */
  shows: string;
  /** The language of its words, as in `en`. */
  language: string;
  /** Whether it shows a summary, such as means, which several kinds could show. */
  summary: string;
  /** The variables that its axes show. */
  variables: ShownVariable[];
  /** The groups that it distinguishes, with their looks. */
  groups: ShownGroup[];
  /** The largest size of each kind of text in the document, in points. */
  texts: Partial<Record<TextRole, number>>;
  /** Width in the document and as drawn, in points. */
  placedWidth: number;
  /** Its width in the document, in points. */
  width: number;
  /** Whether its file says anything of its caption. */
  isCaptioned: boolean;
  /** Whether it is part of a board, which decides its size. */
  isOnBoard: boolean;
  /** The severity that its style gives each rule across figures, by name. */
  grades: Readonly<Record<string, Severity | 'off'>>;
  /** Rules across figures that its entry in the report waives, with the reasons. */
  waive: Readonly<Record<string, string | undefined>>;
  /** Where settings are written, or would be. */
  places: Record<string, Place>;
}

const columnOf = (from: string, chart: object): string | undefined => {
  const named = /^codebook\.variables\.(.+)\.label$/.exec(from)?.[1];
  if (named !== undefined) return named;
  const value = /^chart\.(\w+)$/.exec(from)?.[1];
  const column = value === undefined ? undefined : new Map(Object.entries(chart)).get(value);
  return typeof column === 'string' ? column : undefined;
};

/** Category axes, by variable. */
function categoryVariables({ settings, plans }: Subject): ShownVariable[] {
  const sheet = { settings } as Parameters<typeof axisTitleText>[2];
  return (['x', 'y'] as const).flatMap((axis): ShownVariable[] => {
    const plan = plans[0]?.[axis];
    if (plan?.shows !== 'category') return [];
    const title = axisTitleText(plan, axis, sheet)?.text ?? '';
    return [
      { column: plan.variable, axis, summary: '', title, unit: '', form: '', scale: 'categories', low: 0, high: 0 },
    ];
  });
}

function variablesOf(subject: Subject): ShownVariable[] {
  const { figure, settings, plans } = subject;
  const sheet = { settings } as Parameters<typeof axisTitleText>[2];
  const measured = valueAxes(subject).flatMap(({ axis, plan, scale }): ShownVariable[] => {
    const { title } = plan as ValueAxis;
    const column = columnOf(title.from, figure.chart);
    const look = settings.axes[axis];
    if (column === undefined || !look || plan.form === 'date') return [];
    const { decimals: _, significant: __, ...form } = look.format;
    const shown = plans[0]?.space ? title.label : (axisTitleText(plan, axis as 'x' | 'y', sheet)?.text ?? '');
    return [
      {
        column,
        axis,
        summary: title.summary?.name ?? '',
        title: shown,
        unit: look.unit ?? title.unit ?? '',
        form: JSON.stringify([form, settings.numbers]),
        scale: look.scale,
        low: Math.min(scale.low, scale.high),
        high: Math.max(scale.low, scale.high),
      },
    ];
  });
  return [...measured, ...categoryVariables(subject)];
}

/** The most frequent of some values. */
function mostOften(values: readonly string[]): string {
  const counts = new Map<string, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? '';
}

/** The directions of a pattern's lines, rounded to five degrees, or its dots. */
function patternOf(item: PlateItem): string {
  if (item.type !== 'path') return '';
  if (item.fill !== undefined) return 'dots';
  const angles = polygonsOf(item.outline).flatMap(([a, b]) => {
    if (!a || !b) return [];
    const turn = (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
    return [(Math.round(turn / 5) * 5 + 360) % 180];
  });
  return [...new Set(angles)].sort((a, b) => a - b).join(' ');
}

/** Pattern, dashes and marker shape: what distinguishes groups besides colour. */
function formOf(items: readonly PlateItem[]): string {
  const forms = items.map((item) => {
    if (roleOf(item).piece === 'pattern') return `pattern ${patternOf(item)}`;
    if (item.type === 'markers') {
      const [first] = polygonsOf(item.outline);
      const size = Math.max(1e-9, ...(first ?? []).flatMap(([x, y]) => [Math.abs(x), Math.abs(y)]));
      return `marker ${(first ?? []).map(([x, y]) => `${(x / size).toFixed(1)},${(y / size).toFixed(1)}`).join(' ')}`;
    }
    const dashed = 'stroke' in item && item.stroke?.dash && item.stroke.dash.length > 0;
    const width = dashed ? (item.stroke?.width ?? 1) : 1;
    return dashed ? `dash ${(item.stroke?.dash ?? []).map((part) => (part / width).toFixed(1)).join(' ')}` : '';
  });
  return [...new Set(forms.filter(Boolean))].sort().join('; ');
}

const isWhite = (color: string) => color.toLowerCase() === '#ffffff';

function groupsOf({ plans, items, figure }: Subject): ShownGroup[] {
  const found = new Map<string, ShownGroup>();
  for (const { legend, series } of plans) {
    const variable = legend?.by;
    if (variable === undefined) continue;
    for (const [i, { category, quiet }] of series.entries()) {
      if (!category || quiet || found.has(category.code)) continue;
      const ink = items.filter((item) => seriesOf(item) === i && !isText(item) && !isHalo(item));
      const marks = ink.filter((item) => ['marks', 'points'].includes(roleOf(item).part ?? ''));
      const shown = marks.length > 0 ? marks : ink;
      const colors = shown.flatMap(colorsOf).filter((color) => !isWhite(color));
      if (colors.length === 0) continue;
      found.set(category.code, {
        variable,
        code: category.code,
        name: category.name,
        color: mostOften(colors),
        form: `${figure.chart.kind}: ${formOf(shown)}`,
      });
    }
  }
  return [...found.values()];
}

/** Text that was shrunk to fit counts at its intended size; how far it may shrink is another rule. */
function textSizes(subject: Subject): HandFacts['texts'] {
  const { settings, placed } = subject;
  const sizes: HandFacts['texts'] = {};
  for (const item of textsOf(subject)) {
    const role = item.kind;
    if (role === 'captionNumber' || role === 'captionTitle' || role === 'note') continue;
    sizes[role] = Math.max(sizes[role] ?? 0, Math.max(letterSize(item), settings.text[role].size) * placed);
  }
  return sizes;
}

/** The settings for the columns of a chart and how they are summarised. */
const shownSettings = ['category', 'group', 'value', 'x', 'y', 'z', 'values', 'where', 'frequency', 'weight'];

/** What the rules across figures need to know about a figure. */
export function handFacts(
  subject: Subject,
  placed: Pick<HandFacts, 'file' | 'isOnBoard' | 'grades'> & { waive?: HandFacts['waive'] },
): HandFacts {
  const { figure, page, settings } = subject;
  const chart = new Map<string, unknown>(Object.entries(figure.chart));
  const variables = variablesOf(subject);
  const summary = chartSetting(figure.chart, 'summary') ?? '';
  const named = [
    'chart',
    'chart.kind',
    'size.width',
    'language',
    'accents',
    'palette',
    ...variables.flatMap(({ axis }) => [`axes.${axis}.title`, `axes.${axis}.from`]),
    'text.tickLabel.size',
    'caption.title',
  ];
  const placeOf = (path: string): Place => {
    const place = subject.locate(saidAt(subject, path));
    return place.line === 1 ? subject.locate('chart') : place;
  };
  return {
    file: placed.file,
    kind: figure.chart.kind,
    shows: JSON.stringify(shownSettings.map((key) => chart.get(key) ?? null)),
    summary,
    language: settings.language,
    variables,
    groups: groupsOf(subject),
    texts: textSizes(subject),
    placedWidth: page.width * subject.placed,
    width: settings.width,
    isCaptioned: subject.figure.caption !== undefined,
    isOnBoard: placed.isOnBoard,
    grades: placed.grades,
    waive: placed.waive ?? {},
    places: Object.fromEntries(named.map((path) => [path, placeOf(path)])),
  };
}
