import { fork } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import type { Outcome } from '../../core/problem/problem.js';
import { EntryDrawer } from '../../core/report/drawnEntry.js';
import type { Report, ReportEntry } from '../../core/report/openReport.js';
import { disk } from '../disk.js';
import { packageRoot } from '../packageRoot.js';
import { drawOne, type HashedEntry, type Work } from './drawOne.js';
import { helperWord } from './helperWord.js';

/** With fewer figures than this, a helper process would start too late to be of use. */
const worthHelpers = 4;

/** What a helper process gets at its start. */
export interface HelperData extends Work {
  path: string;
}

/** Draws figures one after the other in this process. */
async function* here(report: Report, entries: readonly ReportEntry[], work: Work) {
  const drawer = new EntryDrawer(disk);
  for (const entry of entries) yield { entry, drawn: await drawOne(drawer, report, entry, work) };
}

interface Helper {
  draw(entry: ReportEntry): Promise<Outcome<HashedEntry>>;
  end(): void;
}

/** A helper process that draws on request. Threads would slow each other down, as they share memory management. */
function helper(data: HelperData): Helper {
  const child = fork(join(packageRoot, 'bin', 'hexis.cjs'), [helperWord, JSON.stringify(data)], {
    serialization: 'advanced',
    execArgv: [],
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  return {
    draw: (entry) =>
      new Promise((resolve, reject) => {
        child.removeAllListeners('message').removeAllListeners('exit').removeAllListeners('error');
        child.once('message', (drawn) => resolve(drawn as Outcome<HashedEntry>));
        child.once('error', reject);
        child.once('exit', () => reject(new Error('a process that drew figures has ended')));
        child.send(entry);
      }),
    end: () => {
      child.removeAllListeners('exit');
      child.kill();
    },
  };
}

/** Draws the figures of a report on all cores, and yields each as soon as it is ready. */
export async function* drawEntries(
  report: Report,
  entries: readonly ReportEntry[],
  work: Work,
): AsyncGenerator<{ entry: ReportEntry; drawn: Outcome<HashedEntry> }> {
  const count = Math.min(availableParallelism(), Math.floor(entries.length / 2));
  if (entries.length < worthHelpers || count < 2) {
    yield* here(report, entries, work);
    return;
  }
  const helpers = Array.from({ length: count }, () => helper({ ...work, path: report.file }));
  try {
    const waiting = [...entries];
    const busy = new Map<number, Promise<{ i: number; entry: ReportEntry; drawn: Outcome<HashedEntry> }>>();
    const next = (i: number) => {
      const entry = waiting.shift();
      if (!entry) return void busy.delete(i);
      const drawn = (helpers[i] as Helper).draw(entry);
      busy.set(
        i,
        drawn.then((own) => ({ i, entry, drawn: own })),
      );
    };
    for (const i of helpers.keys()) next(i);
    while (busy.size > 0) {
      const { i, ...done } = await Promise.race(busy.values());
      next(i);
      yield done;
    }
  } finally {
    for (const one of helpers) one.end();
  }
}
