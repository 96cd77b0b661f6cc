import { isGroup } from './settingTree.js';

/** What a YAML or JSON text says, its keys in their order: plain objects put whole numbers first. */
export type Ordered = string | number | boolean | null | readonly Ordered[] | ReadonlyMap<string, Ordered>;

export const isOrderedGroup = (value: Ordered | undefined): value is ReadonlyMap<string, Ordered> =>
  value instanceof Map;

/** A plain value with its keys in the order that it has. */
export function orderedOf(value: unknown): Ordered {
  if (Array.isArray(value)) return value.map(orderedOf);
  if (!isGroup(value)) return ['string', 'number', 'boolean'].includes(typeof value) ? (value as Ordered) : null;
  const own = Object.entries(value).filter(([, entry]) => entry !== undefined);
  return new Map(own.map(([key, entry]) => [key, orderedOf(entry)]));
}

/** A value whose keys need no order. */
export function plainOf(value: Ordered): unknown {
  if (Array.isArray(value)) return value.map(plainOf);
  return isOrderedGroup(value) ? Object.fromEntries(Array.from(value, ([key, own]) => [key, plainOf(own)])) : value;
}

/** A value as JSON, its keys in their order. */
export function orderedText(value: Ordered): string {
  if (Array.isArray(value)) return `[${value.map(orderedText).join(',')}]`;
  if (!isOrderedGroup(value)) return JSON.stringify(value);
  return `{${Array.from(value, ([key, entry]) => `${JSON.stringify(key)}:${orderedText(entry)}`).join(',')}}`;
}

/** A group with one entry set; what it held stays where it was. */
export const withEntry = (group: ReadonlyMap<string, Ordered>, key: string, value: Ordered): Map<string, Ordered> =>
  new Map(group).set(key, value);

/** The first group below the second: groups within groups are joined, all else of the second stays. */
export function orderedUnder(below: Ordered, above: Ordered | undefined): Ordered {
  if (above === undefined) return below;
  if (!isOrderedGroup(below) || !isOrderedGroup(above)) return above;
  const joined = new Map(above);
  for (const [key, entry] of below) joined.set(key, orderedUnder(entry, above.get(key)));
  return joined;
}
