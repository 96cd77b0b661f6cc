import { stringify } from 'yaml';

/** A line of the style: a setting with its value, or the head of those set in below it. */
export interface Line {
  depth: number;
  key: string;
  value?: string;
  note?: string | undefined;
}

/** A value in one line. */
export const scalar = (value: unknown): string =>
  stringify(value, { lineWidth: 0, collectionStyle: 'flow', flowCollectionPadding: true }).trimEnd();

/** Words of a document as a comment or for a terminal: in one line, without signs that nobody sees. */
export const noted = (text: string): string =>
  text
    .replace(/[\s\u0085\u2028\u2029]+/g, ' ')
    .replace(/\p{C}/gu, '')
    .trim();

/** The lines of a style as its text. */
export function textOf(lines: readonly (Line | '')[]): string {
  const written = lines.map((line) => {
    if (line === '') return '';
    const { depth, key, value, note } = line;
    const own = `${'  '.repeat(depth)}${key.startsWith('#') ? key : `${/^\d+$/.test(key) ? key : scalar(key)}:`}${value === undefined ? '' : ` ${value}`}`;
    return note === undefined ? own : `${own} # ${noted(note)}`;
  });
  return `${written.join('\n')}\n`;
}
