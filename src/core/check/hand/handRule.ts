import type { Edit } from '../../schema/patch.js';
import type { Measure, Severity } from '../finding.js';
import type { HandFacts } from './facts.js';

/** A figure of a report, with its position there. */
export interface HandFigure {
  /** Its number as readers see it in the document, such as `3.2`. */
  label: string;
  /** Its position in the report, from 1. */
  number: number;
  /** Its title; empty if it has none. */
  title: string;
  /** Its facts: one entry for a figure, several for a board. */
  facts: HandFacts[];
  /** Path of the setting of the report file that names it. */
  setting: string;
  /** Those of its files that have changed since the document was last bound. Left out: unknown. */
  changed?: readonly string[] | undefined;
}

/** A flaw across figures. */
export interface HandFlaw {
  /** The figure that has to change, if one is the odd one out. */
  figure: HandFigure;
  /** Which of its facts the flaw is about. Left out: the flaw is in the report file. */
  facts?: HandFacts;
  /** What was found. */
  found: string;
  /** What was expected. */
  expected?: string;
  /** The measured value, if it is a number. */
  measured?: Measure;
  /** The limit that it was compared with. */
  limit?: Measure;
  /** The path of the setting responsible. */
  setting: string;
  /** The change that mends it. */
  mend?: { edits: readonly Edit[]; keepsMeaning: boolean };
}

/** An example of a rule: what follows `data` and `codebook` in the file of each figure. */
export interface HandExample {
  says: string;
  /** Settings in YAML over the data of the demo garden. */
  figures: readonly string[];
  /** What the report says about its figures, in YAML. */
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
  /** Whether a finding is an error or a warning. */
  severity: Severity;
  /** Finds what is wrong across the figures. */
  finds(figures: readonly HandFigure[]): HandFlaw[];
  /** Examples without and with findings. */
  examples: { ok: readonly HandExample[]; bad: readonly HandExample[] };
}

/** A figure as messages name it. */
export const figureWords = ({ label }: Pick<HandFigure, 'label'>): string => `figure ${label}`;

/** One thing that a figure shows, for comparison with the same thing in others. */
export interface Seen<T> {
  figure: HandFigure;
  facts: HandFacts;
  value: T;
}

/** Everything of one kind that the figures show, grouped by what they have in common. */
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
