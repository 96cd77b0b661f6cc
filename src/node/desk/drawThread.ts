import { parentPort, workerData } from 'node:worker_threads';
import type { FilesWanted } from '../../core/folder/drawFiles.js';
import { drawFiles } from './drawFiles.js';

/** A thread that draws one figure for the desk and ends. */
parentPort?.postMessage(await drawFiles(workerData as FilesWanted));
