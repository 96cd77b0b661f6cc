import { countText, findingText } from '../core/check/findingText.js';
import {
  type Comparison,
  compareFigures,
  type Difference,
  type NumberDifference,
  type Side,
} from '../core/compare/compare.js';
import { error, fail, type Outcome, succeed } from '../core/problem/problem.js';
import { plural } from '../core/problem/wording/phrases.js';
import { checkDrawn } from '../core/project/acts/checkFile.js';
import { openProject } from '../core/project/project.js';
import type { Source } from '../core/project/read/source.js';
import { disk } from '../node/disk.js';
import { gitSource, RevisionFault } from '../node/gitSource.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say, sayJson } from './report.js';

interface CompareCall {
  git?: string;
  json?: boolean;
}

/** So many numbers are named each; more are counted. */
const mostNamed = 40;

async function sideOf(source: Source, path: string): Promise<Outcome<Side>> {
  const project = openProject(source);
  const drawn = await project.draw(path, { trace: true });
  if (!drawn.ok) return fail(drawn.problems);
  const { value: drawing, problems } = drawn;
  return succeed({ drawing, findings: await checkDrawn(project, path, { drawing, problems }, {}) }, []);
}

/** The two files that the call names, each with where it is read from. */
async function sidesFor(
  [old = '', now, third]: readonly string[],
  { git }: CompareCall,
): Promise<Outcome<[Side, Side]>> {
  const wrong = (option: string, found: string, expects: string) =>
    fail([error('bad-option', { option, found, expects, example: 'hexis compare old.figure.yaml new.figure.yaml' })]);
  if (third !== undefined) return wrong('figure', third, 'two files, the older first');
  if (git === undefined && now === undefined)
    return wrong('figure', 'nothing', 'a second file, or --git with a revision');
  if (git !== undefined && now !== undefined) return wrong('--git', git, 'one file, which is held against itself');
  try {
    const before = await sideOf(git === undefined ? disk : await gitSource(old, git), old);
    if (!before.ok) return before;
    const after = await sideOf(disk, now ?? old);
    return after.ok ? succeed([before.value, after.value]) : after;
  } catch (fault) {
    if (!(fault instanceof RevisionFault)) throw fault;
    return wrong('--git', git ?? '', `a revision that git knows: ${fault.message}`);
  }
}

const valueText = (value: unknown): string =>
  value === undefined ? 'nothing' : typeof value === 'string' ? value : JSON.stringify(value);

const places = { figure: '', codebook: 'codebook: ', style: 'style: ' } as const;

const writtenText = ({ in: place, path, words, before, after }: Difference): string =>
  `  ${places[place]}${words} (${path}): ${valueText(before)} → ${valueText(after)}`;

function numberText({ row, column, before, after, difference, decimals }: NumberDifference): string {
  const shown = (value: number | undefined) =>
    value === undefined ? 'none' : value.toFixed(decimals).replace('-', '−');
  const by = difference === undefined ? '' : ` (${difference > 0 ? '+' : ''}${shown(difference)})`;
  return `  ${row === '' ? '' : `${row}: `}${column} ${shown(before)} → ${shown(after)}${by}`;
}

const section = (head: string, lines: readonly string[]): string[] => {
  if (lines.length === 0) return [];
  const more = lines.length > mostNamed ? [`  and ${lines.length - mostNamed} more`] : [];
  return [`${head}\n${[...lines.slice(0, mostNamed), ...more].join('\n')}`];
};

const countWords = { read: 'rows read', chosen: 'rows chosen', used: 'rows used' } as const;

/** What differs, in words. */
export function comparisonText({ written, counts, numbers, rows, findings, ink, isSame }: Comparison): string {
  if (isSame) return 'nothing differs';
  const inked = [
    ...(ink.moved > 0 ? [`${plural(ink.moved, 'piece')} elsewhere`] : []),
    ...(ink.came > 0 ? [`${ink.came} new`] : []),
    ...(ink.went > 0 ? [`${ink.went} gone`] : []),
  ];
  const found = [
    ...findings.went.map((own) => `  gone: ${findingText(own)}`),
    ...findings.came.map((own) => `  new: ${findingText(own)}`),
  ];
  return [
    ...section('Written', written.map(writtenText)),
    ...section(
      'Cases',
      counts.map(({ what, before, after }) => `  ${countWords[what]}: ${before} → ${after}`),
    ),
    ...section('Numbers', [
      ...numbers.map(numberText),
      ...rows.went.map((name) => `  gone: ${name}`),
      ...rows.came.map((name) => `  new: ${name}`),
    ]),
    ...section(`Findings: ${countText(findings.came)} new, ${countText(findings.went)} gone`, found),
    ...section('Ink', inked.length > 0 ? [`  ${inked.join(', ')}`] : []),
  ].join('\n\n');
}

/** Says what differs between two states of a figure. */
export async function runCompare(paths: readonly string[], call: CompareCall): Promise<number> {
  const sides = await sidesFor(paths, call);
  if (!sides.ok) {
    reportProblems(sides.problems);
    return exitCode(sides.problems);
  }
  const found = compareFigures(...sides.value);
  if (call.json) sayJson(found);
  else say(comparisonText(found));
  return exit.done;
}
