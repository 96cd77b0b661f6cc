import { parentPort, workerData } from 'node:worker_threads';
import { ok } from '../../core/document/ok.js';
import { openProject } from '../../core/project/project.js';
import { drawEntry } from '../../core/report/drawnEntry.js';
import { openReport, type ReportEntry } from '../../core/report/openReport.js';
import { disk } from '../disk.js';
import { formats as known } from '../formats.js';
import type { ThreadData } from './drawing.js';

/** A thread that draws figures of a report. */
const { path, formats, isDeep } = workerData as ThreadData;
const report = openReport(openProject(disk).store, path);

parentPort?.on('message', async (entry: ReportEntry) => {
  parentPort?.postMessage(await drawEntry(disk, ok(await report), entry, formats, { known, isDeep }));
});
