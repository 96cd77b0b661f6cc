import type { Variable } from '../../data/codebook.js';
import type { Words } from '../../words/words.js';
import type { AxisTitle } from '../plan.js';

/** The title of an axis that shows a variable as it was measured. */
export const variableTitle = ({ name, label, labelled, unit }: Variable, path: string): AxisTitle => ({
  label,
  ...(unit === undefined ? {} : { unit }),
  from: labelled ? `codebook.variables.${name}.label` : path,
});

/** The label of what an axis shows, without the words of a summary. */
export const labelOf = ({ label, summary }: AxisTitle): string => summary?.of ?? label;

/** Which values of a variable are possible. */
export const possibleOf = ({ range }: Variable): { possible?: readonly [number, number] } =>
  range === undefined ? {} : { possible: range };

/** What to call a variable within a sentence: those without a label, such as the columns of a wide table, have a word for it. */
export const inSentence = ({ label, name, spoken = name }: Variable, words: Words): string =>
  label === '' ? spoken : words.lowered(label);

/** What is shown, with its unit, within a sentence. */
export const inUnits = (label: string, unit: string | undefined, words: Words): string =>
  unit === undefined || unit === '' ? words.lowered(label) : words.say('inUnit', { what: words.lowered(label), unit });
