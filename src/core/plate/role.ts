import { keeping } from '../keeping.js';

/**
 * The grammar of roles. A role names a piece of ink as a path, from the whole to the piece:
 *
 *   [figures[0].][panels[1].]series[2].marks[3].high.stem
 *   axes.x[.second].labels[4]     legend.entries[0].key     callouts[1].pointer     heading.rule
 *
 * Numbers count from 0. Rooms that ask what ink is read it here, and match no role as a text.
 */

/** What ink belongs to as a whole. */
const wholes = [
  'axes',
  'axisTable',
  'brackets',
  'callouts',
  'caption',
  'columns',
  'common',
  'endLabels',
  'heading',
  'legend',
  'letter',
  'middle',
  'panel',
  'panelTitle',
  'references',
  'remarks',
  'scene',
  'series',
  'source',
  'subtitle',
] as const;

/** What a whole is made of. */
const parts = [
  'arrow',
  'cells',
  'drops',
  'edges',
  'entries',
  'errors',
  'frame',
  'front',
  'grid',
  'ground',
  'head',
  'headings',
  'labels',
  'left',
  'line',
  'mark',
  'marks',
  'minorGrid',
  'minorTicks',
  'names',
  'note',
  'number',
  'pointer',
  'points',
  'right',
  'rule',
  'shades',
  'shadows',
  'surfaces',
  'ticks',
  'title',
  'walls',
] as const;

/** The pieces of a part, and of these. */
const pieces = [
  'break',
  'edge',
  'end',
  'extremes',
  'far',
  'halo',
  'high',
  'key',
  'lead',
  'lines',
  'low',
  'marker',
  'mean',
  'median',
  'name',
  'notch',
  'outliers',
  'outline',
  'pattern',
  'pieces',
  'ramp',
  'stem',
  'veil',
  'x',
  'y',
  'z',
] as const;

export type RoleWhole = (typeof wholes)[number];
export type RolePart = (typeof parts)[number];
/** The name of a piece; that of the part or the whole where the ink is all of it. */
export type RolePiece = (typeof pieces)[number] | RolePart | RoleWhole;

/** What a role says. */
export interface Role {
  /** The number of the figure on a board, and of the panel where there are several. */
  figure?: number;
  panel?: number;
  of: RoleWhole;
  /** The number of the whole, where there are several: of a series, a callout. */
  number?: number;
  /** Of the ink of an axis: which one, and whether of its second unit. */
  axis?: 'x' | 'y' | 'z';
  second?: true;
  part?: RolePart;
  /** Which of the parts of that name. */
  index?: number;
  /** The names after the part, from the outer to the inner one. */
  within: readonly RolePiece[];
  /** The last name of all. */
  piece: RolePiece;
}

interface Step {
  name: string;
  number?: number;
}

function stepsOf(role: string): Step[] {
  return role.split('.').map((step) => {
    const open = step.indexOf('[');
    return open < 0 ? { name: step } : { name: step.slice(0, open), number: Number(step.slice(open + 1, -1)) };
  });
}

function read(role: string): Role {
  const steps = stepsOf(role);
  const take = (name: string): Step | undefined =>
    steps[0]?.name === name && steps.length > 1 ? steps.shift() : undefined;
  const [figure, panel] = [take('figures'), take('panels')];
  const whole = steps.shift() ?? { name: '' };
  const isAxis = whole.name === 'axes' && steps.length > 0;
  const axis = isAxis ? steps.shift() : undefined;
  const second = isAxis ? take('second') : undefined;
  const [part, ...within] = steps;
  const last = steps.at(-1) ?? whole;
  return {
    ...(figure?.number === undefined ? {} : { figure: figure.number }),
    ...(panel?.number === undefined ? {} : { panel: panel.number }),
    of: whole.name as RoleWhole,
    ...(whole.number === undefined ? {} : { number: whole.number }),
    ...(axis ? { axis: axis.name as NonNullable<Role['axis']> } : {}),
    ...(second ? { second: true } : {}),
    ...(part ? { part: part.name as RolePart } : {}),
    ...(part?.number === undefined ? {} : { index: part.number }),
    within: within.map(({ name }) => name as RolePiece),
    piece: last.name as RolePiece,
  };
}

const readBefore = keeping(50_000, read);

/** What the role of a piece of ink says. */
export const roleOf = ({ role }: { role: string }): Role => readBefore(role);

/** Whether all names of a role are those of the grammar. */
export function isRole(role: string): boolean {
  const { of, axis, part, within } = read(role);
  const isKnown = (names: readonly string[], name: string) => names.includes(name);
  return (
    isKnown(wholes, of) &&
    (axis === undefined || isKnown(['x', 'y', 'z'], axis)) &&
    (part === undefined || isKnown(parts, part) || isKnown(pieces, part)) &&
    within.every((name) => isKnown(pieces, name) || isKnown(parts, name))
  );
}

const prefix = /^(figures\[\d+\]\.)?(panels\[\d+\]\.)?/;

/** A role without the figure and the panel that it stands in. */
export const roleInPanel = (role: string): string => role.replace(prefix, '');

/**
 * The role of something beside a part: the names beside a mark `series[0].marks[3]` are `series[0].names`, or one of them
 * `series[0].names[7]`.
 *
 * @param number of its own; `same`: that of the part; left out: none
 */
export function besideRole(role: string, name: RolePart, number?: number | 'same'): string {
  const at = role.lastIndexOf('.') + 1;
  const place = number === 'same' ? role.slice(at).replace(/^\w+/, '') : number === undefined ? '' : `[${number}]`;
  return `${role.slice(0, at)}${name}${place}`;
}

/** The role of what a piece is a piece of. */
export const wholeRole = (role: string): string => role.slice(0, Math.max(0, role.lastIndexOf('.')));

/** The number of the series that ink belongs to. */
export const seriesOf = (item: { role: string }): number | undefined => {
  const { of, number } = roleOf(item);
  return of === 'series' ? number : undefined;
};

/** What stands for a case or a value by itself: error bars belong to their mark. */
const markParts: Partial<Record<RolePart, RolePart>> = { marks: 'marks', points: 'points', errors: 'marks' };

/** Whether ink is such a part of an axis, and not of its second unit. */
export function isOfAxis(item: { role: string }, axis: string, part: RolePart): boolean {
  const role = roleOf(item);
  return role.axis === axis && role.part === part && !role.second;
}

/** Whether ink is the shape of a mark itself. */
export const isMarkShape = (item: { role: string }): boolean => {
  const { of, part, piece } = roleOf(item);
  return of === 'series' && part === 'marks' && piece === 'marks';
};

const markBefore = keeping(50_000, (role: string): { mark?: string } => {
  const { of, number, part, index } = readBefore(role);
  const known = of === 'series' && part ? markParts[part] : undefined;
  return known === undefined || index === undefined ? {} : { mark: `series[${number}].${known}[${index}]` };
});

/** The mark that a piece of ink belongs to, such as `series[0].marks[3]`; none of words and axes. */
export const markOf = ({ role }: { role: string }): string | undefined => markBefore(role).mark;

/** Light edges and grounds around ink, which are no ink that is looked for. */
export function isHalo(item: { role: string }): boolean {
  const { piece } = roleOf(item);
  return piece === 'halo' || piece === 'ground';
}
