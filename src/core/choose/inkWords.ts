import { kindOf } from '../chart/kinds.js';
import type { PlateItem } from '../plate/plate.js';
import { type Role, type RolePart, type RoleWhole, roleOf } from '../plate/role.js';
import type { Part } from '../project/compose/part.js';

/** The panel that ink stands in, in words; empty where there is one. */
const panelWords = ({ panel }: Role): string => (panel === undefined ? '' : ` in panel ${panel + 1}`);

/** What an axis is called. */
export function axisName({ shows }: Pick<Part, 'shows'>, at: string): string {
  if (shows.z !== undefined) return `the ${{ x: 'x', y: 'y', z: 'upright' }[at]} axis`;
  return `the ${at === 'x' ? 'horizontal' : 'vertical'} axis`;
}

/** What a mark of a kind is called, for one and for several. */
export function markNouns(
  { figure }: Pick<Part, 'figure'>,
  item: Pick<PlateItem, 'role'>,
): readonly [one: string, many: string] {
  const { part } = roleOf(item);
  if (part === 'points') return ['point', 'points'];
  if (part === 'surfaces') return ['surface', 'surfaces'];
  return kindOf(figure.chart).nouns;
}

/** The names of the categories that ink stands for, such as `Mulch, Spring`. */
export function categoryNames({ codebook, plans }: Part, of: Readonly<Record<string, string>>): string[] {
  return Object.entries(of).map(([variable, code]) => {
    const known = codebook.variable(variable).categories.find((category) => category.code === code);
    const shown = plans.flatMap(({ series }) => series.flatMap(({ category }) => category ?? []));
    return known?.name ?? shown.find((category) => category.code === code)?.name ?? code;
  });
}

const textOf = (item: PlateItem): string | undefined => (item.type === 'text' ? item.text : undefined);

/** The ink of an axis in words. */
function axisWords({ axis = 'x', second, part }: Role, of: Part, item: PlateItem): string {
  const name = axisName(of, axis);
  if (second) return `second unit of ${name}`;
  if (part === 'title') return `title of ${name}`;
  if (part === 'labels') return `label "${textOf(item) ?? ''}" of ${name}`;
  if (part === 'ticks' || part === 'minorTicks') return `tick marks of ${name}`;
  return `${part === 'grid' || part === 'minorGrid' ? 'grid lines' : 'line'} of ${name}`;
}

function legendWords({ part }: Role, item: PlateItem): string {
  if (part === 'title' || part === 'headings') return 'title of the legend';
  const text = textOf(item);
  return part === 'frame' ? 'frame of the legend' : `legend entry${text === undefined ? '' : ` "${text}"`}`;
}

const sceneWords: Partial<Record<RolePart, string>> = {
  drops: 'drop lines',
  grid: 'grid on the walls',
  edges: 'edges of the box',
};

/** Ink at marks that is no mark, in words. */
const besideMarks: Partial<Record<RolePart, string>> = {
  labels: 'number at a mark',
  names: 'name of a case',
  errors: 'error bar',
  shadows: 'marks on a wall',
};

/** The mark that ink is, or what stands at it, in words. */
function seriesWords({ part, piece }: Role, of: Part, item: PlateItem): string {
  const beside = piece === 'names' ? besideMarks.names : part && besideMarks[part];
  if (beside !== undefined) return beside;
  const [one] = markNouns(of, item);
  const names = item.shows ? categoryNames(of, item.shows.of) : [];
  return `${one}${names.length > 0 ? `: ${names.join(', ')}` : ''}`;
}

type Say = (role: Role, part: Part, item: PlateItem) => string;

const always = (words: string): Say => {
  return () => words;
};

/** Words for ink by what it belongs to. */
const words: Record<RoleWhole, Say> = {
  axes: axisWords,
  legend: (role, _, item) => legendWords(role, item),
  heading: ({ part }) => (part === 'rule' ? 'rule of the heading' : 'heading'),
  middle: always('words in the middle'),
  subtitle: always('subtitle'),
  source: always('source line'),
  caption: ({ part }) => `${part} of the caption`,
  callouts: ({ number = 0 }) => `callout ${number + 1}`,
  brackets: always('bracket'),
  remarks: always('equation of a line'),
  endLabels: always('name at the end of a line'),
  axisTable: always('number under the axis'),
  columns: ({ part }) => (part === 'head' ? 'head of a column beside the rows' : 'words beside a row'),
  references: ({ number = 0 }) => `reference line ${number + 1}`,
  panelTitle: always('title of the panel'),
  panel: ({ part }) => (part === 'frame' ? 'frame of the panel' : 'ink of the figure'),
  scene: ({ part }) => (part && sceneWords[part]) ?? 'wall of the box',
  series: seriesWords,
  common: always('ink of the figure'),
  letter: always('ink of the figure'),
};

/** What ink is, in words, such as `title of the vertical axis` or `bar: Mulch, Spring`. */
export function inkWords(part: Part, item: PlateItem): string {
  const role = roleOf(item);
  return `${words[role.of](role, part, item)}${panelWords(role)}`;
}
