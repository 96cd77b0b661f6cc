import { countText } from '../core/check/findingText.js';
import { hasErrors, type Outcome, type Problem, placeText } from '../core/problem/problem.js';
import { type Mended, type MendOptions, mend } from '../core/project/acts/mend.js';
import { overlaid } from '../core/project/read/source.js';
import { entryOptions } from '../core/report/drawReport.js';
import { type MendedAcross, type MendedFile, mendAcross } from '../core/report/mendAcross.js';
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

/** What became of what differs across the figures of a report, and what its author decides. */
function acrossText(path: string, { files, made, left }: MendedAcross, show: boolean): string {
  const open = left.filter(({ waived }) => waived === undefined);
  const verb = show ? 'would be mended' : 'mended';
  return [
    `${path}, across its figures: ${made.length === 0 ? 'nothing to mend' : `${made.length} ${verb}`}; ${countText(open)}${open.length === 0 ? '' : ' left'}`,
    ...made.map(({ finding: { rule, mend: own }, file }) => `  ${rule}: ${own?.says} in ${file}`),
    ...files.flatMap((file) => ['', `  ${file.path}`, changeText(file)]),
    ...(files.length === 0 ? [] : ['']),
    ...open.map(
      ({ rule, found, place, mend: own }) =>
        `  yours to decide, ${rule}: ${found}${own ? `\n    ${placeText(place)}: ${own.says}` : ''}`,
    ),
  ].join('\n');
}

/** Files as they are mended, one mend upon the other, before any of it is written. */
class Work {
  private readonly texts: Record<string, string> = {};
  readonly source = overlaid(disk, this.texts);
  private readonly rules: readonly string[];
  private readonly mended = new Map<string, MendedFile>();
  private readonly reports = new Map<string, MendedAcross>();

  /** @param rules names of the rules across figures whose findings are mended */
  constructor(rules: readonly string[]) {
    this.rules = rules;
  }

  take(files: readonly MendedFile[]): void {
    for (const { path, before, after, patch } of files) {
      const known = this.mended.get(path);
      this.mended.set(
        path,
        known ? { ...known, after, patch: [...known.patch, ...patch] } : { path, before, after, patch },
      );
      this.texts[path] = after;
    }
  }

  /** Mends what differs across the figures of a report; what was mended in it before is kept in mind. */
  async across(path: string): Promise<Outcome<MendedAcross>> {
    const found = await mendAcross(this.source, path, { only: this.rules });
    if (!found.ok) return found;
    this.take(found.value.files);
    const known = this.reports.get(path);
    const joined = <K extends 'files' | 'made'>(key: K) =>
      [...(known?.[key] ?? []), ...found.value[key]] as MendedAcross[K];
    this.reports.set(path, { ...found.value, files: joined('files'), made: joined('made') });
    return found;
  }

  /** All that was mended across the figures of a report. */
  of(path: string): MendedAcross {
    return this.reports.get(path) as MendedAcross;
  }

  changes(): Change[] {
    return [...this.mended.values()]
      .filter(({ before, after }) => before !== after)
      .map((file) => ({ ...file, by: 'mend' }));
  }
}

/** What a call of `mend` has found and done so far. */
interface Mending {
  work: Work;
  problems: Problem[];
  said: string[];
  /** Figures as they stand in their reports. */
  inReport: Map<string, MendOptions>;
}

/** Mends what differs across the figures of reports, and adds these to the files that are mended. */
async function mendReports(reports: readonly string[], files: string[], { work, problems, inReport }: Mending) {
  for (const path of reports) {
    const across = await work.across(path);
    problems.push(...across.problems);
    if (!across.ok) continue;
    const { report, figures } = across.value;
    for (const { entry, width, facts } of figures) {
      if (facts.some(({ isOnBoard }) => isOnBoard) || files.includes(entry.path)) continue;
      files.push(entry.path);
      inReport.set(entry.path, { ...entryOptions(report, entry), caption: false, placed: () => width });
    }
  }
}

/** Mends files, each by itself. @returns whether any is another one now */
async function mendFiles(
  files: readonly string[],
  { work, problems, said, inReport }: Mending,
  { options, only, show }: { options: MendOptions; only: string[]; show: boolean },
): Promise<boolean> {
  const shown = progress(files.length);
  let isOther = false;
  for (const [i, path] of files.entries()) {
    shown.at(i + 1, path);
    const mended = await mend(work.source, path, { ...(inReport.get(path) ?? options), only });
    problems.push(...mended.problems);
    if (!mended.ok) continue;
    said.push(mendedText(path, mended.value, show));
    isOther ||= mended.value.before !== mended.value.after;
    work.take([{ path, ...mended.value }]);
  }
  shown.end();
  return isOther;
}

/** Mends figure files, and what differs across the figures of reports; writes all of it or, where anything is wrong, none. */
export async function runMend(words: string[], call: MendCall): Promise<number> {
  const { rules, hand, problems: unknown } = rulesNamed(call.only);
  const { files: found, reports, problems } = await namedFigures(words);
  // Of a folder the figures are mended, each by itself; a board that is named is refused in words.
  const files = found.filter((path) => words.includes(path) || !/\.board\./i.test(path));
  problems.push(...unknown, ...placedProblems(call.placed));
  const { show = false, style } = call;
  const work = new Work(hand.map(({ name }) => name));
  const mending: Mending = { work, problems, said: [], inReport: new Map() };
  // What differs across figures comes first: to mend that may be to mend them.
  if (!hasErrors(problems)) await mendReports(reports, files, mending);
  const options = { style, placed: placedIn(call.placed) };
  const own = { options, only: rules.map(({ name }) => name), show };
  const isOther = !hasErrors(problems) && (await mendFiles(files, mending, own));
  for (const path of hasErrors(problems) || hand.length === 0 ? [] : reports) {
    // Figures that were mended may differ from others now.
    const across = isOther ? await work.across(path) : undefined;
    problems.push(...(across?.problems ?? []).filter(({ severity }) => severity === 'error'));
    mending.said.push(acrossText(path, work.of(path), show));
  }
  const changes = work.changes();
  if (!hasErrors(problems) && !show) problems.push(...(await saveChanges(changes)));
  reportProblems(problems);
  if (hasErrors(problems)) {
    process.stderr.write('nothing was written\n');
    return exitCode(problems);
  }
  say(mending.said.join('\n'));
  const paths = changes.map(({ path }) => (/[^\w./\\:-]/.test(path) ? `"${path}"` : path));
  if (changes.length > 0 && !show) say(`taken back by: hexis undo ${paths.join(' ')}`);
  return exit.done;
}
