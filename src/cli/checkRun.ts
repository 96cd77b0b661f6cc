import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Finding } from '../core/check/finding.js';
import { countText, findingText } from '../core/check/findingText.js';
import type { HandRule } from '../core/check/hand/handRule.js';
import { handRules } from '../core/check/hand/handRules.js';
import type { Rule } from '../core/check/rule.js';
import { rules } from '../core/check/rules.js';
import { type CheckedFile, sarifOf } from '../core/check/sarif.js';
import { nearest } from '../core/problem/nearest.js';
import { error, hasErrors, type Problem } from '../core/problem/problem.js';
import { checkFile } from '../core/project/acts/checkFile.js';
import { openProject } from '../core/project/project.js';
import { isReport } from '../core/report/openReport.js';
import { lengthInPoints } from '../core/schema/length.js';
import { patchFor } from '../core/schema/patch.js';
import { disk } from '../node/disk.js';
import { figureFiles } from '../node/figureFiles.js';
import { filesRead } from '../node/filesRead.js';
import { packageRoot } from '../node/packageRoot.js';
import { inputProblems, save } from '../node/save.js';
import { exit } from './command.js';
import { exitCode, problemsJson, reportProblems, say } from './report.js';
import { terminalWidth, wrapped } from './wrapped.js';

interface CheckCall {
  placed?: string;
  style?: string;
  language?: string;
  only?: string;
  as?: string;
  output?: string;
  caption?: boolean;
}

/** A figure that was looked at: its findings, or what is wrong with its file. */
interface Checked extends CheckedFile {
  id: string;
  problems: readonly Problem[];
}

const forms = ['text', 'json', 'sarif'];

/** The rules that a call names, of figures and across those of a report; all where it names none. */
export function rulesNamed(only: string | undefined): {
  rules: readonly Rule[];
  hand: readonly HandRule[];
  problems: Problem[];
} {
  if (only === undefined) return { rules, hand: handRules, problems: [] };
  const names = [...rules, ...handRules].map(({ name }) => name);
  const wanted = only
    .split(',')
    .map((name) => name.trim())
    .filter((name) => name !== '');
  const unknown = wanted.filter((name) => !names.includes(name));
  const problems = unknown.map((name) => error('rule-unknown', { name, known: names, nearest: nearest(name, names) }));
  const isWanted = ({ name }: { name: string }) => wanted.includes(name);
  return { rules: rules.filter(isWanted), hand: handRules.filter(isWanted), problems };
}

type Widths = Readonly<Record<string, number>>;

/** The width at which figures are placed, in points: of names, that of their style. */
export const placedIn = (placed: string | undefined): ((widths: Widths) => number | undefined) | undefined =>
  placed === undefined ? undefined : (widths) => widths[placed] ?? lengthInPoints(placed);

const badOption = (option: string, found: string, expects: string, example: string) =>
  error('bad-option', { option, found, expects, example });

/** What is wrong with a width by which figures are to be placed. */
export const placedProblems = (placed: string | undefined): Problem[] =>
  placed === undefined || (lengthInPoints(placed) ?? 0) > 0 || /^[A-Za-z][\w-]*$/.test(placed)
    ? []
    : [badOption('--placed', placed, 'a length with its unit, or a name of the style', '--placed 8cm')];

/** Says on a terminal how far a long call is, on a line that goes away. */
export function progress(total: number): { at(done: number, path: string): void; end(): void } {
  const shown = process.stderr.isTTY && total > 1;
  const line = (text: string) => process.stderr.write(`\r\u001b[2K${text}`);
  return {
    at: (done, path) => void (shown && line(`${done}/${total} ${path.slice(-60)}`)),
    end: () => void (shown && line('')),
  };
}

/** The change of a figure file that mends a finding. */
async function patches(path: string, findings: readonly Finding[]): Promise<CheckedFile['patchOf']> {
  if (!findings.some(({ mend }) => mend)) return undefined;
  const text = await disk.text(path).catch(() => undefined);
  return text === undefined ? undefined : ({ mend }) => (mend ? patchFor(text, mend.edits) : undefined);
}

/** A name of a width that a style does not have. */
function widthProblems(placed: string | undefined, widths: Widths | undefined): Problem[] {
  if (placed === undefined || !widths || placedIn(placed)?.(widths) !== undefined) return [];
  return [badOption('--placed', placed, `a length, or one of ${Object.keys(widths).join(', ')}`, '--placed 8cm')];
}

/** What is wrong with a file that figures share, such as their codebook, is said with the first of them. */
function saidOnce(said: Set<string>, path: string, findings: readonly Finding[]): Finding[] {
  return findings.filter(({ rule, found, place }) => {
    if (rule !== 'reading' || place === undefined || place.file === path) return true;
    const key = [place.file, place.line, found].join('\n');
    const isNew = !said.has(key);
    said.add(key);
    return isNew;
  });
}

async function checkAll(paths: readonly string[], call: CheckCall, own: readonly Rule[]): Promise<Checked[]> {
  const project = openProject(disk, { style: call.style, caption: call.caption, language: call.language });
  const checked: Checked[] = [];
  const said = new Set<string>();
  const shown = progress(paths.length);
  for (const path of paths) {
    shown.at(checked.length + 1, path);
    let known: Widths | undefined;
    const placed = (widths: Widths) => {
      known = widths;
      return placedIn(call.placed)?.(widths);
    };
    const found = await checkFile(project, path, { rules: own, placed });
    const { id, findings: all } = found.ok ? found.value : { id: path, findings: [] };
    const findings = saidOnce(said, path, all);
    const problems = found.ok ? widthProblems(call.placed, known) : found.problems;
    const patchOf = call.as === 'sarif' ? await patches(path, findings) : undefined;
    checked.push({ path, id, findings, problems, ...(patchOf ? { patchOf } : {}) });
  }
  shown.end();
  return checked;
}

