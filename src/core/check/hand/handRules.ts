import { changedInputs } from './changedInputs.js';
import { comparedLimits } from './comparedLimits.js';
import { figureTitle } from './figureTitle.js';
import { groupLook } from './groupLook.js';
import { groupName } from './groupName.js';
import type { HandRule } from './handRule.js';
import { kindChange } from './kindChange.js';
import { numbering } from './numbering.js';
import { oneLanguage } from './oneLanguage.js';
import { placedWidths } from './placedWidths.js';
import { textSizes } from './textSizes.js';
import { variableWords } from './variableWords.js';

/** Every rule across the figures of a report. */
export const handRules: readonly HandRule[] = [
  numbering,
  figureTitle,
  groupName,
  groupLook,
  variableWords,
  oneLanguage,
  comparedLimits,
  kindChange,
  textSizes,
  placedWidths,
  changedInputs,
];
