import { createRequire } from 'node:module';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { SourceFault } from '../core/project/read/source.js';
import { fontTrial } from '../core/type/fontTrial.js';
import { packageRoot } from './packageRoot.js';

/** Milliseconds after which a font that is still being read counts as damaged. */
const patience = 5000;

/** The thread's program: it tries to read the font with the font library. */
const program = `
const { workerData, parentPort } = require('node:worker_threads');
const { create } = require(workerData.library);
const trial = ${fontTrial.toString()};
try {
  trial(create, workerData.bytes, workerData.text);
  parentPort.postMessage('');
} catch (fault) {
  parentPort.postMessage(String(fault && fault.message || fault) || 'it is damaged');
}`;

/**
 * Tries a font in a thread of its own, which is stopped where it does not end or takes too much memory.
 *
 * @throws {SourceFault} where the font cannot be used
 */
export async function tryFont(bytes: Uint8Array, text: string): Promise<void> {
  const library = createRequire(join(packageRoot, 'package.json')).resolve('fontkit');
  const worker = new Worker(program, {
    eval: true,
    workerData: { library, bytes: new Uint8Array(bytes), text },
    resourceLimits: { maxOldGenerationSizeMb: 400 },
    stdout: true,
    stderr: true,
  });
  const found = await new Promise<string>((resolve) => {
    const timer = setTimeout(() => resolve('reading it does not end'), patience);
    const end = (reason: string) => {
      clearTimeout(timer);
      resolve(reason);
    };
    worker.once('message', end);
    worker.once('error', () => end('reading it takes all memory'));
    worker.once('exit', () => end('it is damaged'));
  });
  await worker.terminate();
  if (found !== '') throw new SourceFault('unreadable', found);
}
