/** The names of a record's own fields, as its type has them. The record holds no others. */
export const keysOf = <K extends string>(record: Readonly<Partial<Record<K, unknown>>>): K[] =>
  Object.keys(record) as K[];

/** A record of what is made of each name. */
export const recordOf = <K extends string, V>(names: readonly K[], make: (name: K) => V): Record<K, V> =>
  Object.fromEntries(names.map((name) => [name, make(name)])) as Record<K, V>;

/** What stands under a name that anybody may have given: `constructor` is one like any other. */
export const ownAt = <T>(from: Readonly<Record<string, T>> | undefined, name: string): T | undefined =>
  from && Object.hasOwn(from, name) ? from[name] : undefined;
