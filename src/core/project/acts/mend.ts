import type { Finding } from '../../check/finding.js';
import { error, fail, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import { type Patch, patched, patchFor } from '../../schema/patch.js';
import { valueAt } from '../../schema/settingTree.js';
import { readYaml } from '../../schema/yamlSource.js';
import { openProject, type Project, type ProjectOptions } from '../project.js';
import { overlaid, type Source } from '../read/source.js';
import { type CheckFileOptions, checkFile } from './checkFile.js';

/** Which findings are mended. */
export interface MendOptions extends ProjectOptions, CheckFileOptions {
  /** Names of the rules whose findings are mended. Default: all. A mend is dropped if it makes any other rule report more. */
  only?: readonly string[] | undefined;
}

/** A figure file before and after it was mended. */
export interface Mended {
  /** The text of the file before. */
  before: string;
  /** The text with all mends. */
  after: string;
  /** What leads from one to the other. */
  patch: Patch;
  /** What was mended, in order. */
  made: Finding[];
  /** Findings that are left, with mends that the author decides where they have some. */
  left: Finding[];
}

/** No figure needs more; what is left then is said. */
const mostMends = 60;

/** A figure file that can be changed and looked at. */
class Trial {
  private readonly texts: Record<string, string> = {};
  private readonly project: Project;
  private readonly path: string;
  private readonly options: MendOptions;

  constructor(source: Source, path: string, options: MendOptions) {
    this.path = path;
    this.options = options;
    this.project = openProject(overlaid(source, this.texts), options);
  }

  /**
   * The findings of the figure with another text; undefined where it cannot be drawn.
   *
   * @param tries which settings are tried that may change nothing, which takes a drawing each
   */
  async findings(
    text: string,
    tries: 'all' | 'unread',
  ): Promise<{ findings: Finding[] | undefined; problems: readonly Problem[] }> {
    this.texts[this.path] = text;
    const { rules, placed } = this.options;
    const checked = await checkFile(this.project, this.path, { rules, placed, tries });
    return { findings: checked.ok ? checked.value.findings : undefined, problems: checked.problems };
  }
}

const open = (findings: readonly Finding[]) => findings.filter(({ waived }) => waived === undefined);

const isSame = (a: Finding, b: Finding) => a.rule === b.rule && a.setting === b.setting;

/** Whether a change mends a finding and makes no other rule fail, or fail more. */
export function isBetter(finding: Finding, before: readonly Finding[], after: readonly Finding[]): boolean {
  const count = (findings: readonly Finding[], rule: string) =>
    open(findings).filter((own) => own.rule === rule).length;
  const same = (findings: readonly Finding[]) => open(findings).filter((own) => isSame(own, finding)).length;
  if (same(after) >= same(before)) return false;
  return [...new Set(open(after).map(({ rule }) => rule))].every((rule) => count(after, rule) <= count(before, rule));
}

/** Settings that turned out to have no effect when the figure was drawn without them. A quick check cannot find these. */
const provenIdle = (before: readonly Finding[], quick: readonly Finding[]): Finding[] =>
  before.filter(({ rule, setting }) => rule === 'idle-setting' && !quick.some((own) => own.setting === setting));

/** The first mend that improves the figure without changing its meaning, with the resulting text and findings. */
async function nextMend(
  trial: Trial,
  text: string,
  findings: readonly Finding[],
  only: readonly string[] | undefined,
): Promise<{ finding: Finding; text: string; patch: Patch; findings: Finding[] } | undefined> {
  for (const finding of open(findings)) {
    const { mend } = finding;
    if (!mend?.keepsMeaning || !(only?.includes(finding.rule) ?? true)) continue;
    const patch = patchFor(text, mend.edits);
    const candidate = patched(text, patch);
    if (candidate === text) continue;
    const { findings: shallow } = await trial.findings(candidate, 'unread');
    // What was proven to change nothing is not proven again after each mend: another one does not make it matter.
    const after = shallow && [...shallow, ...provenIdle(findings, shallow).filter((own) => own !== finding)];
    if (after && isBetter(finding, findings, after)) return { finding, text: candidate, patch, findings: after };
  }
  return undefined;
}

/**
 * Mends a figure file: makes each mend that changes nothing of what readers take from the figure, one after the other,
 * and looks at the figure again after each; a mend that makes another rule fail is not made. Comments and the layout of
 * the file stay. To mend what was mended changes nothing.
 */
export async function mend(source: Source, path: string, options: MendOptions = {}): Promise<Outcome<Mended>> {
  const trial = new Trial(source, path, options);
  let before: string;
  try {
    before = await source.text(path);
  } catch {
    // What cannot be read is said by what draws it.
    return fail([...(await openProject(source, options).draw(path)).problems]);
  }
  const kind = valueAt(readYaml(before, path).source?.value, ['hexis']);
  if (kind === 'board/1') return fail([error('mend-board', {}, { file: path })]);
  const first = await trial.findings(before, 'all');
  if (!first.findings) return fail([...first.problems]);
  let now: { text: string; findings: Finding[] } = { text: before, findings: first.findings };
  const made: Finding[] = [];
  const patch: Patch[number][] = [];
  let looked = before;
  while (made.length < mostMends) {
    const next = await nextMend(trial, now.text, now.findings, options.only);
    if (next) {
      made.push(next.finding);
      patch.push(...next.patch);
      now = next;
      continue;
    }
    // What the mends have made idle is found by one more look, and mended as well.
    const last = now.text === looked ? undefined : await trial.findings(now.text, 'all');
    looked = now.text;
    if (!last?.findings) break;
    now = { ...now, findings: last.findings };
  }
  // A mend that was tried and makes another rule fail is none.
  const isTried = ({ rule, mend: own }: Finding) => own?.keepsMeaning && (options.only?.includes(rule) ?? true);
  const left = now.findings.map((finding): Finding => {
    if (!isTried(finding) || finding.waived !== undefined) return finding;
    const { mend: _, ...rest } = finding;
    return rest;
  });
  return succeed({ before, after: now.text, patch, made, left });
}
