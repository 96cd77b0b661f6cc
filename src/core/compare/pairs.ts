import type { Comparison, Side } from './compare.js';

/** A figure of several, such as those of a report, a folder or a document. */
export interface SetFigure<State> {
  /** Its path from the folder, or in the report. */
  path: string;
  /** Its number in the report. */
  label?: string;
  id: string;
  title: string;
  /** What its file says, as a hash; its path where that is not known. */
  made: string;
  state: State;
}

/** What two states of a figure are as they were compared. */
export interface Compared {
  comparison: Comparison;
  /** Both states, where they can be drawn. */
  sides?: [Side, Side];
}

type Place = Pick<SetFigure<unknown>, 'path' | 'label'>;

/** What became of a figure of several. */
export interface SetDifference extends Partial<Compared> {
  /** Its id; what it was called where it went. */
  id: string;
  title: string;
  before?: Place;
  /** Left out with `before` or without: it came, or it went, and nothing is compared. */
  after?: Place;
}

/** By what a figure is known again: its place and name, its name, and its file under another name. */
const keys: readonly ((figure: SetFigure<unknown>) => string)[] = [
  ({ path, id }) => `${path}\n${id}`,
  ({ id }) => id,
  ({ made }) => made,
  ({ path }) => path,
];

/** The figures of two sets that are each other; each is known again by its id, by its path, or by what its file says. */
function pairsOf<State>(
  old: readonly SetFigure<State>[],
  now: readonly SetFigure<State>[],
): { pairs: Map<SetFigure<State>, SetFigure<State>>; left: Set<SetFigure<State>> } {
  const left = new Set(old);
  const pairs = new Map<SetFigure<State>, SetFigure<State>>();
  for (const key of keys) {
    const known = new Map([...left].map((figure) => [key(figure), figure]));
    for (const figure of now) {
      const was = pairs.has(figure) ? undefined : known.get(key(figure));
      if (!was || !left.has(was)) continue;
      pairs.set(figure, was);
      left.delete(was);
    }
  }
  return { pairs, left };
}

/** What differs between two sets of figures. @param compare two states of one figure */
export async function compareSets<State>(
  old: readonly SetFigure<State>[],
  now: readonly SetFigure<State>[],
  compare: (before: State, after: State) => Promise<Compared>,
): Promise<SetDifference[]> {
  const { pairs, left } = pairsOf(old, now);
  const place = ({ path, label }: SetFigure<State>): Place => ({ path, ...(label === undefined ? {} : { label }) });
  const all: SetDifference[] = [];
  for (const figure of now) {
    const { id, title, state } = figure;
    const was = pairs.get(figure);
    const found = was ? { before: place(was), ...(await compare(was.state, state)) } : {};
    all.push({ id, title, after: place(figure), ...found });
  }
  return [
    ...all,
    ...[...left].map((figure): SetDifference => ({ id: figure.id, title: figure.title, before: place(figure) })),
  ];
}

/** Whether a figure of several differs, came, went, or stands under another number or path. */
export const isOther = ({ before, after, comparison }: SetDifference): boolean =>
  !comparison?.isSame || before?.path !== after?.path || before?.label !== after?.label;
