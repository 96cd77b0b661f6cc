import { ok } from '../../core/problem/ok.js';
import { openProject } from '../../core/project/project.js';
import { EntryDrawer } from '../../core/report/drawnEntry.js';
import { openReport, type ReportEntry } from '../../core/report/openReport.js';
import { disk } from '../disk.js';
import type { HelperData } from './drawing.js';
import { drawOne } from './drawOne.js';

/** Draws figures of a report for the parent process, and ends with it. @param data a `HelperData` as JSON */
export function drawForBind(data: string): void {
  const { path, pictures, isDeep, language } = JSON.parse(data) as HelperData;
  const report = openReport(openProject(disk).store, path, language);
  const drawer = new EntryDrawer(disk);
  process.on('message', async (entry: ReportEntry) => {
    process.send?.(await drawOne(drawer, ok(await report), entry, { pictures, isDeep, language }));
  });
  process.on('disconnect', () => process.exit());
}
