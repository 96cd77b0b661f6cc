import type { Variable } from '../data/codebook.js';
import type { AxisTitle } from './plan.js';

/** The title of an axis that shows a variable as it was measured. */
export const variableTitle = ({ name, label, labelled, unit }: Variable, path: string): AxisTitle => ({
  label,
  ...(unit === undefined ? {} : { unit }),
  from: labelled ? `codebook.variables.${name}.label` : path,
});

/** How finely a variable was measured, and which values of it are possible. */
export const finenessOf = ({
  decimals,
  range,
}: Variable): { decimals?: number; possible?: readonly [number, number] } => ({
  ...(decimals === undefined ? {} : { decimals }),
  ...(range === undefined ? {} : { possible: range }),
});
