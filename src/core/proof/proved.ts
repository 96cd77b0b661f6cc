import type { NumbersTable } from '../chart/plan.js';
import type { Finding } from '../check/finding.js';
import type { Plate, PlateItem } from '../plate/plate.js';
import type { Words } from '../words/words.js';

/** A file that a figure was made of. */
export interface ProofInput {
  file: string;
  sha256: string;
}

/** A figure that is proved. */
export interface ProofFigure {
  /** Its number in a document; left out: its place among those that are proved. */
  label?: string;
  path: string;
  style: string;
  plate: Plate;
  /** Width in the document by width as drawn. */
  placed: number;
  /** Width of a line of text in the document, in points. */
  textWidth: number;
  findings: readonly Finding[];
  numbers: NumbersTable;
  /** The words of its language. */
  words: Words;
  inputs: readonly ProofInput[];
}

/** A page of a proof: its ink and its size in points. */
export interface ProofPage {
  items: PlateItem[];
  width: number;
  height: number;
}

/** Sides of a page that holds most figures (A3, ISO 216), in points. */
export const pageSize = { width: 1190.55, height: 841.89 } as const;
/** Distance of all that a page holds from its edges, in points. */
export const border = 30;

const marks = { error: '#b3401f', warning: '#8a5a00', waived: '#5b646d' } as const;

/** The colour of a finding. */
export const markOf = ({ severity, waived }: Pick<Finding, 'severity' | 'waived'>): string =>
  waived === undefined ? marks[severity] : marks.waived;

/** The colour of what was found in a figure, all together. */
export function countColor(findings: readonly Finding[]): string {
  if (findings.length === 0) return '#35683c';
  return findings.some(({ severity, waived }) => severity === 'error' && waived === undefined)
    ? marks.error
    : marks.warning;
}
