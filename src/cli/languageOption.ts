/** The option of a language, the same in all commands that have it. */
export const languageOption = [
  '--language <tag>',
  'language of all words, such as de, in place of the one that figure, document or style name',
] as const;
