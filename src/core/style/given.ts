/** A value without the keys that are not given. */
export const given = <T extends object>(value: { [K in keyof T]: T[K] | undefined }): T =>
  Object.fromEntries(Object.entries(value).filter(([, own]) => own !== undefined)) as T;
