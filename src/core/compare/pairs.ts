import type { Comparison, Side } from './compare.js';
import { compareFigures } from './compare.js';

/** A figure of several, such as those of a report or a folder. */
export interface SetFigure {
  /** Its path from the folder, or in the report. */
  path: string;
  /** Its number in the report. */
  label?: string;
  side: Side;
}

/** What became of a figure of several. */
export interface SetDifference {
  /** Its id; what it was called where it went. */
  id: string;
  title: string;
  before?: Pick<SetFigure, 'path' | 'label'>;
  after?: Pick<SetFigure, 'path' | 'label'>;
  /** Left out: it came, or it went. */
  comparison?: Comparison;
  /** Both states, where there are two. */
  sides?: [Side, Side];
}

const idOf = ({ side }: SetFigure): string => side.drawing.about.id;
const madeFrom = ({ side, path }: SetFigure): string => side.drawing.plate.madeFrom?.sha256 ?? path;

/** By what a figure is known again: its place and name, its name, and its file under another name. */
const keys: readonly ((figure: SetFigure) => string)[] = [
  (figure) => `${figure.path}\n${idOf(figure)}`,
  idOf,
  madeFrom,
  ({ path }) => path,
];

/** What differs between two sets of figures; each is known again by its id, by its path, or by what its file says. */
export function compareSets(old: readonly SetFigure[], now: readonly SetFigure[]): SetDifference[] {
  const left = new Set(old);
  const pairs = new Map<SetFigure, SetFigure>();
  for (const key of keys) {
    const known = new Map([...left].map((figure) => [key(figure), figure]));
    for (const figure of now) {
      const was = pairs.has(figure) ? undefined : known.get(key(figure));
      if (!was || !left.has(was)) continue;
      pairs.set(figure, was);
      left.delete(was);
    }
  }
  const place = ({ path, label }: SetFigure) => ({ path, ...(label === undefined ? {} : { label }) });
  const named = (figure: SetFigure) => ({ id: idOf(figure), title: figure.side.drawing.plate.title });
  return [
    ...now.map((figure): SetDifference => {
      const was = pairs.get(figure);
      if (!was) return { ...named(figure), after: place(figure) };
      return {
        ...named(figure),
        before: place(was),
        after: place(figure),
        comparison: compareFigures(was.side, figure.side),
        sides: [was.side, figure.side],
      };
    }),
    ...[...left].map((figure): SetDifference => ({ ...named(figure), before: place(figure) })),
  ];
}

/** Whether a figure of several differs, came, went, or stands under another number or path. */
export const isOther = ({ before, after, comparison }: SetDifference): boolean =>
  !comparison?.isSame || before?.path !== after?.path || before?.label !== after?.label;
