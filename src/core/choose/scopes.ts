import { typeOf } from '../layout/marks/marks.js';
import type { PlateItem } from '../plate/plate.js';
import type { Drawing } from '../project/drawing.js';
import type { Part } from '../project/part.js';
import { axisName, bareRole, categoryNames, inkWords, markNouns } from './inkWords.js';

/** What a change is made to: settings of the look, or what is apart from its series. */
export type Target =
  | { is: 'look'; paths: readonly string[] }
  | { is: 'accent'; for: Readonly<Record<string, string>>; keys: readonly string[] };

/** How far a choice reaches. */
export interface Scope {
  /** The same for the same reach, whatever ink it was chosen by. */
  key: string;
  /** Such as `all bars`, `bars of Spring`, `this bar: Mulch, Spring`. */
  words: string;
  /** The roles of the ink that a change will change. */
  roles: string[];
  /** How many marks or words that is. */
  count: number;
  target: Target;
}

const isMark = (role: string) => /^series\[\d+\]\.(marks|points|surfaces)\[\d+\](\.|$)/.test(role);
const markKey = (role: string) => /^(.*?series\[\d+\]\.(marks|points|surfaces)\[\d+\])/.exec(role)?.[1] ?? role;

const covers = (wanted: Readonly<Record<string, string>>, of: Readonly<Record<string, string>>) =>
  Object.entries(wanted).every(([variable, code]) => of[variable] === code);

/** The part of a drawing that ink belongs to. */
export const partOf = ({ parts }: Drawing, { role }: PlateItem): Part | undefined =>
  parts.find(({ prefix }) => role.startsWith(prefix));

/** The settings of the look that the marks of a figure hang on, and what accents may say of them. */
function markSettings({ plans }: Part): { paths: string[]; keys: string[] } {
  const marks = plans.flatMap(({ series }) => series.flatMap((own) => own.marks));
  const isGrouped = plans.some(({ series }) => series.some(({ category }) => category));
  const types = marks.map((mark) => ({ mark, type: typeOf(mark) }));
  return {
    paths: [
      ...new Set([
        isGrouped ? 'palette.groups' : 'palette.single',
        isGrouped ? 'palette.patterns' : 'palette.pattern',
        ...types.flatMap(({ mark, type }) => type.uses(mark)),
      ]),
    ].filter((path) => !path.startsWith('dataLabels')),
    keys: [...new Set<string>(types.flatMap(({ type }) => type.accents))],
  };
}

/** Marks as a whole, those of each category that a mark stands for, and that mark alone. */
function markScopes(drawing: Drawing, part: Part, item: PlateItem): Scope[] {
  const [one, many] = markNouns(part, bareRole(item));
  const { paths, keys } = markSettings(part);
  const own = drawing.plate.items.filter(
    ({ role }) => role.startsWith(part.prefix) && isMark(bareRole({ role })) && !role.includes('.names['),
  );
  const scope = (key: string, words: string, items: readonly PlateItem[], target: Target): Scope => ({
    key,
    words,
    roles: items.map(({ role }) => role),
    count: new Set(items.map(({ role }) => markKey(role))).size,
    target,
  });
  const all = scope('all', `all ${many}`, own, { is: 'look', paths });
  const of = item.shows?.of ?? {};
  const variables = Object.keys(of);
  if (variables.length === 0) return [all];
  const held = (wanted: Readonly<Record<string, string>>) =>
    own.filter(({ shows }) => shows && covers(wanted, shows.of));
  const byVariable = variables.map((variable) => {
    const wanted = { [variable]: of[variable] as string };
    const [name] = categoryNames(part, wanted);
    return scope(`group ${variable} ${of[variable]}`, `${many} of ${name}`, held(wanted), {
      is: 'accent',
      for: wanted,
      keys,
    });
  });
  const this_ = scope(`one ${JSON.stringify(of)}`, `this ${one}: ${categoryNames(part, of).join(', ')}`, held(of), {
    is: 'accent',
    for: of,
    keys,
  });
  const scopes = [all, ...byVariable, ...(variables.length > 1 ? [this_] : [])];
  // What reaches as far as another one is said once.
  return scopes.filter(
    (own_, i) =>
      i === 0 || !scopes.slice(0, i).some(({ count, target }) => count === own_.count && target.is === 'accent'),
  );
}

