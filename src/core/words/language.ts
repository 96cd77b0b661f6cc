import type { OwnDigits, Writing } from '../scale/numberFormat.js';
import type { PluralRule } from './plurals.js';
import type { Sentences } from './sentences.js';

/** A language as figures and documents speak it: one file and one line in the list of languages. */
export interface Language extends Writing {
  /** Its code in BCP 47. */
  code: string;
  decimalMark: '.' | ',';
  /** What stands between groups of three digits where the style leaves it to the language. */
  grouping: 'space' | 'comma' | 'point';
  /** Between the parts of a list, and before the last of them, which some languages write otherwise before some sounds. */
  list: { between: string; last: string; lastBefore?: { sound: RegExp; last: string } };
  /** The plural category of a count. */
  plural: PluralRule;
  /** Whether a label of the author loses its capital within a sentence. */
  lowers: boolean;
  /** Whether titles may have capitals throughout. */
  titleCase: boolean;
  direction: 'ltr' | 'rtl';
  /** Its own digits (CLDR, numbering systems), where it has some beside the Western ones. */
  digits?: OwnDigits;
  /** Its name for the packages of TeX that hyphenate: babel, and polyglossia. */
  tex: { babel: string; polyglossia: string };
  /** Words by which a note that an author wrote is known to define error bars, and to say what is missing. */
  knows: { errors: RegExp; missing: RegExp };
  sentences: Sentences;
}

/** Names of months in a row. */
export const monthsOf = (names: string): string[] => names.split(' ');
