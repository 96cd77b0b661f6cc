import type { Asked } from './kept.js';
import type { AskedColumn, Question } from './question.js';

const names = (columns: readonly AskedColumn[]): string => columns.map(({ column }) => column).join(', ');

/** A column of which moments are asked, in words. */
function momentsText({ column, as, cells, singly, edges = [], apart = [], within }: AskedColumn): string {
  const cut = edges.length > 0 ? `; between which of ${edges.join(', ')} they lie` : '';
  const out = apart.length > 0 ? `; by themselves ${apart.join(', ')}` : '';
  const beyond = within ? `; by themselves those below ${within[0]} or above ${within[1]}` : '';
  const whats = {
    cut: 'no more than where its numbers lie',
    spread: 'its values, those together that lie close where they are many',
    moments: 'sum, mean and squared deviations, not its values',
    value: 'its values',
  };
  const few = singly ? `; by themselves those in ${singly.multiples.length} of them` : '';
  const into = cells === undefined ? '' : `, in about ${cells} cells of a grid`;
  return `  of ${column}: ${whats[as]}${into}${few}${cut}${out}${beyond}`;
}

/** A question in words, a line for each part of it. */
export function questionText({ rows, columns, together, sample }: Question): string[] {
  const [apart, summed] = [columns.filter(({ as }) => as === 'value'), columns.filter(({ as }) => as !== 'value')];
  const drawn = sample ? `${sample.rows} rows, drawn by lot (seed ${sample.seed})` : 'each row';
  if (rows === 'each') return [`  ${drawn}, by itself: ${names(apart)}`];
  const alike = apart.length > 0 ? `rows with the same ${names(apart)}, taken together` : 'all rows, taken together';
  return [
    `  ${alike}: how many they are`,
    ...summed.map(momentsText),
    ...(together ? [`  of each two of ${together.join(', ')}: the products of their deviations`] : []),
  ];
}

/** What was asked of a source, what came back, and in which statements. */
export function askedText({ name, question, answer, kept }: Asked): string {
  const { rows, statements = [] } = answer;
  const came = question.rows === 'each' ? `${rows} rows` : `${rows} groups of rows`;
  const when = kept === undefined ? '' : `, kept since ${kept}`;
  return [
    `asked of ${name}:`,
    ...questionText(question),
    `answered: ${came}${when}`,
    ...(statements.length > 0 ? ['in SQL:', ...statements.map((text) => `  ${text}`)] : []),
  ].join('\n');
}
