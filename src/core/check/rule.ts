import type { PlateItem } from '../plate/plate.js';
import type { Problem, ProblemCode } from '../problem/problem.js';
import type { Edit } from '../schema/patch.js';
import type { Measure, Mend, Severity } from './finding.js';
import type { Subject } from './measure/subject.js';

/** What a style may set of a rule: a length in points, a number, or a list of words. */
export type Limit = { what: string } & (
  | { is: 'length'; value: number }
  | { is: 'number'; value: number; unit: string }
  | { is: 'words'; value: readonly string[]; example: string }
);

export type Limits = Readonly<Record<string, Limit>>;
/** The limits of a rule as a style sets them. */
export type LimitValues<L extends Limits> = {
  readonly [K in keyof L]: L[K] extends { is: 'words' } ? readonly string[] : number;
};

/** What a rule has found: all that a finding says that the rule does not know by itself. */
export interface Flaw {
  /** What was found, in a sentence without its full stop. */
  found: string;
  /** What was expected. */
  expected?: string;
  /** What was measured, where it is a number. */
  measured?: Measure;
  /** What it was held against. */
  limit?: Measure;
  /** The ink that it is about. */
  items?: readonly PlateItem[];
  /** The setting that is at fault, as a path. */
  setting: string;
  /** Where it is not that of its rule. */
  severity?: Severity;
  /** The change that mends it. */
  mend?: OwnMend;
}

/** A figure that a rule is shown with: what follows `data`, `codebook` and `style` in its file. */
export interface Example {
  /** What it shows. */
  says: string;
  /** Settings in YAML over the data of the demo garden. */
  figure: string;
  /** The style that it is drawn in; left out: plain. */
  style?: string;
  /** What the style says of the rule in this example, in YAML. */
  check?: string;
  /** Width of the figure in its document. */
  placed?: string;
}

/** What a warning of the drawing becomes: its mend, where there is one. */
export type TakenProblem<C extends ProblemCode = ProblemCode> = (
  problem: Problem<C>,
  subject: Subject,
) => OwnMend | undefined;

/** A rule of a style: what it holds against what, and what it finds. */
export interface Rule<L extends Limits = Limits> {
  /** Name in lists, messages and waivers. */
  name: string;
  /** What the rule asks for, one sentence. */
  asks: string;
  /** What is measured, and how. */
  measures: string;
  /** Why it matters, one sentence. */
  reason: string;
  /** Where the reason comes from. */
  source: string;
  /** How grave a finding is where no style says. */
  severity: Severity | 'off';
  /** The limits that a house style may set, by name. */
  limits: L;
  /** Warnings of the drawing that are findings of this rule. */
  takes?: { readonly [C in ProblemCode]?: TakenProblem<C> };
  /** Warnings of the drawing that it measures by itself. */
  reads?: readonly ProblemCode[];
  /** What is wrong with a figure. */
  finds?(subject: Subject, limits: LimitValues<L>): Flaw[];
  /** Figures that the rule lets pass, some of them by a hair, and figures that it does not. */
  examples: { ok: readonly Example[]; bad: readonly Example[] };
}

/** A rule with the types of its own limits. */
export const rule = <const L extends Limits>(own: Rule<L>): Rule => own as unknown as Rule;

/** For a warning without a mechanical mend. */
export const unmended = (): undefined => undefined;

const valueText = (value: unknown): string =>
  typeof value === 'string' ? value : Array.isArray(value) ? value.join(', ') : JSON.stringify(value);

/** What some edits do, in words. */
export const editsText = (edits: readonly Edit[]): string =>
  edits
    .map(({ path, value }) =>
      value === undefined ? `takes ${path.join('.')} away` : `sets ${path.join('.')} to ${valueText(value)}`,
    )
    .join(', and ');

/** A mend as a rule gives it; what it does is said by its edits where no words stand here. */
export type OwnMend = Omit<Mend, 'says'> & { says?: string };

const mendOf = (edits: readonly Edit[], keepsMeaning: boolean): OwnMend => ({ edits, keepsMeaning });

/** A mend that changes how a figure looks, and nothing that readers take from it. */
export const mendLook = (path: string, value?: unknown): OwnMend => mendOf([{ path: path.split('.'), value }], true);

/** The same with several settings. */
export const mendLooks = (settings: Readonly<Record<string, unknown>>): OwnMend =>
  mendOf(
    Object.entries(settings).map(([path, value]) => ({ path: path.split('.'), value })),
    true,
  );

/** A mend that changes what readers take from a figure, which its author decides. */
export const mendMeaning = (path: string, value?: unknown): OwnMend =>
  mendOf([{ path: path.split('.'), value }], false);

/** A mend that adds sentences to the note. */
export const mendNote = (note: string | undefined, sentences: readonly string[]): OwnMend => ({
  says: `adds to the note: ${sentences.join(' ')}`,
  edits: [
    {
      path: ['caption', 'note'],
      value: [note?.trim().replace(/([^.!?])$/, '$1.'), ...sentences].filter(Boolean).join(' '),
    },
  ],
  keepsMeaning: true,
});

/** A number with at most so many decimals. */
export const rounded = (value: number, decimals = 1): number => Number(value.toFixed(decimals));

/** A number below a limit, with as many decimals as show that it is. */
export const below = (value: number, limit: number): number =>
  rounded(value) < limit ? rounded(value) : Math.floor(value * 100) / 100;

/** `1 label`, `3 labels`. */
export const many = (count: number, one: string, several = `${one}s`): string =>
  `${count} ${count === 1 ? one : several}`;

/** `a, b and c`, of long lists the first of them. */
export function listed(words: readonly string[], most = 4): string {
  const shown = words.slice(0, most);
  const more = words.length - shown.length;
  const all = more > 0 ? [...shown, `${more} more`] : shown;
  return all.length < 2 ? all.join('') : `${all.slice(0, -1).join(', ')} and ${all.at(-1)}`;
}
