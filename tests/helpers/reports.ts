import { readFileSync } from 'node:fs';
import { type Finding, memory, type Outcome, ok, openProject } from 'hexis';
import { type BoundFigure, checkHand, drawEntry, handFigures, openReport, type Report } from 'hexis/report';
import { demo } from './hexis.js';

/** The data of the garden, for figures in memory. */
export const garden: Record<string, string> = Object.fromEntries(
  ['data/plots.csv', 'data/crops.csv', 'garden.codebook.yaml'].map((name) => [
    name.replace('data/', ''),
    readFileSync(demo(name), 'utf8'),
  ]),
);

/** A figure file over the data of the garden. */
export function gardenFigure(figure: string): string {
  const own = (key: string, value: string) => (new RegExp(`^${key}:`, 'm').test(figure) ? [] : [`${key}: ${value}`]);
  const head = ['hexis: figure/1', ...own('data', 'plots.csv'), ...own('codebook', 'garden.codebook.yaml')];
  return `${[...head, figure].join('\n')}\n`;
}

const letters = 'abcdefgh';

/** The files of a report of some figures in memory, called a.figure.yaml, b.figure.yaml and so on. */
export function reportFiles(figures: readonly string[], report = ''): Record<string, string> {
  const names = figures.map((_, i) => `${letters[i]}.figure.yaml`);
  const list = /^figures:/m.test(report) ? '' : `figures: [${names.join(', ')}]\n`;
  return {
    ...garden,
    ...Object.fromEntries(figures.map((figure, i) => [names[i], gardenFigure(figure)])),
    'r.report.yaml': `hexis: report/1\n${list}${report}\n`,
  };
}

/** A report of files in memory. */
export const opened = (files: Record<string, string>): Promise<Outcome<Report>> =>
  openReport(openProject(memory(files)).store, 'r.report.yaml');

/** The figures of a report in memory, drawn. */
export async function boundFigures(files: Record<string, string>): Promise<BoundFigure[]> {
  const report = ok(await opened(files));
  const figures: BoundFigure[] = [];
  for (const entry of report.entries) figures.push(ok(await drawEntry(memory(files), report, entry)).figure);
  return figures;
}

/**
 * What is wrong across the figures of a report in memory.
 *
 * @param ofTitles whether figures without titles are found: most figures here have none
 */
export async function acrossFindings(files: Record<string, string>, ofTitles = false): Promise<Finding[]> {
  const found = checkHand(handFigures(await boundFigures(files)), ok(await opened(files)));
  return found.filter(({ rule }) => ofTitles || rule !== 'figure-title');
}
