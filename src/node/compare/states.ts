import { open, stat } from 'node:fs/promises';
import { dirname, join, relative } from 'node:path';
import { parse } from 'yaml';
import { entryAt } from '../../core/at.js';
import { compareCarried } from '../../core/compare/carriedStates.js';
import { compareFigures, type Side } from '../../core/compare/compare.js';
import type { Compared, SetFigure } from '../../core/compare/pairs.js';
import { kindOf } from '../../core/folder/kinds.js';
import { error, fail, type Outcome, type Problem, succeed } from '../../core/problem/problem.js';
import { checkDrawn } from '../../core/project/acts/checkFile.js';
import { carriedText } from '../../core/project/carry/carried.js';
import { type Carried, readCarried } from '../../core/project/carry/readCarried.js';
import { together } from '../../core/project/carry/together.js';
import type { Drawing } from '../../core/project/compose/drawing.js';
import { openProject, type Project } from '../../core/project/project.js';
import { memory, type Source } from '../../core/project/read/source.js';
import { entryOptions } from '../../core/report/drawReport.js';
import { isReport, openReport } from '../../core/report/openReport.js';
import { plainOf } from '../../core/schema/ordered.js';
import { filesOf } from '../desk/folder.js';
import { disk } from '../disk.js';
import { gitFiles, gitSource } from '../gitSource.js';
import { carriedBy, mayCarry } from '../unpack/carriedBy.js';

/** A figure as it is compared: drawn from its files, or as a picture carries it. */
export interface FigureState {
  /** Left out where a picture carries no rows to draw it of. */
  side?: Side;
  /** Left out where it is drawn from its files. */
  carried?: Carried;
}

export type StateFigure = SetFigure<FigureState>;

/** One of two states that are compared: a figure or board, or several of a report, a folder or a document. */
export type State =
  | { is: 'figure'; figure: StateFigure }
  | { is: 'several'; figures: StateFigure[]; contents?: unknown; problems: Problem[] };

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

/** A figure that was drawn from its files. */
const drawnState = (path: string, side: Side, label?: string): StateFigure => ({
  path,
  ...(label === undefined ? {} : { label }),
  id: side.drawing.about.id,
  title: side.drawing.plate.title,
  made: side.drawing.plate.madeFrom?.sha256 ?? path,
  state: { side },
});

/** The figures of a report, each drawn as it is there. */
async function reportState(source: Source, path: string): Promise<Outcome<State>> {
  const report = await openReport(openProject(source).store, path);
  if (!report.ok) return report;
  const figures: StateFigure[] = [];
  const problems: Problem[] = [];
  for (const entry of report.value.entries) {
    const project = openProject(source, entryOptions(report.value, entry));
    const side = await sideOf(project, source, entry.path);
    if (side.ok) figures.push(drawnState(slashed(relative(dirname(path), entry.path)), side.value, entry.label));
    else problems.push(...side.problems);
  }
  if (problems.length > 0) return fail(problems);
  return succeed({ is: 'several', figures, contents: await contentsOf(source, path), problems: [] });
}

