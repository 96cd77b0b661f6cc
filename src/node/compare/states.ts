import { stat } from 'node:fs/promises';
import { dirname, join, relative } from 'node:path';
import { parse } from 'yaml';
import type { Side } from '../../core/compare/compare.js';
import type { SetFigure } from '../../core/compare/pairs.js';
import { error, fail, type Outcome, type Problem, succeed } from '../../core/problem/problem.js';
import { checkDrawn } from '../../core/project/acts/checkFile.js';
import { openProject, type Project } from '../../core/project/project.js';
import type { Source } from '../../core/project/read/source.js';
import { entryOptions } from '../../core/report/drawReport.js';
import { isReport, openReport } from '../../core/report/openReport.js';
import { filesOf, kindOf } from '../desk/folder.js';
import { disk } from '../disk.js';
import { gitFiles, gitSource } from '../gitSource.js';

/** One of two states that are compared: a figure or board, or several of a report or a folder. */
export type State =
  | { is: 'figure'; side: Side }
  | { is: 'several'; figures: SetFigure[]; contents?: unknown; problems: Problem[] };

const slashed = (path: string) => path.replaceAll('\\', '/');

/** What a file says, where it can be read at all; what is wrong with it is said when it is drawn. */
async function contentsOf(source: Source, path: string): Promise<unknown> {
  try {
    return parse(await source.text(path));
  } catch {
    return undefined;
  }
}

async function sideOf(project: Project, source: Source, path: string): Promise<Outcome<Side>> {
  const drawn = await project.draw(path, { trace: true });
  if (!drawn.ok) return fail(drawn.problems);
  const { value: drawing, problems } = drawn;
  const findings = await checkDrawn(project, path, { drawing, problems }, {});
  const isBoard = drawing.parts.some(({ prefix }) => prefix !== '');
  return succeed({ drawing, findings, ...(isBoard ? { contents: await contentsOf(source, path) } : {}) });
}

/** The figures of a report, each drawn as it is there. */
async function reportState(source: Source, path: string): Promise<Outcome<State>> {
  const report = await openReport(openProject(source).store, path);
  if (!report.ok) return report;
  const figures: SetFigure[] = [];
  const problems: Problem[] = [];
  for (const entry of report.value.entries) {
    const project = openProject(source, entryOptions(report.value, entry));
    const side = await sideOf(project, source, entry.path);
    if (side.ok)
      figures.push({ path: slashed(relative(dirname(path), entry.path)), label: entry.label, side: side.value });
    else problems.push(...side.problems);
  }
  if (problems.length > 0) return fail(problems);
  return succeed({ is: 'several', figures, contents: await contentsOf(source, path), problems: [] });
}

/** The figures and boards of a folder; those that cannot be drawn are said, and are not compared. */
async function folderState(source: Source, folder: string, paths: readonly string[]): Promise<Outcome<State>> {
  const figures: SetFigure[] = [];
  const problems: Problem[] = [];
  const project = openProject(source);
  for (const path of paths) {
    const kind = kindOf(path);
    if (kind !== 'figure' && kind !== 'board') continue;
    const side = await sideOf(project, source, join(folder, path));
    if (side.ok) figures.push({ path, side: side.value });
    else
      problems.push(
        ...side.problems
          .filter(({ severity }) => severity === 'error')
          .map((own) => ({ ...own, severity: 'warning' as const })),
      );
  }
  if (figures.length === 0 && problems.length === 0) return fail([error('no-figures', { path: folder })]);
  return succeed({ is: 'several', figures, problems });
}

/**
 * A figure, a board, a report or a folder as it is, or as it was at a revision of git.
 *
 * @throws {RevisionFault} where git knows no such revision
 */
export async function stateOf(path: string, revision?: string): Promise<Outcome<State>> {
  const isFolder = (await stat(path).catch(() => undefined))?.isDirectory() ?? false;
  if (isFolder) {
    // The files of a folder are told by a file in it.
    const source = revision === undefined ? disk : await gitSource(join(path, 'x'), revision);
    const names =
      revision === undefined ? (await filesOf(path)).map((file) => file.path) : await gitFiles(path, revision);
    return folderState(source, path, names);
  }
  const source = revision === undefined ? disk : await gitSource(path, revision);
  const text = await source.text(path).catch(() => '');
  if (isReport(text)) return reportState(source, path);
  const side = await sideOf(openProject(source), source, path);
  return side.ok ? succeed({ is: 'figure', side: side.value }) : side;
}
