import { spawn } from 'node:child_process';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, delimiter, dirname, join, resolve } from 'node:path';
import type { TexFacts } from '../../core/template/found.js';

/** Milliseconds after which TeX is not waited for. */
const patience = 20_000;

/** Before this text stands a fact in what TeX says. */
const sign = 'HEXIS-FACT';

const facts: Readonly<Record<keyof TexFacts, string>> = {
  textwidth: '\\the\\textwidth',
  columnwidth: '\\the\\columnwidth',
  paperwidth: '\\the\\paperwidth',
  paperheight: '\\the\\paperheight',
  left: '\\the\\dimexpr 1in+\\hoffset+\\oddsidemargin\\relax',
  top: '\\the\\dimexpr 1in+\\voffset+\\topmargin+\\headheight+\\headsep\\relax',
  textheight: '\\the\\textheight',
  size: '\\csname f@size\\endcsname',
  family: '\\csname f@family\\endcsname',
  figurename: '\\figurename',
};

/** Says the facts when the text begins, and ends there: nothing of the text is set. */
const program = (file: string): string => {
  const said = Object.entries(facts).map(([name, value]) => `\\typeout{${sign} ${name}=${value}}`);
  return `\\AddToHook{begindocument/end}{${said.join('')}\\csname @@end\\endcsname}\\input{${file}}`;
};

/** Runs TeX in a folder; what it says, or nothing where it is not there or fails. */
async function said(engine: string, file: string, folder: string): Promise<string | undefined> {
  const own = dirname(resolve(file));
  const around = { TEXINPUTS: `${own}${delimiter}`, max_print_line: '1000', openout_any: 'p', openin_any: 'a' };
  const quiet = engine === 'xelatex' ? '-no-pdf' : '-draftmode';
  const options = [quiet, '-interaction=batchmode', '-no-shell-escape', '-jobname=probe'];
  const child = spawn(engine, [...options, program(basename(file))], {
    cwd: folder,
    env: { ...process.env, ...around },
    stdio: 'ignore',
  });
  const isDone = await new Promise<boolean>((done) => {
    const timer = setTimeout(() => child.kill('SIGKILL'), patience);
    const end = (hasRun: boolean) => {
      clearTimeout(timer);
      done(hasRun);
    };
    // There is no TeX.
    child.once('error', () => end(false));
    child.once('close', () => end(true));
  });
  if (!isDone) return undefined;
  return readFile(join(folder, 'probe.log'), 'latin1').catch(() => undefined);
}

/** Names of files that stand for themselves in a program of TeX. */
const plainName = /^[\w .-]+$/;

/**
 * Asks TeX for the page and the letters of a document, in a folder of its own, so that nothing beside the document is
 * touched; undefined where there is no TeX, or it cannot read the document.
 */
export async function askTex(file: string, text: string): Promise<TexFacts | undefined> {
  if (!plainName.test(basename(file))) return undefined;
  // An engine with a language of its own would let the document read and write what it likes.
  const engine = /\\(usepackage|RequirePackage)[^}]*\{[^}]*(fontspec|unicode-math|polyglossia)/.test(text)
    ? 'xelatex'
    : 'pdflatex';
  const folder = await mkdtemp(join(tmpdir(), 'hexis-tex-'));
  try {
    const log = await said(engine, file, folder);
    const found = new Map(
      [...(log ?? '').matchAll(new RegExp(`^${sign} (\\w+)=(.*)$`, 'gm'))].map(([, name = '', value = '']) => [
        name,
        value.trim(),
      ]),
    );
    const names = Object.keys(facts) as (keyof TexFacts)[];
    if (!names.every((name) => found.has(name))) return undefined;
    return Object.fromEntries(names.map((name) => [name, found.get(name) as string])) as unknown as TexFacts;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
