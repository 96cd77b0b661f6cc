import { altText } from './altText.js';
import { axisTitle } from './axisTitle.js';
import { bannedWords } from './bannedWords.js';
import { captionTitle } from './captionTitle.js';
import { chrome } from './chrome.js';
import { contrast } from './contrast.js';
import { cutOff } from './cutOff.js';
import { dualWords } from './dualWords.js';
import { emptyScale } from './emptyScale.js';
import { errorNote } from './errorNote.js';
import { heading } from './heading.js';
import { hiddenMarks } from './hiddenMarks.js';
import { idleSetting } from './idleSetting.js';
import { idleWaiver } from './idleWaiver.js';
import { inkOutside } from './inkOutside.js';
import { invisibleInk } from './invisibleInk.js';
import { labelOverlap } from './labelOverlap.js';
import { legend } from './legend.js';
import { lineWeight } from './lineWeight.js';
import { measure } from './measure.js';
import { missingRows } from './missingRows.js';
import { missingShare } from './missingShare.js';
import { paletteOnly } from './paletteOnly.js';
import { placed } from './placed.js';
import { reading } from './reading.js';
import { resolution } from './resolution.js';
import { rounding } from './rounding.js';
import type { Rule } from './rule.js';
import { scaleHonesty } from './scaleHonesty.js';
import { seriesCount } from './seriesCount.js';
import { sharesSum } from './sharesSum.js';
import { tellApart } from './tellApart.js';
import { textFace } from './textFace.js';
import { textOverlap } from './textOverlap.js';
import { textSize } from './textSize.js';
import { ticks } from './ticks.js';
import { widths } from './widths.js';
import { zeroBase } from './zeroBase.js';

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
