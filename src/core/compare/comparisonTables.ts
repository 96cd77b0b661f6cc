import { findingText } from '../check/findingText.js';
import type { Comparison, Difference } from './compare.js';
import { countWords, findingsHead, numberTexts, settingText, valueText } from './comparisonText.js';

/** Some of what differs, in rows of words. */
export interface ComparisonTable {
  /** What it is of. */
  title: string;
  /** What stands in its columns. */
  head: readonly string[];
  /** Its rows, a cell for each column. */
  rows: readonly (readonly string[])[];
  /** How many of the last columns hold numbers. */
  numeric: number;
}

/** What is written and differs. */
export const writtenTable = (written: readonly Difference[]): ComparisonTable => ({
  title: 'Written',
  head: ['setting', 'before', 'after'],
  rows: written.map((own) => [settingText(own), valueText(own.before), valueText(own.after)]),
  numeric: 0,
});

/** What differs between two states of a figure, as tables; those without a row are left out. */
export function comparisonTables({ written, counts, numbers, rows, findings }: Comparison): ComparisonTable[] {
  const tables: ComparisonTable[] = [
    writtenTable(written),
    {
      title: 'Cases',
      head: ['what', 'before', 'after'],
      rows: counts.map((own) => [countWords(own), String(own.before), String(own.after)]),
      numeric: 2,
    },
    {
      title: 'Numbers',
      head: ['row', 'number', 'before', 'after', 'difference'],
      rows: [
        ...numbers.map((own) => {
          const { before, after, by } = numberTexts(own);
          return [own.table === undefined ? own.row : `${own.table}: ${own.row}`, own.column, before, after, by];
        }),
        ...rows.went.map((name) => [name, 'gone', '', '', '']),
        ...rows.came.map((name) => [name, 'new', '', '', '']),
      ],
      numeric: 3,
    },
    {
      title: findingsHead(findings),
      head: ['', 'finding'],
      rows: [
        ...findings.went.map((own) => ['gone', findingText(own)]),
        ...findings.came.map((own) => ['new', findingText(own)]),
      ],
      numeric: 0,
    },
  ];
  return tables.filter((own) => own.rows.length > 0);
}
