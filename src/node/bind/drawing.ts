import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Outcome } from '../../core/document/problem.js';
import type { WriteOptions } from '../../core/project/write.js';
import { type DrawnEntry, drawEntry } from '../../core/report/drawnEntry.js';
import type { Report, ReportEntry } from '../../core/report/openReport.js';
import { disk } from '../disk.js';
import { formats as known } from '../formats.js';
import { packageRoot } from '../packageRoot.js';

export interface Work {
  formats: Readonly<Record<string, WriteOptions>>;
  isDeep: boolean;
}

/** Fewer figures than this are drawn before another thread has begun. */
const worthThreads = 4;

/** What a thread is given at its start. */
export interface ThreadData extends Work {
  path: string;
}

/** Draws one after the other in this thread. */
async function* here(report: Report, entries: readonly ReportEntry[], work: Work) {
  for (const entry of entries) {
    yield { entry, drawn: await drawEntry(disk, report, entry, work.formats, { known, isDeep: work.isDeep }) };
  }
}

/** A thread that draws what it is asked for. */
function thread(data: ThreadData): { draw(entry: ReportEntry): Promise<Outcome<DrawnEntry>>; end(): Promise<unknown> } {
  const worker = new Worker(join(packageRoot, 'dist', 'node', 'bind', 'thread.js'), { workerData: data });
  return {
    draw: (entry) =>
      new Promise((resolve, reject) => {
        worker.removeAllListeners();
        worker.once('message', resolve);
        worker.once('error', reject);
        worker.postMessage(entry);
      }),
    end: () => worker.terminate(),
  };
}

/** Draws figures of a report, on all cores where there are several; they come as they are ready. */
export async function* drawEntries(
  report: Report,
  entries: readonly ReportEntry[],
  work: Work,
): AsyncGenerator<{ entry: ReportEntry; drawn: Outcome<DrawnEntry> }> {
  const count = Math.min(availableParallelism(), Math.floor(entries.length / 2));
  if (entries.length < worthThreads || count < 2) {
    yield* here(report, entries, work);
    return;
  }
  const threads = Array.from({ length: count }, () => thread({ ...work, path: report.file }));
  try {
    const waiting = [...entries];
    const busy = new Map<number, Promise<{ i: number; entry: ReportEntry; drawn: Outcome<DrawnEntry> }>>();
    const next = (i: number) => {
      const entry = waiting.shift();
      if (!entry) return void busy.delete(i);
      const drawn = (threads[i] as ReturnType<typeof thread>).draw(entry);
      busy.set(
        i,
        drawn.then((own) => ({ i, entry, drawn: own })),
      );
    };
    for (const i of threads.keys()) next(i);
    while (busy.size > 0) {
      const { i, ...done } = await Promise.race(busy.values());
      next(i);
      yield done;
    }
  } finally {
    await Promise.all(threads.map((one) => one.end()));
  }
}
