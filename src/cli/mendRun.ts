import type { Finding } from '../core/check/finding.js';
import { countText } from '../core/check/findingText.js';
import { hasErrors, placeText } from '../core/document/problem.js';
import { type Mended, type MendOptions, mend } from '../core/project/mend.js';
import { entryOptions } from '../core/report/drawReport.js';
import { disk } from '../node/disk.js';
import { type Change, saveChanges } from '../node/journal.js';
import { changeText } from './changeText.js';
import { namedFigures, placedIn, placedProblems, progress, rulesNamed } from './checkRun.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say } from './report.js';

interface MendCall {
  show?: boolean;
  only?: string;
  placed?: string;
  style?: string;
}

/** What became of a figure file, and what its author decides. */
function mendedText(path: string, { before, after, made, left }: Mended, show: boolean): string {
  const open = left.filter(({ waived }) => waived === undefined);
  const yours = open.filter(({ mend: own }) => own && !own.keepsMeaning);
  const verb = show ? 'would be mended' : 'mended';
  return [
    `${path}: ${made.length === 0 ? 'nothing to mend' : `${made.length} ${verb}`}; ${countText(open)}${open.length === 0 ? '' : ' left'}`,
    ...made.map(({ rule, mend: own }) => `  ${rule}: ${own?.says}`),
    ...(before === after ? [] : ['', changeText({ before, after }), '']),
    ...yours.map(({ rule, found, mend: own }) => `  yours to decide, ${rule}: ${found}\n    ${own?.says}`),
  ].join('\n');
}

/** What does not go together in a report, and the edit that would mend it: which figure has to give way, its author decides. */
const acrossText = ({ rule, found, place, mend: own }: Finding): string =>
  `yours to decide, ${rule}: ${found}${own ? `\n  ${placeText(place)}: ${own.says}` : ''}`;

/** Mends figure files; writes all of them or, where anything is wrong, none. */
export async function runMend(words: string[], call: MendCall): Promise<number> {
  const { rules, problems: unknown } = rulesNamed(call.only);
  const { files: found, reports, problems } = await namedFigures(words);
  // Of a folder the figures are mended, each by itself; a board that is named is refused in words.
  const files = found.filter((path) => words.includes(path) || !/\.board\./i.test(path));
  problems.push(...unknown, ...placedProblems(call.placed));
  const changes: Change[] = [];
  const said: string[] = [];
  const placed = placedIn(call.placed);
  const across: Finding[] = [];
  const inReport = new Map<string, MendOptions>();
  for (const path of hasErrors(problems) ? [] : reports) {
    const drawn = await (await import('../node/bind/bindReport.js')).drawReport(path, {});
    problems.push(...drawn.problems);
    if (!drawn.ok) continue;
    across.push(...drawn.value.hand);
    const { document, report } = drawn.value;
    for (const { entry, width, facts } of document.figures) {
      if (facts.some(({ isOnBoard }) => isOnBoard) || files.includes(entry.path)) continue;
      files.push(entry.path);
      inReport.set(entry.path, { ...entryOptions(report, entry), caption: false, placed: () => width });
    }
  }
  const shown = progress(files.length);
  for (const [i, path] of hasErrors(problems) ? [] : files.entries()) {
    shown.at(i + 1, path);
    const own = inReport.get(path) ?? { style: call.style, placed };
    const mended = await mend(disk, path, { ...own, only: rules.map(({ name }) => name) });
    problems.push(...mended.problems);
    if (!mended.ok) continue;
    const { before, after, patch } = mended.value;
    said.push(mendedText(path, mended.value, call.show ?? false));
    if (before !== after) changes.push({ path, before, after, patch, by: 'mend' });
  }
  shown.end();
  if (!hasErrors(problems) && !call.show) problems.push(...(await saveChanges(changes)));
  reportProblems(problems);
  if (hasErrors(problems)) {
    process.stderr.write('nothing was written\n');
    return exitCode(problems);
  }
  said.push(...across.filter(({ waived }) => waived === undefined).map(acrossText));
  say(said.join('\n'));
  if (changes.length > 0 && !call.show) say(`taken back by: hexis undo ${changes[0]?.path}`);
  return exit.done;
}
