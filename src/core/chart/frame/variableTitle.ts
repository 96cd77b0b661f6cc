import type { Variable } from '../../data/codebook.js';
import { lowered } from '../../type/letterCase.js';
import type { AxisTitle } from '../plan.js';

/** The title of an axis that shows a variable as it was measured. */
export const variableTitle = ({ name, label, labelled, unit }: Variable, path: string): AxisTitle => ({
  label,
  ...(unit === undefined ? {} : { unit }),
  from: labelled ? `codebook.variables.${name}.label` : path,
});

/** Which values of a variable are possible. */
export const possibleOf = ({ range }: Variable): { possible?: readonly [number, number] } =>
  range === undefined ? {} : { possible: range };

/** What to call a variable within a sentence. Variables without a label, such as the columns of a wide table, go by their name. */
export const inSentence = ({ label, name }: Pick<Variable, 'label' | 'name'>): string =>
  label === '' ? name : lowered(label);