/** Words of one kind, and the settings that they hang on. */
const wordRoles: readonly (readonly [RegExp, string, (at: string) => readonly string[]])[] = [
  [
    /^axes\.(\w)\.title$/,
    'axisTitle',
    (at) => [`axes.${at}.title`, `axes.${at}.unit`, `axes.${at}.titleAngle`, `axes.${at}.titlePlace`],
  ],
  [
    /^axes\.(\w)\.labels/,
    'tickLabel',
    (at) => [
      ...['from', 'to', 'step', 'minor', 'scale', 'reverse', 'gap', 'angle', 'format'].map(
        (key) => `axes.${at}.${key}`,
      ),
    ],
  ],
  [
    /^legend\.(title|headings)/,
    'legendTitle',
    () => ['legend.title', 'legend.place', 'legend.corner', 'legend.columns'],
  ],
  [
    /^legend\./,
    'legendEntry',
    () => ['legend.place', 'legend.corner', 'legend.columns', 'legend.order', 'legend.frame'],
  ],
  [/^heading$/, 'heading', () => ['caption.title', 'heading']],
  [/^middle$/, 'heading', () => ['chart.middle']],
  [/^subtitle$/, 'subtitle', () => ['caption.subtitle']],
  [/^source$/, 'source', () => ['caption.source']],
  [/^callouts/, 'callout', () => ['pointers']],
  [/panelTitle$/, 'panelTitle', () => []],
  [/\.(labels|names)\[|endLabels|remarks|brackets/, 'dataLabel', () => ['dataLabels']],
];

/** What words of one kind are called together. */
function scopeWords(part: Part, item: PlateItem, kind: string, at: string): string {
  if (kind === 'tickLabel') return `labels of ${axisName(part, at)}`;
  if (kind === 'legendEntry') return 'legend entries';
  if (kind === 'dataLabel') return 'words at the marks';
  return inkWords(part, item);
}

/** The settings of ink that is no mark. */
const otherInk: readonly (readonly [RegExp, (at: string) => readonly string[]])[] = [
  [
    /^axes\.(\w)\.(ticks|minorTicks)/,
    (at) => [`axes.${at}.ticks`, `axes.${at}.tickLength`, `axes.${at}.tickMarks`, `axes.${at}.minor`],
  ],
  [/^axes\.(\w)\.(grid|minorGrid)/, (at) => [`axes.${at}.grid`, `axes.${at}.minorGrid`]],
  [/^axes\.(\w)\.line/, (at) => [`axes.${at}.line`, `axes.${at}.arrow`, `axes.${at}.crosses`, `axes.${at}.gap`]],
  [/^heading\.rule$/, () => ['heading.rule']],
  [/^references/, () => ['references']],
  [/^panel\./, () => ['panel']],
  [/^scene\./, () => ['scene']],
  [/errors|whiskers/, () => ['errorBars']],
];

/** How far a choice of ink may reach, the widest first; each with what a change of it is made to. */
export function scopesOf(drawing: Drawing, item: PlateItem): Scope[] {
  const part = partOf(drawing, item);
  if (!part) return [];
  const role = bareRole(item);
  const alike = (pattern: RegExp) =>
    drawing.plate.items.filter((own) => own.role.startsWith(part.prefix) && pattern.test(bareRole(own)));
  const isWord = item.type === 'text';
  if (isWord || /^legend\./.test(role)) {
    for (const [pattern, kind, paths] of wordRoles) {
      const found = pattern.exec(role);
      if (!found) continue;
      const same = alike(new RegExp(pattern.source.replace('(\\w)', found[1] ?? '\\w'))).filter(
        ({ type }) => type === 'text',
      );
      const at = found[1] ?? '';
      const words = scopeWords(part, item, kind, at);
      const roles = (same.length > 0 ? same : [item]).map((own) => own.role);
      return [
        {
          key: `${kind} ${at}`,
          words,
          roles,
          count: roles.length,
          target: { is: 'look', paths: [...paths(at), `text.${kind}`] },
        },
      ];
    }
  }
  if (isMark(role) && !isWord && !/errors|whiskers/.test(role)) return markScopes(drawing, part, item);
  for (const [pattern, paths] of otherInk) {
    const found = pattern.exec(role);
    if (!found) continue;
    const at = found[1]?.length === 1 ? found[1] : '';
    const same = alike(new RegExp(pattern.source.replace('(\\w)', at || '\\w')));
    const roles = same.map((own) => own.role);
    return [
      {
        key: pattern.source + at,
        words: inkWords(part, item),
        roles,
        count: roles.length,
        target: { is: 'look', paths: paths(at) },
      },
    ];
  }
  return [
    {
      key: role,
      words: inkWords(part, item),
      roles: [item.role],
      count: 1,
      target: { is: 'look', paths: ['size', 'margins'] },
    },
  ];
}
