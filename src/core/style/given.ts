/** A value without the keys that are not given. */
export const given = <T extends object>(value: { [K in keyof T]: T[K] | undefined }): T =>
  Object.fromEntries(Object.entries(value).filter(([, own]) => own !== undefined)) as T;

/** Whether a fill is none: what lies under it shows. */
export const isNone = (value: string): boolean => /^(none|transparent)$/i.test(value.trim());
