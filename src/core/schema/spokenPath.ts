/** The place of a text in its file: of one in several languages, that of the language which is shown. */
export const spokenPath = <K extends string | number>(
  spoken: ReadonlyMap<string, string>,
  path: readonly K[],
): (K | string)[] => {
  const language = spoken.get(path.join('.'));
  return language === undefined ? [...path] : [...path, language];
};
