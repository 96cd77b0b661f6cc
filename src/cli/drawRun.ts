import { stat } from 'node:fs/promises';
import { extname, join } from 'node:path';
import type { Finding } from '../core/check/finding.js';
import { countText } from '../core/check/findingText.js';
import type { Format } from '../core/export/writer.js';
import { nearest } from '../core/problem/nearest.js';
import { describe, error, hasErrors, type Outcome, type Problem, succeed } from '../core/problem/problem.js';
import { check } from '../core/project/acts/check.js';
import { contactSheet } from '../core/project/acts/contactSheet.js';
import { pixelProblem } from '../core/project/acts/pixels.js';
import { writeAs } from '../core/project/acts/write.js';
import type { Drawing } from '../core/project/compose/drawing.js';
import { openProject, type Project } from '../core/project/project.js';
import { type CarriedPart, carriedParts } from '../core/schema/look/names.js';
import { formatMeant } from '../core/schema/otherWords.js';
import { disk, systemReason } from '../node/disk.js';
import { fileName } from '../node/fileName.js';
import { filesRead } from '../node/filesRead.js';
import { formats } from '../node/formats.js';
import { inputProblems, type Output, save } from '../node/save.js';
import { exit } from './command.js';
import { exitCode, problemsJson, reportProblems, say, sayJson } from './report.js';

const inkNames = ['color', 'grey', 'black'] as const;
const groundNames = ['auto', 'paper', 'none'] as const;

interface DrawCall {
  output?: string;
  as?: string;
  dpi?: string;
  style?: string;
  language?: string;
  caption?: boolean;
  text?: string;
  json?: boolean;
  watch?: boolean;
  inks?: string;
  ground?: string;
  carries?: string;
  name?: string;
  explain?: string;
  fresh?: boolean;
  replace?: boolean;
  strict?: boolean;
}

/** The name under which a figure is drawn in every style. */
const allStyles = 'all';

const names = formats.map((format) => format.name);

function formatNamed(name: string): Format | Problem {
  const found = formats.find((format) => format.name === name);
  return (
    found ?? error('format-unknown', { found: name, known: names, nearest: formatMeant(name) ?? nearest(name, names) })
  );
}

const isFormat = (value: Format | Problem): value is Format => 'load' in value;

/** The formats of a call: those of `--as`, else that of the file's ending, else SVG. */
function wantedFormats({ as, output }: DrawCall, toFolder: boolean): (Format | Problem)[] {
  if (as !== undefined)
    return [...new Set(as.split(',').map((name) => name.trim().toLowerCase()))]
      .filter((name) => name !== '')
      .map(formatNamed);
  if (output === undefined || toFolder) return [formatNamed('svg')];
  const ending = extname(output).slice(1).toLowerCase();
  return [
    ending === ''
      ? error('ending-missing', { path: output, known: names })
      : formatNamed(ending === 'json' ? 'plate' : ending),
  ];
}

async function isFolder(path: string): Promise<boolean> {
  return /[/\\]$/.test(path) || ((await stat(path).catch(() => undefined))?.isDirectory() ?? false);
}

/** Problems of the call itself, which are said before any file is read. */
function callProblems(call: DrawCall, figures: number, wanted: Format[], toFolder: boolean): Problem[] {
  const problems: Problem[] = [];
  const dpi = Number(call.dpi ?? 300);
  if (!(dpi >= 1 && dpi <= 4800)) {
    problems.push(
      error('bad-option', {
        option: '--dpi',
        found: String(call.dpi),
        expects: 'a number from 1 to 4800',
        example: '--dpi 300',
      }),
    );
  }
  if (call.text !== undefined && call.text !== 'outlines' && call.text !== 'live') {
    problems.push(
      error('bad-option', { option: '--text', found: call.text, expects: 'outlines or live', example: '--text live' }),
    );
  }
  const choices = {
    '--inks': [call.inks, inkNames],
    '--ground': [call.ground, groundNames],
    '--carries': [call.carries, carriedParts],
  } as const;
  for (const [option, [found, known]] of Object.entries(choices)) {
    if (found === undefined || (known as readonly string[]).includes(found)) continue;
    const facts = { option, found, expects: known.join(', '), example: `${option} ${known[1]}` };
    problems.push(error('bad-option', facts));
  }
  if (call.output !== undefined && !toFolder) {
    const count = figures > 1 ? figures : wanted.length;
    if (count > 1)
      problems.push(error('one-file-many', { path: call.output, count, what: figures > 1 ? 'figure' : 'format' }));
  }
  return problems;
}

