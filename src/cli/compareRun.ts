import { stat } from 'node:fs/promises';
import { basename, extname } from 'node:path';
import { type Difference, differencesAround, type Side } from '../core/compare/compare.js';
import { comparisonHtml, type ShownDifference } from '../core/compare/comparisonHtml.js';
import { comparisonPages } from '../core/compare/comparisonPages.js';
import { comparisonText, figureHead, setText } from '../core/compare/comparisonText.js';
import { compareSets, isOther, type SetDifference } from '../core/compare/pairs.js';
import { pdfPages } from '../core/export/pdf.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../core/problem/problem.js';
import { write } from '../core/project/acts/draw.js';
import { openProject } from '../core/project/project.js';
import { compareStates, type State, stateOf } from '../node/compare/states.js';
import { disk } from '../node/disk.js';
import { filesRead } from '../node/filesRead.js';
import { RevisionFault } from '../node/gitSource.js';
import { inputProblems, save } from '../node/save.js';
import { exit } from './command.js';
import { exitCode, problemsJson, reportProblems, say, sayJson } from './report.js';

interface CompareCall {
  git?: string;
  output?: string;
  replace?: boolean;
  json?: boolean;
}

/** The two states that the call names. */
async function statesFor(
  [old = '', now, third]: readonly string[],
  { git }: CompareCall,
): Promise<Outcome<[State, State]>> {
  const wrong = (option: string, found: string, expects: string) =>
    fail([error('bad-option', { option, found, expects, example: 'hexis compare old.figure.yaml new.figure.yaml' })]);
  if (third !== undefined) return wrong('figure', third, 'two files or folders, the older first');
  if (git === undefined && now === undefined)
    return wrong('figure', 'nothing', 'a second file, or --git with a revision');
  if (git !== undefined && now !== undefined) return wrong('--git', git, 'one file, which is held against itself');
  try {
    const before = await stateOf(old, git);
    if (!before.ok) return before;
    const after = await stateOf(now ?? old);
    if (!after.ok) return after;
    if (before.value.is !== after.value.is)
      return wrong('figure', `${old} and ${now}`, 'two figures or pictures, or two reports, folders or documents');
    return succeed([before.value, after.value]);
  } catch (fault) {
    if (!(fault instanceof RevisionFault)) throw fault;
    return wrong('--git', git ?? '', `a revision that git knows: ${fault.message}`);
  }
}

/** What was found, whatever was compared. */
interface Found {
  around: Difference[];
  /** All figures, those that are the same too. */
  all: SetDifference[];
  problems: Problem[];
}

async function compared([old, now]: [State, State]): Promise<Found> {
  if (old.is === 'figure' && now.is === 'figure') {
    const { id, title, path } = now.figure;
    const found = await compareStates(old.figure.state, now.figure.state);
    return {
      around: [],
      all: [{ id, title, before: { path: old.figure.path }, after: { path }, ...found }],
      problems: [],
    };
  }
  if (old.is !== 'several' || now.is !== 'several') return { around: [], all: [], problems: [] };
  // What stands around the figures of a document is not compared: it is words of its author.
  const isReport = old.contents !== undefined && now.contents !== undefined;
  return {
    around: isReport ? differencesAround('report', old.contents, now.contents) : [],
    all: await compareSets(old.figures, now.figures, compareStates),
    problems: [...old.problems, ...now.problems],
  };
}

const picture = async (side: Side | undefined): Promise<string | undefined> => {
  const written = side && (await write(side.drawing, 'svg', { text: 'outlines', carries: 'nothing' }));
  return written?.ok ? String(written.value) : undefined;
};

/** A page of what differs. */
async function page({ around, all }: Found, heading: string): Promise<string> {
  const shown: ShownDifference[] = [];
  for (const difference of all.filter(isOther)) {
    const [before, after] = await Promise.all([picture(difference.sides?.[0]), picture(difference.sides?.[1])]);
    shown.push({ difference, pictures: { ...(before ? { before } : {}), ...(after ? { after } : {}) } });
  }
  return comparisonHtml(heading, { around, shown, same: all.filter((own) => !isOther(own)).map(figureHead) });
}

/** Pages of what differs, to be printed. */
async function printed({ around, all }: Found, heading: string): Promise<Outcome<Uint8Array>> {
  const others = all.filter(isOther);
  const same = all.filter((own) => !isOther(own)).map(figureHead);
  const made = await comparisonPages(openProject(disk).store, { heading, around, others, same });
  if (!made.ok) return made;
  const { pages, faces } = made.value;
  return succeed(await pdfPages(pages, { ...faces, text: 'outlines', dpi: 300, inks: 'color', ground: 'paper' }));
}

/** The forms in which a comparison is written, by the endings of their files. */
const forms: Readonly<Record<string, (found: Found, heading: string) => Promise<Outcome<string | Uint8Array>>>> = {
  html: async (found, heading) => succeed(await page(found, heading)),
  htm: async (found, heading) => succeed(await page(found, heading)),
  pdf: printed,
};

/** Writes a comparison, and says where. */
async function written(found: Found, heading: string, { output = '', replace }: CompareCall): Promise<Problem[]> {
  const form = forms[extname(output).slice(1).toLowerCase()];
  if (!form) {
    const facts = {
      option: '--output',
      found: output,
      expects: 'a page (HTML) or pages (PDF)',
      example: '-o changes.html',
    };
    return [error('bad-option', facts)];
  }
  if (!replace && (await stat(output).catch(() => undefined))) return [error('already-there', { path: output })];
  const bytes = await form(found, heading);
  if (!bytes.ok) return [...bytes.problems];
  const outputs = [{ path: output, bytes: bytes.value }];
  const own = await inputProblems(outputs, [...filesRead.keys()]);
  return hasErrors(own) ? own : [...own, ...(await save(outputs))];
}

/** What differs as data, without what it was drawn from. */
const asData = ({ sides: _, ...own }: SetDifference) => own;

function sayFound({ around, all, problems }: Found, isSet: boolean, { json, output }: CompareCall): void {
  if (json) {
    const others = all.filter(isOther).map(asData);
    const same = around.length === 0 && others.length === 0;
    sayJson(
      isSet
        ? { written: around, figures: others, count: all.length, isSame: same, problems: problemsJson(problems) }
        : all[0]?.comparison,
    );
    return;
  }
  reportProblems(problems);
  const [first] = all;
  const text = isSet
    ? setText(around, all.filter(isOther), all)
    : first?.comparison
      ? comparisonText(first.comparison)
      : '';
  say(output === undefined ? text : `${text}\n\nwritten: ${output}`);
}

/** Says what differs between two states of a figure, a board, a report or a folder. */
export async function runCompare(paths: readonly string[], call: CompareCall): Promise<number> {
  const states = await statesFor(paths, call);
  const give = (problems: readonly Problem[]): number => {
    reportProblems(problems);
    return exitCode(problems);
  };
  if (!states.ok) return give(states.problems);
  const found = await compared(states.value);
  const [old = '', now = old] = paths;
  const heading =
    call.git === undefined ? `${basename(old)} and ${basename(now)}` : `${basename(old)} since ${call.git}`;
  const failed = call.output === undefined ? [] : await written(found, heading, call);
  if (hasErrors(failed)) return give(failed);
  sayFound(found, states.value[0].is === 'several', call);
  return exit.done;
}
