import { chartKinds } from '../core/chart/kinds.js';
import { purposes, purposeWords } from '../core/chart/purposes.js';
import { nearest } from '../core/problem/nearest.js';
import { error } from '../core/problem/problem.js';
import { type KindWords, kindWords } from '../core/project/acts/kindWords.js';
import { inColumns } from '../core/schema/columns.js';
import { languageCodes } from '../core/words/languages.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say, sayJson } from './report.js';

const kinds = (): KindWords[] => chartKinds.map(kindWords);

/** A kind with each setting that names something. */
function details({ name, shows, needs, takes }: KindWords): string {
  const rows = [
    ...needs.map(({ key, is }) => [`  ${key}`, 'needed', is]),
    ...takes.map(({ key, is }) => [`  ${key}`, '', is]),
  ];
  const example = [`kind: ${name}`, ...needs.map(({ key, example: value }) => `${key}: ${value}`)].join(', ');
  return `${name}: ${shows}\n\n${inColumns(rows).join('\n')}\n\n  chart: { ${example} }\n\nEvery setting of it: docs/figure-file.md`;
}

/** Says which kinds of chart there are, or what one of them takes. */
export async function runKinds(wanted: string | undefined, { json }: { json?: boolean }): Promise<number> {
  const all = kinds();
  const names = all.map(({ name }) => name);
  const found = all.find(({ name }) => name === wanted);
  if (wanted !== undefined && !found) {
    const problems = [error('kind-unknown', { kind: wanted, known: names, nearest: nearest(wanted, names) })];
    reportProblems(problems);
    return exitCode(problems);
  }
  if (json) sayJson(found ?? all);
  else if (found) say(details(found));
  else {
    const keys = (list: KindWords['needs']) => list.map(({ key }) => key).join(', ');
    const indent = ' '.repeat(13);
    const linesOf = ({ name, shows, needs, takes }: KindWords) =>
      [
        `  ${name.padEnd(11)}${shows}`,
        `${indent}needs ${keys(needs)}${takes.length === 0 ? '' : `; takes ${keys(takes)}`}`,
      ].join('\n');
    const lines = purposes.map((purpose) =>
      [purposeWords[purpose], ...all.filter((kind) => kind.purpose === purpose).map(linesOf)].join('\n'),
    );
    say(
      `${lines.join('\n\n')}\n\nOne of them in detail: hexis kinds line. Pictures of all: docs/screenshots/kinds.png\nWords of all of them in ${languageCodes.length} languages: "language: de" in a figure or style, or --language de`,
    );
  }
  return exit.done;
}
