import type { PlateItem } from '../plate/plate.js';
import type { Problem, ProblemCode } from '../problem/problem.js';
import type { Edit } from '../schema/patch.js';
import { ended, inARow } from '../words/inARow.js';
import type { Measure, Mend, Severity } from './finding.js';
import type { Subject } from './measure/subject.js';

/** A limit of a rule: a length in points, a number, or a list of words. */
export type Limit = { what: string } & (
  | { is: 'length'; value: number }
  | { is: 'number'; value: number; unit: string }
  | { is: 'words'; value: readonly string[]; example: string }
);

export type Limits = Readonly<Record<string, Limit>>;
/** The limits of a rule, as set by a style. */
export type LimitValues<L extends Limits> = {
  readonly [K in keyof L]: L[K] extends { is: 'words' } ? readonly string[] : number;
};

/** A flaw found by a rule: the part of a finding that differs from one to the next. */
export interface Flaw {
  /** What was found, as a sentence without its full stop. */
  found: string;
  /** What was expected. */
  expected?: string;
  /** The measured value, if it is a number. */
  measured?: Measure;
  /** The limit that it was compared with. */
  limit?: Measure;
  /** The items that it is about. */
  items?: readonly PlateItem[];
  /** The path of the setting responsible. */
  setting: string;
  /** The severity, if it differs from that of the rule. */
  severity?: Severity;
  /** The change that resolves it. */
  mend?: OwnMend;
}

/** An example of a rule: what follows `data`, `codebook` and `style` in its figure file. */
export interface Example {
  /** What it shows. */
  says: string;
  /** Settings in YAML over the data of the demo garden. */
  figure: string;
  /** The style to draw it in. Left out: plain. */
  style?: string;
  /** What the style says about the rule in this example, in YAML. */
  check?: string;
  /** Width of the figure in its document. */
  placed?: string;
}

/** What a style may say about a rule, and what it says where none does. */
export type RuleTerms = Pick<Rule, 'name' | 'asks' | 'severity' | 'limits'>;

/** How a warning of the drawing becomes a finding: its mend, if there is one. */
export type TakenProblem<C extends ProblemCode = ProblemCode> = (
  problem: Problem<C>,
  subject: Subject,
) => OwnMend | undefined;

/** A rule of the check. */
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
  /** The severity of its findings, unless a style sets another. */
  severity: Severity | 'off';
  /** Its limits, which a house style may change, by name. */
  limits: L;
  /** Warnings of the drawing that become findings of this rule. */
  takes?: { readonly [C in ProblemCode]?: TakenProblem<C> };
  /** Warnings of the drawing that it measures itself instead. */
  reads?: readonly ProblemCode[];
  /** Finds what is wrong with a figure. */
  finds?(subject: Subject, limits: LimitValues<L>): Flaw[];
  /** Examples that pass, some of them narrowly, and examples that fail. */
  examples: { ok: readonly Example[]; bad: readonly Example[] };
}

/** A rule with typed limits. */
export const rule = <const L extends Limits>(own: Rule<L>): Rule => own as unknown as Rule;

/** For warnings without an automatic mend. */
export const unmended = (): undefined => undefined;

const valueText = (value: unknown): string =>
  typeof value === 'string' ? value : Array.isArray(value) ? value.join(', ') : JSON.stringify(value);

/** Describes some edits. */
export const editsText = (edits: readonly Edit[]): string =>
  edits
    .map(({ path, value }) =>
      value === undefined ? `takes ${path.join('.')} away` : `sets ${path.join('.')} to ${valueText(value)}`,
    )
    .join(', and ');

/** A mend made by a rule. Without words of its own it is described by its edits. */
export type OwnMend = Omit<Mend, 'says'> & { says?: string };

const mendOf = (edits: readonly Edit[], keepsMeaning: boolean): OwnMend => ({ edits, keepsMeaning });

/** A mend that changes only the look of a figure, not what readers learn from it. */
export const mendLook = (path: string, value?: unknown): OwnMend => mendOf([{ path: path.split('.'), value }], true);

/** The same with several settings. */
export const mendLooks = (settings: Readonly<Record<string, unknown>>): OwnMend =>
  mendOf(
    Object.entries(settings).map(([path, value]) => ({ path: path.split('.'), value })),
    true,
  );

/** A mend that changes what readers learn from a figure. Its author decides. */
export const mendMeaning = (path: string, value?: unknown): OwnMend =>
  mendOf([{ path: path.split('.'), value }], false);

/** A mend that adds sentences to the note. */
export const mendNote = (note: string | undefined, sentences: readonly string[]): OwnMend => ({
  says: `adds to the note: ${inARow(sentences)}`,
  edits: [
    {
      path: ['caption', 'note'],
      value: inARow([ended(note ?? '', sentences[0] ?? '.'), ...sentences]),
    },
  ],
  keepsMeaning: true,
});

/** A number, rounded to a number of decimals. */
export const rounded = (value: number, decimals = 1): number => Number(value.toFixed(decimals));

/** A number below a limit, with enough decimals to show that it is. */
export const below = (value: number, limit: number): number =>
  rounded(value) < limit ? rounded(value) : Math.floor(value * 100) / 100;

/** `1 label`, `3 labels`. */
export const many = (count: number, one: string, several = `${one}s`): string =>
  `${count} ${count === 1 ? one : several}`;

/** `a, b and c`; long lists are cut short. */
export function listed(words: readonly string[], most = 4): string {
  const shown = words.slice(0, most);
  const more = words.length - shown.length;
  const all = more > 0 ? [...shown, `${more} more`] : shown;
  return all.length < 2 ? all.join('') : `${all.slice(0, -1).join(', ')} and ${all.at(-1)}`;
}
