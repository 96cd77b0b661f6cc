import { extname } from 'node:path';
import { nearest } from '../core/problem/nearest.js';
import { error, hasErrors } from '../core/problem/problem.js';
import { drawSwatch } from '../core/project/acts/swatch.js';
import { writeAs } from '../core/project/acts/write.js';
import { openProject } from '../core/project/project.js';
import { fileSafe } from '../core/report/fileSafe.js';
import { disk } from '../node/disk.js';
import { formats } from '../node/formats.js';
import { save } from '../node/save.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say } from './report.js';

interface SwatchCall {
  output?: string;
  dpi?: string;
}

/** Draws the card of a style. */
export async function runSwatch(style: string, call: SwatchCall): Promise<number> {
  const drawn = await drawSwatch(openProject(disk), style);
  reportProblems(drawn.problems);
  if (!drawn.ok) return exitCode(drawn.problems);
  const path = call.output ?? `${fileSafe(drawn.value.about.id)}.svg`;
  const ending = extname(path).slice(1).toLowerCase();
  const names = formats.map(({ name }) => name);
  const format = formats.find(({ name }) => name === ending);
  const dpi = call.dpi === undefined ? undefined : Number(call.dpi);
  const problems = [
    ...(format ? [] : [error('format-unknown', { found: ending, known: names, nearest: nearest(ending, names) })]),
    ...(dpi === undefined || (dpi >= 1 && dpi <= 4800)
      ? []
      : [
          error('bad-option', {
            option: '--dpi',
            found: String(call.dpi),
            expects: 'a number from 1 to 4800',
            example: '--dpi 300',
          }),
        ]),
  ];
  if (!format || problems.length > 0) {
    reportProblems(problems);
    return exitCode(problems);
  }
  const written = await writeAs(drawn.value, format, { dpi });
  const failed = written.ok ? await save([{ path, bytes: written.value, replaces: format.isOwn }]) : written.problems;
  reportProblems(failed);
  if (hasErrors(failed)) return exitCode(failed);
  say(`${path}: what the style ${style} offers to choose from`);
  return exit.done;
}
