import type { TemplatePage, TemplateStyle } from './found.js';
import type { Line } from './styleLines.js';

const inch = 72;
const centimetre = 72 / 2.54;

/** Lengths in the unit that the page is measured in. */
export function lengthsOf(
  page: TemplatePage | undefined,
): (points: number, round?: (value: number) => number) => string {
  // Paper of North America is measured in inches.
  const isInches = page !== undefined && Math.abs(Math.min(page.width, page.height) - 8.5 * inch) < 1;
  const [unit, name] = isInches ? [inch, 'in'] : [centimetre, 'cm'];
  return (points, round = Math.round) => `${round((points / unit) * 100) / 100}${name}`;
}

/** No figure becomes wider than its place is, but by what a program has rounded. */
const notWider = (value: number) => Math.floor(value + 0.06);

/** The page of a document, and the widths that figures have on it. */
export function pageLines(page: NonNullable<TemplateStyle['page']>): Line[] {
  const { value, from } = page;
  const length = lengthsOf(value);
  const { width, height, left, right, top, bottom, text, column } = value;
  // Two columns with a gap, where the document has one.
  const gap = 0.5 * centimetre;
  const line = (key: string, points: number): Line => ({ depth: 1, key, value: length(points) });
  const wide = (key: string, points: number, note: string): Line => ({
    depth: 1,
    key,
    value: length(points, notWider),
    note,
  });
  return [
    { depth: 0, key: 'document', note: from },
    line('width', width),
    line('height', height),
    line('left', left),
    line('right', right),
    line('top', top),
    line('bottom', bottom),
    { depth: 0, key: 'widths' },
    wide('text', text, 'between the margins'),
    column === undefined
      ? wide('column', (text - gap) / 2, 'half of the text, less a gap; the document has one column')
      : wide('column', column, 'a column of the text'),
    { depth: 0, key: 'size', value: '{ width: text }' },
  ];
}