/** The figures and boards of a folder; those that cannot be drawn are said, and are not compared. */
async function folderState(source: Source, folder: string, paths: readonly string[]): Promise<Outcome<State>> {
  const figures: StateFigure[] = [];
  const problems: Problem[] = [];
  const project = openProject(source);
  for (const path of paths) {
    const kind = kindOf(path);
    if (kind !== 'figure' && kind !== 'board') continue;
    const side = await sideOf(project, source, join(folder, path));
    if (side.ok) figures.push(drawnState(path, side.value));
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

/** What a picture carried, drawn where it carries its rows too. */
async function carriedSide(carried: Carried): Promise<Side | undefined> {
  const { files, figures } = together([carried]);
  const { file, lacking } = entryAt(figures, 0);
  if (lacking.length > 0) return undefined;
  const { shippedFont, subsetFont, tryFont, shaper, scriptFace, wordBreaks } = disk;
  const faces = { shippedFont, subsetFont, tryFont, shaper, scriptFace, wordBreaks };
  const source = memory(Object.fromEntries(files), faces);
  const side = await sideOf(openProject(source), source, file);
  return side.ok ? side.value : undefined;
}

async function carriedState(carried: Carried): Promise<StateFigure> {
  const side = await carriedSide(carried);
  const { draw, files } = carried;
  const value = plainOf(files.get(draw)?.value ?? null) as {
    id?: string;
    caption?: { title?: unknown; number?: number };
  };
  const id = value.id ?? draw.replace(/(\.(figure|board))?\.(ya?ml|json)$/i, '');
  const { title, number } = value.caption ?? {};
  return {
    path: draw,
    ...(number === undefined ? {} : { label: String(number) }),
    id,
    title: typeof title === 'string' ? title : id,
    made: draw,
    state: { carried, ...(side ? { side } : {}) },
  };
}

/** The figure of a picture, or those of a document. */
async function pictureState(path: string): Promise<Outcome<State>> {
  const found = await carriedBy(path);
  if (!found.ok) return found;
  // A document holds each figure in several formats.
  const once = new Map(found.value.map((carried) => [carried.draw, carried]));
  const figures = await Promise.all([...once.values()].map(carriedState));
  if (figures.length > 1) return succeed({ is: 'several', figures, problems: [] }, found.problems);
  const { label: _, ...figure } = entryAt(figures, 0);
  return succeed({ is: 'figure', figure }, found.problems);
}

/** The first bytes of a file. */
async function headOf(path: string): Promise<Uint8Array> {
  const handle = await open(path, 'r').catch(() => undefined);
  if (!handle) return new Uint8Array();
  try {
    const { buffer, bytesRead } = await handle.read(new Uint8Array(1024), 0, 1024, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

/**
 * A figure, a board, a report or a folder as it is, or as it was at a revision of git; or what a picture or a document carries.
 *
 * @throws {RevisionFault} where git knows no such revision
 */
export async function stateOf(path: string, revision?: string): Promise<Outcome<State>> {
  const found = await stat(path).catch(() => undefined);
  if (found?.isDirectory()) {
    // The files of a folder are told by a file in it.
    const source = revision === undefined ? disk : await gitSource(join(path, 'x'), revision);
    const names =
      revision === undefined ? (await filesOf(path)).map((file) => file.path) : await gitFiles(path, revision);
    return folderState(source, path, names);
  }
  if (revision === undefined && found?.isFile() && mayCarry(await headOf(path))) return pictureState(path);
  const source = revision === undefined ? disk : await gitSource(path, revision);
  const text = await source.text(path).catch(() => '');
  if (isReport(text)) return reportState(source, path);
  const side = await sideOf(openProject(source), source, path);
  return side.ok ? succeed({ is: 'figure', figure: drawnState(path, side.value) }) : side;
}

/** What a picture of a drawing would carry. */
async function carriedOf({ origin }: Drawing, part: 'settings' | 'all'): Promise<Carried | undefined> {
  const text = origin && (await carriedText(origin, part));
  const read = text?.ok ? readCarried(text.value, '') : undefined;
  return read?.ok ? read.value : undefined;
}

/** A state as it is once a picture has carried it: names of folders are none of its differences from a picture. */
async function asCarried({ side, carried }: FigureState): Promise<FigureState> {
  if (carried || !side) return { ...(side ? { side } : {}), ...(carried ? { carried } : {}) };
  const whole = await carriedOf(side.drawing, 'all');
  const settings = await carriedOf(side.drawing, 'settings');
  const drawn = whole && (await carriedSide(whole));
  return { ...(drawn ? { side: drawn } : {}), ...(settings ? { carried: settings } : {}) };
}

/** What differs between two states of a figure; what is written alone, where one of them cannot be drawn. */
export async function compareStates(old: FigureState, now: FigureState): Promise<Compared> {
  if (old.side && now.side && !old.carried && !now.carried)
    return { comparison: compareFigures(old.side, now.side), sides: [old.side, now.side] };
  const [before, after] = [await asCarried(old), await asCarried(now)];
  if (before.side && after.side)
    return { comparison: compareFigures(before.side, after.side), sides: [before.side, after.side] };
  if (!before.carried || !after.carried) throw new Error('a figure that was drawn cannot be carried');
  return { comparison: compareCarried(before.carried, after.carried) };
}
