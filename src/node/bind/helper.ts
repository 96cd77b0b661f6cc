import { ok } from '../../core/problem/ok.js';
import { openProject } from '../../core/project/project.js';
import { openReport, type ReportEntry } from '../../core/report/openReport.js';
import { disk } from '../disk.js';
import type { HelperData } from './drawing.js';
import { drawOne } from './drawOne.js';

/** A process that draws figures of a report for another one; it ends with it. */
const { path, formats, isDeep } = JSON.parse(process.argv[2] ?? '{}') as HelperData;
const report = openReport(openProject(disk).store, path);

process.on('message', async (entry: ReportEntry) => {
  process.send?.(await drawOne(ok(await report), entry, { formats, isDeep }));
});
process.on('disconnect', () => process.exit());
