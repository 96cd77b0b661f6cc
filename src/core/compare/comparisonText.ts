import type { Finding } from '../check/finding.js';
import { countText, findingText } from '../check/findingText.js';
import { plural } from '../problem/wording/phrases.js';
import { decimalsFor } from '../scale/numberFormat.js';
import type { Comparison, CountDifference, Difference } from './compare.js';
import type { NumberDifference } from './numbers.js';
import type { SetDifference } from './pairs.js';

/** So many differences are named each; more are counted. */
const mostNamed = 40;

/** A setting as people read it. */
export const valueText = (value: unknown): string =>
  value === undefined ? 'nothing' : typeof value === 'string' ? value : JSON.stringify(value);

const places = { figure: '', codebook: 'codebook: ', style: 'style: ', board: 'board: ', report: 'report: ' } as const;

/** Where a setting that differs stands, and what it is called. */
export const settingText = ({ in: place, letter, path, words }: Difference): string =>
  `${letter === undefined ? '' : `${letter}: `}${places[place]}${words} (${path})`;

/** A setting that differs, in a line. */
export const writtenText = (own: Difference): string =>
  `  ${settingText(own)}: ${valueText(own.before)} → ${valueText(own.after)}`;

/** The numbers of a difference with their decimals: before, after, and by how much. */
export function numberTexts({ before, after, difference, decimals: usual, least = -Infinity }: NumberDifference) {
  // A difference that would be written as nothing has decimals of its own.
  const isFine = difference !== undefined && Number(difference.toFixed(usual)) === 0;
  const decimals = isFine ? Math.min(20, decimalsFor(difference, 2)) : usual;
  const written = (value: number) => value.toFixed(decimals).replace('-', '−');
  const shown = (value: number | undefined) => {
    if (value === undefined) return 'none';
    return value < least ? `<${least.toFixed(usual)}` : written(value);
  };
  const by = difference === undefined ? '' : `${difference > 0 ? '+' : ''}${written(difference)}`;
  return { before: shown(before), after: shown(after), by };
}

/** A number that differs, in a line. */
export function numberText(own: NumberDifference): string {
  const { row, column, table } = own;
  const { before, after, by } = numberTexts(own);
  const where = [...(table === undefined ? [] : [table]), ...(row === '' ? [] : [row])].join(', ');
  return `  ${where === '' ? '' : `${where}: `}${column} ${before} → ${after}${by === '' ? '' : ` (${by})`}`;
}

const section = (head: string, lines: readonly string[]): string[] => {
  if (lines.length === 0) return [];
  const more = lines.length > mostNamed ? [`  and ${lines.length - mostNamed} more`] : [];
  return [`${head}\n${[...lines.slice(0, mostNamed), ...more].join('\n')}`];
};

const counted = { read: 'rows read', chosen: 'rows chosen', used: 'rows used' } as const;

export const countWords = ({ what }: CountDifference): string => counted[what];

const countedFindings = (findings: readonly Finding[]): string =>
  findings.length === 0 ? 'none' : countText(findings);

/** How many findings came and went. */
export const findingsHead = ({ came, went }: Comparison['findings']): string =>
  `Findings: ${countedFindings(came)} new, ${countedFindings(went)} gone`;

/** How much ink differs, in words. */
export const inkText = ({ came, went, moved }: Comparison['ink']): string =>
  [
    ...(moved > 0 ? [`${plural(moved, 'piece')} elsewhere`] : []),
    ...(came > 0 ? [`${came} new`] : []),
    ...(went > 0 ? [`${went} gone`] : []),
  ].join(', ');

/** Why nothing is said of numbers and ink. */
export const unseenText = 'Numbers and ink are not compared: one of the two carries no rows (export.carries: all)';

function differencesText({ written, counts, numbers, rows, findings, ink, isSame, only }: Comparison): string {
  if (isSame) return only ? 'nothing that is written differs' : 'nothing differs';
  const inked = inkText(ink);
  const found = [
    ...findings.went.map((own) => `  gone: ${findingText(own)}`),
    ...findings.came.map((own) => `  new: ${findingText(own)}`),
  ];
  const sections = [
    ...section('Written', written.map(writtenText)),
    ...section(
      'Cases',
      counts.map((own) => `  ${countWords(own)}: ${own.before} → ${own.after}`),
    ),
    ...section('Numbers', [
      ...numbers.map(numberText),
      ...rows.went.map((name) => `  gone: ${name}`),
      ...rows.came.map((name) => `  new: ${name}`),
    ]),
    ...section(findingsHead(findings), found),
    ...section('Ink', inked === '' ? [] : [`  ${inked}`]),
  ];
  return sections.length === 0 ? 'Ink\n  the same pieces, in other colours or forms' : sections.join('\n\n');
}

/** What differs between two states of a figure, in words. */
export const comparisonText = (comparison: Comparison): string =>
  differencesText(comparison) + (comparison.only ? `\n\n${unseenText}` : '');

/** A figure of several as it is called: by its number where it has one. */
export function figureHead({ id, before, after }: SetDifference): string {
  const name = (own: SetDifference['before']) => (own?.label === undefined ? own?.path : `figure ${own.label}, ${id}`);
  const [was, is] = [name(before), name(after)];
  if (was === undefined) return `${is}: new`;
  if (is === undefined) return `${was}: gone`;
  const file =
    before?.path === after?.path || after?.label === undefined ? '' : `, ${after.path}, before ${before?.path}`;
  return was === is ? `${is}${file}` : `${is}, before ${was}${file}`;
}

/** What differs between several figures, in words: what is written around them, then each that differs. */
export function setText(
  around: readonly Difference[],
  others: readonly SetDifference[],
  all: readonly SetDifference[],
): string {
  const count = plural(all.length, 'figure');
  const unseen = all.some(({ comparison }) => comparison?.only) ? [unseenText] : [];
  if (around.length === 0 && others.length === 0) return [`nothing differs in ${count}`, ...unseen].join('\n\n');
  const head = `${others.length} of ${count} ${others.length === 1 ? 'differs' : 'differ'}`;
  const texts = others.map((own) => {
    const { comparison } = own;
    if (!comparison) return figureHead(own);
    const text = comparison.isSame && !comparison.only ? 'the figure is the same' : differencesText(comparison);
    return `${figureHead(own)}\n${text.replace(/^(?=.)/gm, '  ')}`;
  });
  return [head, ...section('Written', around.map(writtenText)), ...texts, ...unseen].join('\n\n');
}
