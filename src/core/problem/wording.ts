import { chartsWordings } from './wording/charts.js';
import { commandWordings } from './wording/command.js';
import { filesWordings } from './wording/files.js';
import { layoutWordings } from './wording/layout.js';
import { settingsWordings } from './wording/settings.js';
import { stylesWordings } from './wording/styles.js';
import { tablesWordings } from './wording/tables.js';

/** The words of every problem. The key is its code; the argument its facts. */
export const wordings = {
  ...filesWordings,
  ...settingsWordings,
  ...stylesWordings,
  ...tablesWordings,
  ...chartsWordings,
  ...layoutWordings,
  ...commandWordings,
};

/** What a problem is, by which its words are found. */
export type ProblemCode = keyof typeof wordings;
export type Facts<C extends ProblemCode> = Parameters<(typeof wordings)[C]>[0];
