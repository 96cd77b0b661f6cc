import { typeOf } from '../layout/marks/marks.js';
import type { PlateItem } from '../plate/plate.js';
import { type Role, type RolePart, roleInPanel, roleOf } from '../plate/role.js';
import type { Drawing } from '../project/compose/drawing.js';
import type { Part } from '../project/compose/part.js';
import type { TextRole } from '../schema/look/names.js';
import { axisName, categoryNames, inkWords, markNouns } from './inkWords.js';

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
  /** What a change of it is written for. */
  target: Target;
}

const markParts: readonly (RolePart | undefined)[] = ['marks', 'points', 'surfaces'];

/** Whether ink is a mark, or a piece of one that is no words. */
function isMark(item: PlateItem): boolean {
  const { of, part, within } = roleOf(item);
  return of === 'series' && markParts.includes(part) && !within.includes('names');
}

/** The same for all pieces of one mark. */
function markKey(item: PlateItem): string {
  const { figure, panel, number, part, index } = roleOf(item);
  return [figure, panel, number, part, index].join(' ');
}

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
  const [one, many] = markNouns(part, item);
  const { paths, keys } = markSettings(part);
  const marks = drawing.plate.items.filter((other) => other.role.startsWith(part.prefix) && isMark(other));
  const scope = (key: string, words: string, items: readonly PlateItem[], target: Target): Scope => ({
    key,
    words,
    roles: items.map(({ role }) => role),
    count: new Set(items.map(markKey)).size,
    target,
  });
  const all = scope('all', `all ${many}`, marks, { is: 'look', paths });
  const of = item.shows?.of ?? {};
  const variables = Object.entries(of);
  if (variables.length === 0) return [all];
  const held = (wanted: Readonly<Record<string, string>>) =>
    marks.filter(({ shows }) => shows && covers(wanted, shows.of));
  const byVariable = variables.map(([variable, code]) => {
    const wanted = { [variable]: code };
    const [name] = categoryNames(part, wanted);
    return scope(`group ${variable} ${code}`, `${many} of ${name}`, held(wanted), {
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

type Axis = NonNullable<Role['axis']>;

const ofAxis = (at: Axis, keys: readonly string[]) => keys.map((key) => `axes.${at}.${key}`);

const tickKeys = ['from', 'to', 'step', 'minor', 'scale', 'reverse', 'gap', 'angle', 'format'];

/** The settings that words of each kind hang on, beside those of their type. */
const wordSettings: Record<TextRole, (role: Role) => readonly string[]> = {
  axisTitle: ({ axis = 'x', second }) =>
    ofAxis(axis, second ? ['second'] : ['title', 'unit', 'titleAngle', 'titlePlace']).concat(
      second ? [] : ['language'],
    ),
  tickLabel: ({ axis = 'x', second }) => ofAxis(axis, second ? ['second'] : tickKeys),
  legendTitle: () => ['legend.title', 'legend.place', 'legend.corner', 'legend.columns'],
  legendEntry: () => ['legend.place', 'legend.corner', 'legend.columns', 'legend.order', 'legend.frame'],
  heading: ({ of }) => (of === 'middle' ? ['chart.middle'] : ['caption.title', 'heading']),
  subtitle: () => ['caption.subtitle'],
  source: () => ['caption.source'],
  callout: () => ['pointers'],
  panelTitle: () => [],
  dataLabel: () => ['dataLabels'],
  captionNumber: () => ['caption.number', 'language'],
  captionTitle: () => ['caption.title'],
  note: () => ['caption.note', 'language'],
};

/** The kind of words that ink is or, in a legend, stands with; none of other ink. */
function kindOf(item: PlateItem): TextRole | undefined {
  if (item.type === 'text') return item.kind;
  return roleOf(item).of === 'legend' ? 'legendEntry' : undefined;
}

/** What words of one kind are called together. */
function scopeWords(part: Part, item: PlateItem, kind: TextRole): string {
  const { axis, second } = roleOf(item);
  if (kind === 'tickLabel' && axis && !second) return `labels of ${axisName(part, axis)}`;
  if (kind === 'legendEntry') return 'legend entries';
  if (kind === 'dataLabel') return 'words at the marks';
  return inkWords(part, item);
}

/** Words of one kind, all that stand at the same thing. */
function wordScope(drawing: Drawing, part: Part, item: PlateItem, kind: TextRole): Scope {
  const parsed = roleOf(item);
  const isAlike = (other: PlateItem) => {
    const { of, axis, second } = roleOf(other);
    const isThere = kind === 'dataLabel' || (of === parsed.of && axis === parsed.axis && second === parsed.second);
    return other.type === 'text' && other.kind === kind && isThere && other.role.startsWith(part.prefix);
  };
  const same = drawing.plate.items.filter(isAlike);
  const roles = (same.length > 0 ? same : [item]).map(({ role }) => role);
  return {
    key:
      kind === 'dataLabel' ? kind : [kind, parsed.of, parsed.axis, parsed.second && 'second'].filter(Boolean).join(' '),
    words: scopeWords(part, item, kind),
    roles,
    count: roles.length,
    target: { is: 'look', paths: [...wordSettings[kind](parsed), `text.${kind}`] },
  };
}

/** What ink beside the axes hangs on, by the whole that it is of or the part that it is. */
const wholeSettings: Partial<Record<Role['of'], readonly string[]>> = {
  heading: ['heading.rule'],
  references: ['references'],
  panel: ['panel'],
  scene: ['scene'],
  callouts: ['pointers', 'panel.fill'],
  brackets: ['errorBars.width', 'errorBars.color', 'errorBars.cap'],
  endLabels: ['text.dataLabel'],
};
const partSettings: Partial<Record<NonNullable<Role['part']>, readonly string[]>> = {
  errors: ['errorBars'],
  shadows: ['scene'],
  drops: ['scene'],
};

/** What other ink hangs on, and by what it is alike; undefined of ink that hangs on nothing by itself. */
function inkSettings({ of, axis, second, part }: Role): { key: string; paths: readonly string[] } | undefined {
  if (of === 'axes' && axis && second) return { key: `axes ${axis} second`, paths: ofAxis(axis, ['second']) };
  if (of === 'axes' && axis) {
    if (part === 'ticks' || part === 'minorTicks')
      return { key: `axes ${axis} ticks`, paths: ofAxis(axis, ['ticks', 'tickLength', 'tickMarks', 'minor']) };
    if (part === 'grid' || part === 'minorGrid')
      return { key: `axes ${axis} grid`, paths: ofAxis(axis, ['grid', 'minorGrid']) };
    return { key: `axes ${axis} line`, paths: ofAxis(axis, ['line', 'arrow', 'crosses', 'gap']) };
  }
  const paths = wholeSettings[of] ?? (part && partSettings[part]);
  return paths && { key: wholeSettings[of] ? of : String(part), paths };
}

/** How far a choice of ink may reach, the widest first; each with what a change of it is made to. */
export function scopesOf(drawing: Drawing, item: PlateItem): Scope[] {
  const part = partOf(drawing, item);
  if (!part) return [];
  const kind = kindOf(item);
  if (kind) return [wordScope(drawing, part, item, kind)];
  if (isMark(item)) return markScopes(drawing, part, item);
  const settings = inkSettings(roleOf(item));
  const isAlike = (other: PlateItem) =>
    other.role.startsWith(part.prefix) && other.type !== 'text' && inkSettings(roleOf(other))?.key === settings?.key;
  const roles = settings ? drawing.plate.items.filter(isAlike).map(({ role }) => role) : [item.role];
  return [
    {
      key: settings?.key ?? roleInPanel(item.role),
      words: inkWords(part, item),
      roles,
      count: roles.length,
      target: { is: 'look', paths: settings?.paths ?? ['size', 'margins'] },
    },
  ];
}
