import { extname } from 'node:path';
import type { Finding } from '../core/check/finding.js';
import { countText } from '../core/check/findingText.js';
import { error, hasErrors, type Problem } from '../core/problem/problem.js';
import { type ProofSubject, proof } from '../core/project/acts/proof.js';
import { entryOptions } from '../core/report/drawReport.js';
import { disk } from '../node/disk.js';
import { filesRead } from '../node/filesRead.js';
import { inputProblems, save } from '../node/save.js';
import { type ProofForm, proofForms, writeProof } from '../node/writeProof.js';
import { namedFigures, placedIn, placedProblems } from './checkRun.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say } from './report.js';

interface ProofCall {
  output?: string;
  placed?: string;
  style?: string;
  language?: string;
  dpi?: string;
  replace?: boolean;
}

/** First bytes of files of each form, so that a new proof may take the place of an old one. */
const heads: Record<ProofForm, string> = { pdf: '%PDF-', html: '<!doctype html>', png: '\u0089PNG' };

/** What is wrong with where the proof is to go, and how fine its pictures are. */
function optionProblems(output: string, form: ProofForm | undefined, dpi: string): Problem[] {
  const file = { option: '--output', found: output, example: '-o proof.pdf' };
  const dots = { option: '--dpi', found: dpi, expects: 'a number from 30 to 600', example: '--dpi 110' };
  return [
    ...(form ? [] : [error('bad-option', { ...file, expects: `a file that ends in ${proofForms.join(', ')}` })]),
    ...(Number(dpi) >= 30 && Number(dpi) <= 600 ? [] : [error('bad-option', dots)]),
  ];
}

/** Writes the proof, over an older one or, where that is said, over anything. */
async function keep(path: string, bytes: Uint8Array | string, form: ProofForm, replace?: boolean): Promise<Problem[]> {
  const head = heads[form];
  const isOwn = (old: Uint8Array) => [...head].every((letter, i) => old[i] === letter.charCodeAt(0));
  const file = { path, bytes, ...(replace ? {} : { replaces: isOwn }) };
  const problems = await inputProblems([file], filesRead.keys());
  return hasErrors(problems) ? problems : [...problems, ...(await save([file]))];
}

/** Draws a proof of figures. */
export async function runProof(words: string[], call: ProofCall): Promise<number> {
  const { output = 'proof.pdf', dpi = '110' } = call;
  const { files, reports, problems } = await namedFigures(words);
  problems.push(...placedProblems(call.placed));
  const form = proofForms.find((name) => `.${name}` === extname(output).toLowerCase());
  problems.push(...optionProblems(output, form, dpi));
  if (hasErrors(problems) || !form) {
    reportProblems(problems);
    return exitCode(problems);
  }
  const subjects: (string | ProofSubject)[] = [...files];
  const across: Finding[] = [];
  for (const path of reports) {
    const drawn = await (await import('../node/bind/bindReport.js')).drawReport(path, {}, { language: call.language });
    if (!drawn.ok) {
      reportProblems(drawn.problems);
      return exitCode(drawn.problems);
    }
    const { report, document, hand } = drawn.value;
    across.push(...hand);
    for (const { entry, width } of document.figures)
      subjects.push({ path: entry.path, options: entryOptions(report, entry), placed: width, label: entry.label });
  }
  const made = await proof(disk, subjects, {
    style: call.style,
    language: call.language,
    placed: placedIn(call.placed),
    across,
  });
  problems.push(...made.problems);
  const written = made.ok ? await writeProof(made.value, form, Number(dpi)) : undefined;
  problems.push(...(written?.problems ?? []));
  if (written?.ok) problems.push(...(await keep(output, written.value, form, call.replace)));
  reportProblems(problems);
  if (!made.ok || hasErrors(problems)) return exitCode(problems);
  const { figures } = made.value;
  for (const { path, findings } of figures) say(`${path}: ${countText(findings)}`);
  say(`  ${output}, ${made.value.pages.length} ${made.value.pages.length === 1 ? 'page' : 'pages'}`);
  const grave = figures.some(({ findings }) =>
    findings.some(({ severity, waived }) => severity === 'error' && waived === undefined),
  );
  return grave ? exit.findings : exit.done;
}