/** The file that a format of a figure is written to: as the call says, or named by the pattern of the style. */
function pathFor(
  { call, toFolder, dpi }: DrawPlan,
  { about, plate, settings }: Drawing,
  format: Format,
): Outcome<string> {
  if (call.output !== undefined && !toFolder) return succeed(call.output);
  const millimetres = (points: number) => String(Math.round((points / 72) * 25.4));
  const name = fileName(call.name ?? settings.export.name, {
    id: about.id,
    number: about.number === undefined ? undefined : String(about.number),
    style: about.style,
    width: millimetres(plate.width),
    height: millimetres(plate.height),
    dpi: String(dpi ?? settings.export.dpi),
    inks: call.inks ?? settings.export.inks,
  });
  if (!name.ok) return name;
  const file = `${name.value}.${format.ending}`;
  return succeed(call.output === undefined ? file : join(call.output, file));
}

const centimetres = (points: number) => ((points / 72) * 2.54).toFixed(1);
const kilobytes = (bytes: Uint8Array | string) =>
  `${Math.max(1, Math.round((typeof bytes === 'string' ? Buffer.byteLength(bytes) : bytes.length) / 1000))} kB`;

/** That a figure is drawn of answers that were kept, and of when. */
function keptLines({ parts }: Drawing): string[] {
  const times = parts.flatMap(({ asked }) => asked.flatMap(({ kept }) => kept ?? []));
  return [...new Set(times)].map((at) => `  drawn of answers kept on ${at}; "--fresh" asks anew`);
}

function summary({ path, drawing, outputs, findings }: Drawn): string {
  const { plate, numbers } = drawing;
  const left = numbers.chosen - numbers.used;
  const chosen = numbers.chosen < numbers.read ? ` (of ${numbers.read}, chosen by "where")` : '';
  const lots = numbers.sampled ? ` (drawn by lot from ${numbers.sampled.total})` : '';
  const missing = left === 0 ? '' : `; ${left} left out, see: hexis numbers ${path}`;
  const lines = outputs.map(
    ({ path: file, bytes }) =>
      `  ${file}  ${centimetres(plate.width)} × ${centimetres(plate.height)} cm, ${kilobytes(bytes)}`,
  );
  lines.push(...keptLines(drawing));
  if (findings.length > 0) lines.push(`  ${countText(findings)}: hexis check ${path}`);
  return [
    `${plate.id}: ${numbers.used} of ${numbers.chosen} ${numbers.cases}${lots}${chosen}${missing}`,
    ...lines,
  ].join('\n');
}

/** Two figures of one name would take each other's place. */
function clashes(outputs: readonly Output[]): Problem[] {
  const paths = outputs.map(({ path }) => path);
  const twice = new Set(paths.filter((path, i) => paths.indexOf(path) !== i));
  return [...twice].map((path) => error('same-output', { path }));
}

/** A call that was understood: what to write, and where. */
interface DrawPlan {
  call: DrawCall;
  formats: Format[];
  toFolder: boolean;
  dpi: number | undefined;
}

interface Drawn {
  path: string;
  drawing: Drawing;
  outputs: Output[];
  /** What the check finds and no warning has said. */
  findings: Finding[];
}

/** Reads the call; all that is wrong with it is found before any figure is read. */
async function readCall(call: DrawCall, figures: number): Promise<{ plan: DrawPlan; problems: Problem[] }> {
  const toFolder = call.output !== undefined && (await isFolder(call.output));
  const wanted = wantedFormats(call, toFolder);
  const known = wanted.filter(isFormat);
  const unknown = wanted.filter((value): value is Problem => !isFormat(value));
  const problems = [...unknown, ...callProblems(call, figures, known, toFolder)];
  return {
    plan: { call, formats: known, toFolder, dpi: call.dpi === undefined ? undefined : Number(call.dpi) },
    problems,
  };
}

/** What the check finds in a drawing and its figure does not waive. */
const openFindings = (drawing: Drawing, problems: readonly Problem[]): Finding[] =>
  check(drawing, problems).filter(({ waived }) => waived === undefined);

