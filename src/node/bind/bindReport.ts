import type { Finding } from '../../core/check/finding.js';
import { checkHand } from '../../core/check/hand/checkHand.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../../core/problem/problem.js';
import { openProject } from '../../core/project/project.js';
import { boundDocument } from '../../core/report/boundDocument.js';
import type { BoundDocument } from '../../core/report/documentForm.js';
import { handFigures } from '../../core/report/drawReport.js';
import { openReport, type Report, type ReportEntry } from '../../core/report/openReport.js';
import { disk } from '../disk.js';
import { Cache } from './cache.js';
import { drawEntries } from './drawing.js';
import type { HashedEntry, Input, Work } from './drawOne.js';

/** How to draw the figures of a report. */
export interface BindOptions {
  /** Numbers or ids of the figures to draw. Left out: all. */
  only?: readonly string[] | undefined;
  /** Whether to ignore figures kept from before. */
  isFresh?: boolean | undefined;
  /** Whether to look for settings without effect as well, which takes longer. */
  isDeep?: boolean | undefined;
  /** The language of the document in place of that of the report. */
  language?: string | undefined;
  /** Widths in points that replace those of the report, by the setting that names the figure. */
  widths?: ReadonlyMap<string, number> | undefined;
  /** Whether to overwrite captions and alternative texts that the author has rewritten. */
  oursAlways?: boolean | undefined;
  /** Reports progress: figures finished, and figures in all. */
  progress?: ((done: number, total: number, path: string) => void) | undefined;
}

/** A report with its figures drawn, in order. */
export interface DrawnReport {
  /** The report. */
  report: Report;
  /** The content of the document. */
  document: BoundDocument;
  /** Findings across the figures, if all of them were drawn. */
  hand: Finding[];
  /** The files each figure was made of, by its id. */
  inputs: Record<string, Input[]>;
  /** How many figures were drawn, and how many were kept from before. */
  drawn: number;
  /** The figures kept for the next time. */
  cache: Cache;
}

/** The figures named by number, id or file. */
function wanted(report: Report, only: readonly string[] | undefined): Outcome<ReportEntry[]> {
  if (!only) return succeed(report.entries);
  const fits = ({ label, path, number }: ReportEntry, word: string) =>
    label === word || String(number) === word || path.split(/[/\\]/).at(-1)?.split('.')[0] === word || path === word;
  const unknown = only.filter((word) => !report.entries.some((entry) => fits(entry, word)));
  if (unknown.length > 0) {
    const known = report.entries.map(({ label }) => label);
    return fail(unknown.map((found) => error('number-unknown', { found, known })));
  }
  return succeed(report.entries.filter((entry) => only.some((word) => fits(entry, word))));
}

/**
 * Draws the figures of a report on all cores, those alone that are not as they were when they were drawn before.
 *
 * @param pictures that are wanted of each, by names
 */
export async function drawReport(
  path: string,
  pictures: Work['pictures'],
  { only, isFresh = false, isDeep = false, language: asked, progress, widths }: BindOptions = {},
): Promise<Outcome<DrawnReport>> {
  const opened = await openReport(openProject(disk).store, path, asked);
  if (!opened.ok) return opened;
  const report = opened.value;
  const named = wanted(report, only);
  if (!named.ok) return named;
  const entries = named.value.map((entry): ReportEntry => {
    const width = widths?.get(entry.setting);
    return width === undefined ? entry : { ...entry, width: { value: `${width}pt`, setting: entry.setting } };
  });
  const cache = await Cache.of(report);
  const work: Work = { pictures, isDeep, language: report.language };
  const problems: Problem[] = [];
  const found = new Map<ReportEntry, HashedEntry>();
  const total = entries.length;
  const missing: ReportEntry[] = [];
  for (const entry of entries) {
    const kept = isFresh ? undefined : await cache.get(entry, work);
    if (kept) found.set(entry, kept);
    else missing.push(entry);
  }
  for await (const { entry, drawn } of drawEntries(report, missing, work)) {
    problems.push(...drawn.problems);
    if (drawn.ok) {
      found.set(entry, drawn.value);
      await cache.put(entry, work, drawn.value);
    }
    progress?.(total - missing.length + found.size, total, entry.path);
  }
  if (hasErrors(problems)) {
    // A problem of the report, or of a file that figures share, is reported once.
    const errors = problems.filter(({ severity }) => severity === 'error');
    return fail([...new Map(errors.map((one) => [JSON.stringify(one), one])).values()]);
  }
  const drawn = entries.map((entry) => found.get(entry) as HashedEntry);
  const document = await boundDocument(report, drawn, disk);
  if (!document.ok) return document;
  await cache.clear();
  return succeed({
    report,
    document: document.value,
    // A selection of figures is not checked across figures: numbers would be missing.
    hand: only ? [] : checkHand(handFigures(document.value.figures, await cache.changed()), report),
    inputs: Object.fromEntries(drawn.map(({ figure, inputs }) => [figure.id, inputs])),
    drawn: missing.length,
    cache,
  });
}
