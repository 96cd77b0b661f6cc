import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { DrawnFiles, FilesWanted } from '../../core/folder/drawFiles.js';
import type { Outcome } from '../../core/problem/problem.js';
import { packageRoot } from '../packageRoot.js';

/** Draws a figure in its own thread, so that the desk keeps answering while a large picture is rendered. */
export async function drawApart(wanted: FilesWanted): Promise<Outcome<DrawnFiles>> {
  const worker = new Worker(join(packageRoot, 'dist', 'node', 'desk', 'drawThread.js'), { workerData: wanted });
  try {
    return await new Promise((resolve, reject) => {
      worker.once('message', resolve);
      worker.once('error', reject);
      worker.once('exit', () => reject(new Error('the thread that drew has ended')));
    });
  } finally {
    await worker.terminate();
  }
}
