import { idleWaiver } from './idleWaiver.js';
import type { Rule } from './rule.js';
import { altText } from './rules/altText.js';
import { axisTitle } from './rules/axisTitle.js';
import { bannedWords } from './rules/bannedWords.js';
import { captionTitle } from './rules/captionTitle.js';
import { chrome } from './rules/chrome.js';
import { contrast } from './rules/contrast.js';
import { cutOff } from './rules/cutOff.js';
import { digits } from './rules/digits.js';
import { direction } from './rules/direction.js';
import { dualWords } from './rules/dualWords.js';
import { emptyScale } from './rules/emptyScale.js';
import { errorNote } from './rules/errorNote.js';
import { heading } from './rules/heading.js';
import { hiddenMarks } from './rules/hiddenMarks.js';
import { idleSetting } from './rules/idleSetting.js';
import { inkOutside } from './rules/inkOutside.js';
import { invisibleInk } from './rules/invisibleInk.js';
import { labelOverlap } from './rules/labelOverlap.js';
import { language } from './rules/language.js';
import { legend } from './rules/legend.js';
import { lineWeight } from './rules/lineWeight.js';
import { measure } from './rules/measure.js';
import { missingRows } from './rules/missingRows.js';
import { missingShare } from './rules/missingShare.js';
import { paletteOnly } from './rules/paletteOnly.js';
import { placed } from './rules/placed.js';
import { reading } from './rules/reading.js';
import { resolution } from './rules/resolution.js';
import { rounding } from './rules/rounding.js';
import { scaleHonesty } from './rules/scaleHonesty.js';
import { seriesCount } from './rules/seriesCount.js';
import { sharesSum } from './rules/sharesSum.js';
import { tellApart } from './rules/tellApart.js';
import { textFace } from './rules/textFace.js';
import { textOverlap } from './rules/textOverlap.js';
import { textSize } from './rules/textSize.js';
import { ticks } from './rules/ticks.js';
import { widths } from './rules/widths.js';
import { zeroBase } from './rules/zeroBase.js';

/** Every rule, in the order in which authors work: numbers, words, scales, marks, type, page, house. */
export const rules: readonly Rule[] = [
  reading,
  measure,
  missingShare,
  missingRows,
  axisTitle,
  dualWords,
  heading,
  captionTitle,
  language,
  digits,
  direction,
  altText,
  errorNote,
  zeroBase,
  scaleHonesty,
  emptyScale,
  cutOff,
  ticks,
  invisibleInk,
  contrast,
  hiddenMarks,
  tellApart,
  seriesCount,
  legend,
  chrome,
  sharesSum,
  rounding,
  textSize,
  textFace,
  textOverlap,
  labelOverlap,
  inkOutside,
  lineWeight,
  placed,
  resolution,
  idleSetting,
  idleWaiver,
  bannedWords,
  paletteOnly,
  widths,
];
