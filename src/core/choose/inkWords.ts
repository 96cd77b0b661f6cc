import type { PlateItem } from '../plate/plate.js';
import type { Part } from '../project/part.js';

const bare = (role: string) => role.replace(/^(figures\[\d+\]\.)?(panels\[\d+\]\.)?/, '');

/** The role of ink in its figure, without the panel that it stands in. */
export const bareRole = ({ role }: Pick<PlateItem, 'role'>): string => bare(role);

/** The panel that ink stands in, in words; empty where there is one. */
const panelWords = (role: string): string => {
  const number = /panels\[(\d+)\]/.exec(role)?.[1];
  return number === undefined ? '' : ` in panel ${Number(number) + 1}`;
};

/** What an axis is called. */
export function axisName({ shows }: Pick<Part, 'shows'>, at: string): string {
  if (shows.z !== undefined) return `the ${{ x: 'x', y: 'y', z: 'upright' }[at]} axis`;
  return `the ${at === 'x' ? 'horizontal' : 'vertical'} axis`;
}

/** What a mark of a kind is called, for one and for several. */
export function markNouns({ figure }: Pick<Part, 'figure'>, role: string): readonly [one: string, many: string] {
  const { kind } = figure.chart;
  if (/\.points\[/.test(role)) return ['point', 'points'];
  if (/surfaces/.test(role)) return ['surface', 'surfaces'];
  if (kind === 'bar' || kind === 'histogram') return ['bar', 'bars'];
  if (kind === 'box') return ['box', 'boxes'];
  if (kind === 'pie') return ['slice', 'slices'];
  if (kind === 'line' || kind === 'slope' || kind === 'curve') return ['line', 'lines'];
  return ['mark', 'marks'];
}

/** The names of the categories that ink stands for, such as `Mulch, Spring`. */
export function categoryNames({ codebook, plans }: Part, of: Readonly<Record<string, string>>): string[] {
  return Object.entries(of).map(([variable, code]) => {
    const known = codebook.variable(variable).categories.find((category) => category.code === code);
    const shown = plans.flatMap(({ series }) => series.flatMap(({ category }) => category ?? []));
    return known?.name ?? shown.find((category) => category.code === code)?.name ?? code;
  });
}

/** Words for ink by its role. */
const words: readonly (readonly [RegExp, (found: RegExpExecArray, part: Part, item: PlateItem) => string])[] = [
  [/^axes\.(\w)\.title$/, ([, at = ''], part) => `title of ${axisName(part, at)}`],
  [/^axes\.(\w)\.second\./, ([, at = ''], part) => `second unit of ${axisName(part, at)}`],
  [
    /^axes\.(\w)\.labels/,
    ([, at = ''], part, item) => `label "${item.type === 'text' ? item.text : ''}" of ${axisName(part, at)}`,
  ],
  [/^axes\.(\w)\.(ticks|minorTicks)/, ([, at = ''], part) => `tick marks of ${axisName(part, at)}`],
  [/^axes\.(\w)\.(grid|minorGrid)/, ([, at = ''], part) => `grid lines of ${axisName(part, at)}`],
  [/^axes\.(\w)\./, ([, at = ''], part) => `line of ${axisName(part, at)}`],
  [/^legend\.(title|headings)/, () => 'title of the legend'],
  [/^legend\.frame/, () => 'frame of the legend'],
  [/^legend\./, (_, __, item) => `legend entry${item.type === 'text' ? ` "${item.text}"` : ''}`],
  [/^heading$/, () => 'heading'],
  [/^heading\.rule$/, () => 'rule of the heading'],
  [/^middle$/, () => 'words in the middle'],
  [/^subtitle$/, () => 'subtitle'],
  [/^source$/, () => 'source line'],
  [/^caption\.(\w+)/, ([, part = '']) => `${part} of the caption`],
  [/^callouts\[(\d+)\]/, ([, i]) => `callout ${Number(i) + 1}`],
  [/^brackets/, () => 'bracket'],
  [/^remarks/, () => 'equation of a line'],
  [/^endLabels/, () => 'name at the end of a line'],
  [/^references\[(\d+)\]/, ([, i]) => `reference line ${Number(i) + 1}`],
  [/panelTitle$/, () => 'title of the panel'],
  [/^panel\.frame/, () => 'frame of the panel'],
  [
    /^scene\.(\w+)/,
    ([, part = '']) =>
      ({ drops: 'drop lines', grid: 'grid on the walls', edges: 'edges of the box' })[part] ?? 'wall of the box',
  ],
  [/\.(labels)\[/, () => 'number at a mark'],
  [/\.names\[/, () => 'name of a case'],
  [/\.(errors|whiskers)/, () => 'error bar'],
  [/shadows/, () => 'marks on a wall'],
];

/** What ink is, in words, such as `title of the vertical axis` or `bar: Mulch, Spring`. */
export function inkWords(part: Part, item: PlateItem): string {
  const role = bareRole(item);
  for (const [pattern, say] of words) {
    const found = pattern.exec(role);
    if (found) return `${say(found, part, item)}${panelWords(item.role)}`;
  }
  if (!/^series\[/.test(role)) return 'ink of the figure';
  const [one] = markNouns(part, role);
  const names = item.shows ? categoryNames(part, item.shows.of) : [];
  return `${one}${names.length > 0 ? `: ${names.join(', ')}` : ''}${panelWords(item.role)}`;
}
