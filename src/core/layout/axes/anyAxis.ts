import type { FittedAxis } from './axis.js';
import type { FittedCategoryAxis } from './categoryAxis.js';
import type { FittedValueAxis } from './valueAxis.js';

/** A missing axis. */
export interface NoFittedAxis extends FittedAxis {
  shows: 'none';
}

export type AnyAxis = FittedCategoryAxis | FittedValueAxis | NoFittedAxis;
