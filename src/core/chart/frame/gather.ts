import type { Category } from '../../data/codebook.js';
import { object, optional, share, text } from '../../schema/fields.js';
import { exactTotal } from '../../statistics/exactSum.js';
import type { Words } from '../../words/words.js';
import type { Grouping } from './grouping.js';

/** The setting that gathers small categories into a rest. */
export const gatherField = optional(
  object('Small categories gathered into one, which comes last.', {
    below: share('Share of the whole below which a category is small.', '0.05'),
    name: optional(text('What the rest is called. Left out: Other.', 'Other')),
  }),
);

export interface Gather {
  below: number;
  name?: string | undefined;
}

/** The rest as a category. */
export function restOf({ name }: Pick<Gather, 'name'>, words: Words): Category {
  const called = name ?? words.say('other');
  return { code: called, name: called };
}

/**
 * The codes of the categories that are gathered: the small ones, and one that is called like the rest already. A single
 * one stays as it is.
 */
export function gatheredCodes(
  gather: Gather | undefined,
  parts: readonly { category: Category; value: number }[],
  words: Words,
): string[] {
  if (!gather) return [];
  const limit = gather.below * exactTotal(parts.map(({ value }) => value));
  const rest = restOf(gather, words).name;
  const isRest = ({ code, name }: Category) => code === rest || name === rest;
  const found = parts.filter(({ category, value }) => value < limit || isRest(category));
  return found.length > 1 ? found.map(({ category }) => category.code) : [];
}

/** Categories with some of them, by codes, as one rest at the end; as they are where none of these is shown. */
export function gatheredIn(grouping: Grouping, codes: readonly string[], rest: Category): Grouping {
  const kept = grouping.categories.filter(({ code }) => !codes.includes(code));
  if (kept.length === grouping.categories.length) return grouping;
  const categories = [...kept, rest];
  const places = grouping.categories.map((own) => {
    const at = kept.indexOf(own);
    return at < 0 ? kept.length : at;
  });
  return { ...grouping, categories, of: (row) => places[grouping.of(row)] ?? -1 };
}
