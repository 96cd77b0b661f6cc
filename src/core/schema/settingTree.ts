/** Settings within settings, as a file holds them. */
export type Group = Readonly<Record<string, unknown>>;

export const isGroup = (value: unknown): value is Group =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What stands at a path, in groups and lists; undefined where nothing does. */
export const valueAt = (value: unknown, path: readonly (string | number)[]): unknown =>
  path.reduce<unknown>(
    (inner, key) =>
      typeof inner === 'object' && inner !== null && Object.hasOwn(inner, key) ? Reflect.get(inner, key) : undefined,
    value,
  );

/** Every single setting below a group with its path; a list is one setting. */
export function leavesOf(value: unknown, path: readonly string[] = []): { path: string[]; value: unknown }[] {
  if (!isGroup(value)) return [{ path: [...path], value }];
  return Object.entries(value).flatMap(([key, inner]) => leavesOf(inner, [...path, key]));
}