/** Draws and writes one figure in memory. */
async function drawFigure(project: Project, path: string, plan: DrawPlan): Promise<Outcome<Drawn>> {
  const { call, formats: wanted, dpi } = plan;
  const drawn =
    call.style === allStyles ? await contactSheet(project, path, { caption: call.caption }) : await project.draw(path);
  if (!drawn.ok) return drawn;
  const drawing = drawn.value;
  const problems = [...drawn.problems, ...pixelProblem(drawing, wanted, dpi)];
  if (hasErrors(problems)) return { ok: false, problems };
  const all = call.style === allStyles ? [] : openFindings(drawing, drawn.problems);
  if (call.strict && all.length > 0) {
    return { ok: false, problems: [...problems, error('check-refused', { path, found: countText(all) })] };
  }
  const said = new Set(problems.map((problem) => describe(problem).found));
  const findings = all.filter(({ found }) => !said.has(found));
  const text = call.text as 'outlines' | 'live' | undefined;
  const inks = call.inks as (typeof inkNames)[number] | undefined;
  const ground = call.ground as (typeof groundNames)[number] | undefined;
  const carries = call.carries as CarriedPart | undefined;
  const outputs: Output[] = [];
  for (const format of wanted) {
    const file = pathFor(plan, drawing, format);
    if (!file.ok) return { ok: false, problems: [...problems, ...file.problems] };
    const written = await writeAs(drawing, format, { dpi, text, inks, ground, carries });
    // What one format says of the inks, the next would say again.
    const before = new Set(problems.map((problem) => JSON.stringify(problem)));
    problems.push(...written.problems.filter((problem) => !before.has(JSON.stringify(problem))));
    if (!written.ok) return { ok: false, problems };
    const replaces = call.replace ? {} : { replaces: format.isOwn };
    outputs.push({ path: file.value, bytes: written.value, ...replaces });
  }
  return succeed({ path, drawing, outputs, findings }, problems);
}

function report(call: DrawCall, drawn: readonly Drawn[], problems: readonly Problem[]): void {
  if (call.json) {
    const written = drawn.flatMap(({ outputs }) => outputs.map(({ path }) => path));
    const findings = drawn.flatMap((figure) => figure.findings);
    sayJson({ written, problems: problemsJson(problems), findings });
    return;
  }
  reportProblems(problems);
  for (const figure of drawn) say(summary(figure));
  if (drawn.length === 0) process.stderr.write('nothing was written\n');
}

/** Draws every figure, and writes all files or, where anything is wrong, none. */
async function drawAll(project: Project, figures: readonly string[], call: DrawCall): Promise<number> {
  const { plan, problems } = await readCall(call, figures.length);
  const drawn: Drawn[] = [];
  for (const path of hasErrors(problems) ? [] : figures) {
    const outcome = await drawFigure(project, path, plan);
    problems.push(...outcome.problems);
    if (outcome.ok) drawn.push(outcome.value);
  }
  const outputs = drawn.flatMap((figure) => figure.outputs);
  problems.push(...clashes(outputs));
  if (!hasErrors(problems)) problems.push(...(await inputProblems(outputs, filesRead.keys())));
  if (!hasErrors(problems)) problems.push(...(await save(outputs)));
  const failed = hasErrors(problems);
  report(call, failed ? [] : drawn, problems);
  return failed ? exitCode(problems) : exit.done;
}

/** Says where settings come from, figure by figure. */
async function explainAll(project: Project, figures: readonly string[], what: string): Promise<number> {
  const problems: Problem[] = [];
  for await (const drawn of project.drawings(figures)) {
    const { path } = drawn;
    const said = drawn.ok ? (await import('./explain.js')).explained(path, drawn.value, what) : drawn;
    problems.push(...said.problems.filter(({ severity }) => severity === 'error'));
    if (said.ok) say(`${figures.length > 1 ? `${path}\n` : ''}${said.value}`);
  }
  reportProblems(problems);
  return exitCode(problems);
}

/** Draws figures, once or again whenever a file changes that they are made of. */
export async function runDraw(figures: string[], call: DrawCall): Promise<number> {
  const { style, caption, language, fresh } = call;
  const own = style === allStyles ? undefined : style;
  const project = openProject(disk, { style: own, caption, language, fresh, trace: call.explain !== undefined });
  if (call.explain !== undefined) return explainAll(project, figures, call.explain);
  const code = await drawAll(project, figures, call);
  if (!call.watch || filesRead.size === 0) return code;
  say(`waiting for changes of ${filesRead.size} files; end with Ctrl-C`);
  const { changes } = await import('./changes.js');
  try {
    for await (const _ of changes()) await drawAll(project, figures, call);
  } catch (fault) {
    reportProblems([error('watching-failed', { reason: systemReason(fault) })]);
  }
  return exit.done;
}
