import type { Variable } from '../data/codebook.js';
import type { AxisTitle } from './plan.js';

/** The title of an axis that shows a variable as it was measured. */
export const variableTitle = ({ name, label, labelled, unit }: Variable, path: string): AxisTitle => ({
  label,
  ...(unit === undefined ? {} : { unit }),
  from: labelled ? `codebook.variables.${name}.label` : path,
});

/** Which values of a variable are possible. */
export const possibleOf = ({ range }: Variable): { possible?: readonly [number, number] } =>
  range === undefined ? {} : { possible: range };
