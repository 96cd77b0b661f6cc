import { spawn, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, openSync, readdirSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { readLine } from './readLine.mjs';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
export const demo = (name: string) => join(root, 'demo', name);
/** The figures of the demo project: at least one of each kind of chart. */
export const demoIds = readdirSync(demo('figures')).map((name) => name.replace('.figure.yaml', ''));
export const demoFigure = (id: string) => demo(`figures/${id}.figure.yaml`);
export const demoFigures = demoIds.map(demoFigure);

interface Answer {
  code: number | null;
  out: string;
  err: string;
}

/** Runs the command in a process of its own, as a user does: where the start, the end or the environment matters. */
export function hexisAlone(args: string[], options: { cwd?: string; env?: Record<string, string> } = {}): Answer {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(root, 'bin', 'hexis.cjs'), ...args], {
    cwd: options.cwd ?? root,
    encoding: 'utf8',
    // A call that waits for somebody would wait for ever; one that is killed has no code.
    timeout: 300_000,
    env: { PATH: process.env['PATH'] ?? '', ...options.env },
  });
  return { code: status, out: stdout, err: stderr };
}

/** The command in a process that stays, and the pipes to it. */
let host: { calls: number; answers: number } | undefined;

function startHost(): { calls: number; answers: number } {
  const folder = folderWith();
  const pipes = [folder.at('calls'), folder.at('answers')] as const;
  spawnSync('mkfifo', pipes);
  const program = join(root, 'tests', 'helpers', 'commandHost.mjs');
  spawn(process.execPath, [program, ...pipes], { stdio: 'ignore', env: { PATH: process.env['PATH'] ?? '' } }).unref();
  // Each end waits for the other one.
  const [calls, answers] = [openSync(pipes[0], 'w'), openSync(pipes[1], 'r')];
  folder.remove();
  return { calls, answers };
}

/** Runs the command: one call after another in a process that stays, since most of a short call is the start of one. */
export function hexis(args: string[], { cwd = root }: { cwd?: string } = {}): Answer {
  host ??= startHost();
  writeSync(host.calls, `${JSON.stringify({ args, cwd })}\n`);
  const line = readLine(host.answers);
  if (line === undefined) throw new Error(`the process of the command ended in: hexis ${args.join(' ')}`);
  return JSON.parse(line);
}

/** Runs a script of the tests as a process. */
export function runScript(script: string, ...args: string[]) {
  const call = [join(root, 'tests', script), ...args];
  const { status, stdout } = spawnSync(process.execPath, call, { cwd: root, encoding: 'utf8' });
  return { code: status, out: stdout };
}

/** A folder of files for one test, removed after it. */
export function folderWith(files: Record<string, string | Uint8Array> = {}) {
  const path = mkdtempSync(join(tmpdir(), 'hexis-'));
  for (const [name, content] of Object.entries(files)) writeFileSync(join(path, name), content);
  return { path, at: (name: string) => join(path, name), remove: () => rmSync(path, { recursive: true, force: true }) };
}

/** A copy of the demo in a folder of its own; its report too where that is asked for. */
const codebooks = ['garden', 'survey', 'trials'].map((name) => `${name}.codebook.yaml`);

export function demoFolder(...more: string[]): ReturnType<typeof folderWith> {
  const folder = folderWith();
  for (const part of ['figures', 'data', 'boards', ...codebooks, 'lanternfield.style.yaml', ...more])
    cpSync(demo(part), folder.at(part), { recursive: true });
  return folder;
}

/** The same with some of its figures alone, and without the board: a desk draws all that it finds. */
export function smallFolder(...ids: string[]): ReturnType<typeof folderWith> {
  const folder = demoFolder();
  for (const id of demoIds) if (!ids.includes(id)) rmSync(folder.at(`figures/${id}.figure.yaml`));
  rmSync(folder.at('boards'), { recursive: true });
  return folder;
}
