/**
 * All that is measured. A row has a name, what takes one sample of it (`time`, in milliseconds, or `value`, in a unit of its
 * own), mostly a floor that it is held against, and what the ratio of the two may be at most.
 */
import { rows as checking } from './rows/check.mjs';
import { rows as comparing } from './rows/compare.mjs';
import { rows as composing } from './rows/compose.mjs';
import { rows as desk } from './rows/desk.mjs';
import { rows as engines } from './rows/engines.mjs';
import { rows as kinds } from './rows/kinds.mjs';
import { rows as points } from './rows/points.mjs';
import { rows as refusals } from './rows/refusals.mjs';
import { rows as reports } from './rows/reports.mjs';
import { rows as space } from './rows/space.mjs';
import { rows as starting } from './rows/start.mjs';
import { rows as tables } from './rows/tables.mjs';
import { rows as writers } from './rows/writers.mjs';

export const rows = [
  ...starting,
  ...composing,
  ...kinds,
  ...checking,
  ...comparing,
  ...space,
  ...tables,
  ...engines,
  ...points,
  ...writers,
  ...reports,
  ...refusals,
  ...desk,
];
