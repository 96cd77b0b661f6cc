import { entryAt } from '../at.js';
import { namedColumns } from '../chart/frame/roles.js';
import { kindOf } from '../chart/kinds.js';
import type { ColumnProfile } from '../data/profile.js';
import { suits } from '../project/begin/suits.js';
import type { Part } from '../project/compose/part.js';
import { hangsOnData } from '../schema/formatting.js';
import type { Edit } from '../schema/patch.js';
import { leavesOf } from '../schema/settingTree.js';
import { spokenPath } from '../schema/spokenPath.js';

/** A column of a chart that another one can stand for. */
export interface Exchange {
  /** The setting that names it, such as `value`. */
  setting: string;
  /** The column that stands there, and what figures call it. */
  column: string;
  /** What the column is called. */
  label: string;
  /** Columns of the table that could. */
  others: { column: string; label: string }[];
}

/** A figure of the same making for something else. */
export interface Again {
  /** What is changed in the file of the figure. */
  edits: Edit[];
  /** Settings that were left out, since they speak of what the first figure shows. */
  left: string[];
}

const labelOf = ({ codebook }: Part, column: string) => codebook.variable(column).label;

/** The columns of a figure that others of its table could stand for. */
export function exchangesOf(part: Part, columns: readonly ColumnProfile[]): Exchange[] {
  const { chart } = part.figure;
  const named = namedColumns(kindOf(chart).roles, chart);
  const taken = new Set(named.map(([, , column]) => column));
  return named.flatMap(([setting, { accepts }, column]) => {
    const others = columns.filter(
      (own) => !taken.has(own.name) && !own.isTotal && !own.isId && suits(own, accepts) > 0,
    );
    if (others.length === 0) return [];
    return [
      {
        setting,
        column,
        label: labelOf(part, column),
        others: others.map(({ name }) => ({ column: name, label: labelOf(part, name) })),
      },
    ];
  });
}

/** Settings of the figure file that speak of the very data that are shown. */
function dataBound({ figure }: Part, alsoAxes: boolean): string[][] {
  const whole = ['altText', 'callouts', 'brackets'].filter((key) => key in figure).map((key) => [key]);
  const number = figure.caption?.number === undefined ? [] : [['caption', 'number']];
  const note = figure.caption?.note === undefined || figure.caption.note === 'auto' ? [] : [['caption', 'note']];
  const axes = alsoAxes
    ? leavesOf({ axes: figure.axes ?? {}, legend: figure.legend ?? {} })
        .map(({ path }) => path)
        .filter(hangsOnData)
    : [];
  const references = alsoAxes && 'references' in figure ? [['references']] : [];
  const id = figure.id === undefined ? [] : [['id']];
  return [...id, ...whole, ...number, ...note, ...axes, ...references];
}

const leaving = (paths: readonly string[][]): Edit[] => paths.map((path) => ({ path, value: undefined }));
const named = (paths: readonly string[][]) => paths.map((path) => path.join('.')).filter((path) => path !== 'id');

/** A title with other words in place of some; undefined where it does not hold them. */
function retitled(title: string, from: string, to: string): string | undefined {
  const at = title.toLowerCase().indexOf(from.toLowerCase());
  if (at < 0) return undefined;
  const isCapital = at === 0 || /[A-Z]/.test(entryAt(title, at));
  const words = isCapital ? to : to.charAt(0).toLowerCase() + to.slice(1);
  return title.slice(0, at) + words + title.slice(at + from.length);
}

/** Settings of a chart that name values of a column, or hold what belongs to it, by the setting that names the column. */
const ofColumn: Readonly<Record<string, readonly string[]>> = {
  category: ['order', 'totals'],
  row: ['order'],
  answer: ['neutral', 'only'],
  value: ['low', 'high'],
};

/**
 * The edits that make the same figure for another column: what was said of the first one's numbers, such as limits, marks
 * of significance or callouts, is left out, and its title says the other column where it said the first.
 */
export function forColumn(part: Part, { setting, label }: Pick<Exchange, 'setting' | 'label'>, column: string): Again {
  const left = dataBound(part, true);
  const gone: Readonly<Record<string, unknown>> = { ...part.figure.chart };
  // What was singled out by the values of a column is gone with it; the last first, so that places stay.
  const accents = (part.figure.accents ?? []).flatMap(({ for: of }, i) =>
    Object.hasOwn(of, String(gone[setting])) ? [['accents', String(i)]] : [],
  );
  left.push(...accents.reverse());
  for (const key of ofColumn[setting] ?? []) {
    const isOfValues = key !== 'order' || Array.isArray(gone[key]);
    if (gone[key] !== undefined && isOfValues) left.push(['chart', key]);
  }
  const title = part.figure.caption?.title;
  const next = title === undefined ? undefined : retitled(title, label, labelOf(part, column));
  if (title !== undefined && next === undefined) left.push(['caption', 'title']);
  return {
    edits: [
      { path: ['chart', setting], value: column },
      ...(next === undefined ? [] : [{ path: spokenPath(part.spoken, ['caption', 'title']), value: next }]),
      ...leaving(left),
    ],
    left: named(left),
  };
}

/** The edits that make the same figure for the cases of one category alone; scales stay, so that readers can compare. */
export function forCategory(part: Part, column: string, code: string): Again {
  const left = dataBound(part, false);
  const name = part.codebook.variable(column).categories.find((own) => own.code === code)?.name ?? code;
  const title = part.figure.caption?.title;
  return {
    edits: [
      { path: ['chart', 'where', column], value: name },
      ...(title === undefined
        ? []
        : [{ path: spokenPath(part.spoken, ['caption', 'title']), value: `${title}, ${name}` }]),
      ...leaving(left),
    ],
    left: named(left),
  };
}
