/** What one wants to show, in the order in which kinds are listed. */
export const purposes = ['compare', 'spread', 'change', 'share', 'relation', 'answers'] as const;
/** What one wants to show with a kind. */
export type Purpose = (typeof purposes)[number];

/** What kinds are for, as headings. */
export const purposeWords: Readonly<Record<Purpose, string>> = {
  compare: 'To compare groups',
  spread: 'To show how values spread',
  change: 'To show change',
  share: 'To show shares of a whole',
  relation: 'To show how variables go together',
  answers: 'To show answers on a scale',
};