function textOf(checked: readonly Checked[]): string {
  const blocks = checked
    .filter(({ problems }) => problems.length === 0)
    .map(({ path, findings }) => [`${path}: ${countText(findings)}`, ...findings.map(findingText)].join('\n'));
  const all = checked.flatMap(({ findings }) => findings);
  const sum = checked.length > 1 ? [`${checked.length} figures: ${countText(all)}`] : [];
  return `${[...blocks, ...sum].join('\n')}\n`;
}

function jsonOf(checked: readonly Checked[]): string {
  const figures = checked.map(({ path, id, findings, problems }) => ({
    path,
    id,
    findings,
    problems: problemsJson(problems),
  }));
  const open = checked.flatMap(({ findings }) => findings).filter(({ waived }) => waived === undefined);
  const errors = open.filter(({ severity }) => severity === 'error').length;
  return `${JSON.stringify({ figures, errors, warnings: open.length - errors }, null, 1)}\n`;
}

const version = () => JSON.parse(readFileSync(join(packageRoot, 'package.json'), 'utf8')).version as string;

/** Whether a file is a report, by what it says of itself. */
const isReportFile = async (path: string): Promise<boolean> =>
  !/\.(figure|board)\.\w+$/i.test(path) && isReport(await disk.text(path).catch(() => ''));

/** Reads what a call names, reports apart from figures and boards; nothing is drawn where anything of it is wrong. */
export async function namedFigures(
  words: readonly string[],
): Promise<{ files: string[]; reports: string[]; problems: Problem[] }> {
  const { files, empty } = await figureFiles(words);
  const reports: string[] = [];
  for (const path of files) if (await isReportFile(path)) reports.push(path);
  return {
    files: files.filter((path) => !reports.includes(path)),
    reports,
    problems: empty.map((path) => error('no-figures', { path })),
  };
}

/** The figures of a report as they stand in it; what is wrong across them is said where it would be mended. */
async function checkReport(path: string, call: CheckCall, names: ReadonlySet<string>): Promise<Checked[]> {
  const drawn = await (await import('../node/bind/bindReport.js')).drawReport(
    path,
    {},
    { isDeep: true, language: call.language },
  );
  if (!drawn.ok) return [{ path, id: path, findings: [], problems: drawn.problems }];
  const { document, hand, report } = drawn.value;
  const found = new Map<string, { id: string; findings: Finding[] }>();
  for (const { entry, id, findings } of document.figures) found.set(entry.path, { id, findings: [...findings] });
  found.set(path, { id: report.id, findings: [] });
  for (const finding of hand) {
    const file = finding.place?.file ?? path;
    if (!found.has(file)) found.set(file, { id: file, findings: [] });
    found.get(file)?.findings.push(finding);
  }
  return Promise.all(
    [...found].map(async ([file, { id, findings }]): Promise<Checked> => {
      const own = findings.filter(({ rule }) => names.has(rule));
      const patchOf = call.as === 'sarif' ? await patches(file, own) : undefined;
      return { path: file, id, findings: own, problems: [], ...(patchOf ? { patchOf } : {}) };
    }),
  );
}

/** Holds figures against the rules of their styles. */
export async function runCheck(words: string[], call: CheckCall): Promise<number> {
  const { as = 'text' } = call;
  const named = rulesNamed(call.only);
  const { files, reports, problems } = await namedFigures(words);
  problems.push(...named.problems, ...placedProblems(call.placed));
  if (!forms.includes(as)) problems.push(badOption('--as', as, forms.join(', '), '--as json'));
  if (hasErrors(problems)) {
    reportProblems(problems);
    return exitCode(problems);
  }
  const checked = await checkAll(files, call, named.rules);
  const names = new Set([...named.rules, ...named.hand].map(({ name }) => name));
  for (const path of reports) checked.push(...(await checkReport(path, call, names)));
  const faults = checked.flatMap((one) => one.problems);
  const text =
    as === 'json'
      ? jsonOf(checked)
      : as === 'sarif'
        ? sarifOf(checked, [...named.rules, ...named.hand], version())
        : textOf(checked);
  reportProblems(faults);
  if (call.output !== undefined) {
    const output = { path: call.output, bytes: text };
    const written = await inputProblems([output], filesRead.keys());
    if (!hasErrors(written)) written.push(...(await save([output])));
    reportProblems(written);
    if (hasErrors(written)) return exitCode(written);
    say(
      `${checked.length > 1 ? `${checked.length} figures` : (checked[0]?.path ?? '')}: ${countText(checked.flatMap(({ findings }) => findings))}\n  ${call.output}`,
    );
  } else if (as === 'text') say(wrapped(text.trimEnd(), terminalWidth()));
  else say(text.trimEnd());
  if (hasErrors(faults)) return exitCode(faults);
  const grave = checked.some(({ findings }) =>
    findings.some(({ severity, waived }) => severity === 'error' && waived === undefined),
  );
  return grave ? exit.findings : exit.done;
}
