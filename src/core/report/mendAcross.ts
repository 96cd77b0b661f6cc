import type { Finding } from '../check/finding.js';
import { checkHand } from '../check/hand/checkHand.js';
import { fail, type Outcome, succeed } from '../problem/problem.js';
import { isBetter } from '../project/acts/mend.js';
import { overlaid, type Source } from '../project/read/source.js';
import { Store } from '../project/read/store.js';
import { type Patch, patched, patchFor } from '../schema/patch.js';
import { type DrawnEntry, EntryDrawer } from './drawnEntry.js';
import { type BoundFigure, handFigures } from './drawReport.js';
import { openReport, type Report } from './openReport.js';

/** A file before and after it was mended. */
export interface MendedFile {
  /** Path of the file. */
  path: string;
  /** Its text before. */
  before: string;
  /** Its text with all mends. */
  after: string;
  /** What leads from one to the other. */
  patch: Patch;
}

/** The files of a report before and after what differs across its figures was mended. */
export interface MendedAcross {
  /** The files that were mended. */
  files: MendedFile[];
  /** What was mended, in order, each with the file that was changed. */
  made: { finding: Finding; file: string }[];
  /** Findings across the figures that are left, with mends that the author decides where they have some. */
  left: Finding[];
  /** How the report has its figures after that. */
  report: Report;
  /** The figures, drawn with all mends. */
  figures: BoundFigure[];
}

/** No report needs more; what is left then is said. */
const mostMends = 200;

/** What is found across the figures of a report. */
interface Look {
  report: Report;
  figures: BoundFigure[];
  across: Finding[];
}

const allOf = ({ across, figures }: Look) => [...across, ...figures.flatMap(({ findings }) => findings)];

/** A report whose files can be changed and looked at; a figure is drawn again where one of its files was changed. */
class ReportTrial {
  readonly texts: Record<string, string> = {};
  private readonly source: Source;
  private readonly path: string;
  private readonly drawn = new Map<string, { of: string; entry: DrawnEntry }>();

  constructor(source: Source, path: string) {
    this.source = overlaid(source, this.texts);
    this.path = path;
  }

  text(file: string): Promise<string> {
    return this.source.text(file);
  }

  async look(): Promise<Outcome<Look>> {
    const report = await openReport(new Store(this.source), this.path);
    if (!report.ok) return report;
    const entries: DrawnEntry[] = [];
    const drawer = new EntryDrawer(this.source);
    for (const entry of report.value.entries) {
      const said = JSON.stringify([entry, report.value.style, report.value.shared, report.value.page]);
      const known = this.drawn.get(entry.setting);
      if (known && known.of === this.stamp(said, known.entry.files)) {
        entries.push(known.entry);
        continue;
      }
      const made = await drawer.draw(report.value, entry);
      if (!made.ok) return fail(made.problems);
      entries.push(made.value);
      this.drawn.set(entry.setting, { of: this.stamp(said, made.value.files), entry: made.value });
    }
    const figures = entries.map(({ figure }) => figure);
    return succeed({ report: report.value, figures, across: checkHand(handFigures(figures), report.value) });
  }

  private stamp(said: string, files: readonly string[]): string {
    return JSON.stringify([said, files.map((file) => this.texts[file] ?? null)]);
  }
}

/** The first mend across the figures that keeps what they mean and makes the report better, with what is found after it. */
async function nextMend(
  trial: ReportTrial,
  path: string,
  now: Look,
  only: readonly string[] | undefined,
): Promise<{ finding: Finding; file: string; patch: Patch; look: Look } | undefined> {
  const before = allOf(now);
  for (const finding of now.across) {
    const { mend, rule, waived } = finding;
    if (!mend?.keepsMeaning || waived !== undefined || !(only?.includes(rule) ?? true)) continue;
    const file = finding.place?.file ?? path;
    // What styles and codebooks say holds for more than this report.
    if (file !== path && !now.report.entries.some((entry) => entry.path === file)) continue;
    const text = await trial.text(file);
    const patch = patchFor(text, mend.edits);
    const candidate = patched(text, patch);
    if (candidate === text) continue;
    const held = trial.texts[file];
    trial.texts[file] = candidate;
    const after = await trial.look();
    if (after.ok && isBetter(finding, before, allOf(after.value))) return { finding, file, patch, look: after.value };
    if (held === undefined) delete trial.texts[file];
    else trial.texts[file] = held;
  }
  return undefined;
}

/**
 * Mends what differs across the figures of a report where that changes nothing of what readers take from them: numbers with
 * holes, widths that differ by a hair, texts of two sizes, titles of one variable that differ. Each mend is made in the file
 * of its figure or in that of the report, and looked at; one that makes another rule fail is not made.
 *
 * @param only names of the rules whose findings are mended; left out: all
 */
export async function mendAcross(
  source: Source,
  path: string,
  { only }: { only?: readonly string[] | undefined } = {},
): Promise<Outcome<MendedAcross>> {
  const trial = new ReportTrial(source, path);
  const first = await trial.look();
  if (!first.ok) return first;
  let now = first.value;
  const made: MendedAcross['made'] = [];
  const patches = new Map<string, Patch[number][]>();
  while (made.length < mostMends) {
    const next = await nextMend(trial, path, now, only);
    if (!next) break;
    made.push({ finding: next.finding, file: next.file });
    patches.set(next.file, [...(patches.get(next.file) ?? []), ...next.patch]);
    now = next.look;
  }
  const files = await Promise.all(
    [...patches].map(
      async ([file, patch]): Promise<MendedFile> => ({
        path: file,
        before: await source.text(file),
        after: trial.texts[file] ?? (await source.text(file)),
        patch,
      }),
    ),
  );
  return succeed({ files, made, left: now.across, report: now.report, figures: now.figures }, first.problems);
}
