/** The plural categories of CLDR (Unicode CLDR, Language Plural Rules) that our languages have for whole numbers. */
export type PluralCategory = 'one' | 'few' | 'many' | 'other';

/** The category of a whole number of zero or more. */
export type PluralRule = (count: number) => PluralCategory;

/** Languages whose nouns do not change after a number, or for whose counts one form is enough. */
export const always: PluralRule = () => 'other';

/** English and most others of Western Europe. */
export const oneOrOther: PluralRule = (count) => (count === 1 ? 'one' : 'other');

/** French and Portuguese: nothing is singular too. */
export const upToOne: PluralRule = (count) => (count < 2 ? 'one' : 'other');

const ends = (count: number) => ({ last: count % 10, lastTwo: count % 100 });

/** Polish. */
export function polish(count: number): PluralCategory {
  const { last, lastTwo } = ends(count);
  if (count === 1) return 'one';
  return last >= 2 && last <= 4 && (lastTwo < 12 || lastTwo > 14) ? 'few' : 'many';
}

/** Ukrainian. */
export function ukrainian(count: number): PluralCategory {
  const { last, lastTwo } = ends(count);
  if (last === 1 && lastTwo !== 11) return 'one';
  return last >= 2 && last <= 4 && (lastTwo < 12 || lastTwo > 14) ? 'few' : 'many';
}

/** Czech. */
export const czech: PluralRule = (count) => (count === 1 ? 'one' : count >= 2 && count <= 4 ? 'few' : 'other');

/** Romanian. */
export function romanian(count: number): PluralCategory {
  const { lastTwo } = ends(count);
  if (count === 1) return 'one';
  return count === 0 || (lastTwo >= 1 && lastTwo <= 19) ? 'few' : 'other';
}
