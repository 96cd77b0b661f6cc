import type { Edit } from '../../schema/patch.js';
import type { Measure, Severity } from '../finding.js';
import type { HandFacts } from './facts.js';

/** A figure of a report with its place in it. */
export interface HandFigure {
  /** Its number in the document as readers see it, such as `3.2`. */
  label: string;
  /** The same as a count. */
  number: number;
  /** Its title, or its id where it has none. */
  title: string;
  /** One for each figure; several for a board. */
  facts: HandFacts[];
  /** Path of the setting of the report file that names it. */
  setting: string;
  /** Files that it was made of that are others than when the document was last bound; left out: none is known. */
  changed?: readonly string[] | undefined;
}

/** A flaw of figures that do not go together. */
export interface HandFlaw {
  /** The figure that has to change, where one is the odd one out. */
  figure: HandFigure;
  /** That of its facts which the flaw is about; left out: the flaw is of the report file. */
  facts?: HandFacts;
  /** What was found. */
  found: string;
  /** What was expected. */
  expected?: string;
  /** What was measured, where it is a number. */
  measured?: Measure;
  /** What it was held against. */
  limit?: Measure;
  /** The setting that is at fault, as a path. */
  setting: string;
  /** The change that mends it. */
  mend?: { edits: readonly Edit[]; keepsMeaning: boolean };
}

/** Figures that a rule is shown with: what follows `data` and `codebook` in the file of each. */
export interface HandExample {
  says: string;
  /** Settings in YAML over the data of the demo garden. */
  figures: readonly string[];
  /** What the report says of its figures, in YAML. */
  report?: string;
}

/** A rule across the figures of a report. */
export interface HandRule {
  /** Name in lists, messages and waivers. */
  name: string;
  /** What the rule asks for, one sentence. */
  asks: string;
  /** What is measured, and how. */
  measures: string;
  /** Why it matters, one sentence. */
  reason: string;
  /** Where the rule comes from. */
  source: string;
  /** Whether a document does not bear it, or is warned of it. */
  severity: Severity;
  /** What is wrong across the figures. */
  finds(figures: readonly HandFigure[]): HandFlaw[];
  /** Figures that it finds nothing in, and such that it does. */
  examples: { ok: readonly HandExample[]; bad: readonly HandExample[] };
}

/** A figure as messages name it. */
export const figureWords = ({ label }: Pick<HandFigure, 'label'>): string => `figure ${label}`;

/** One thing that a figure shows, to be held against the same in others. */
export interface Seen<T> {
  figure: HandFigure;
  facts: HandFacts;
  value: T;
}

/** All that figures show of a kind, sorted by what they have in common. */
export function sortedBy<T>(
  figures: readonly HandFigure[],
  valuesOf: (facts: HandFacts) => readonly T[],
  keyOf: (value: T, facts: HandFacts) => string,
): Map<string, Seen<T>[]> {
  const sorted = new Map<string, Seen<T>[]>();
  for (const figure of figures) {
    for (const facts of figure.facts) {
      for (const value of valuesOf(facts)) {
        const key = keyOf(value, facts);
        sorted.set(key, [...(sorted.get(key) ?? []), { figure, facts, value }]);
      }
    }
  }
  return sorted;
}

/**
 * Those that are not as most of them are, with one that is; of two forms that are as frequent, the one that comes first in
 * the document is taken for the rule.
 */
export function oddOnes<T>(seen: readonly Seen<T>[], formOf: (value: T) => string): { odd: Seen<T>; usual: Seen<T> }[] {
  const counts = new Map<string, number>();
  for (const { value } of seen) counts.set(formOf(value), (counts.get(formOf(value)) ?? 0) + 1);
  const [usualForm] = [...counts].sort((a, b) => b[1] - a[1])[0] ?? [];
  const usual = seen.find(({ value }) => formOf(value) === usualForm);
  if (!usual) return [];
  return seen.filter(({ value }) => formOf(value) !== usualForm).map((odd) => ({ odd, usual }));
}
