/** What may stand between groups of three digits. */
export const thousandsMarks = ['.', ',', ' ', "'", 'none'] as const;
export type ThousandsMark = (typeof thousandsMarks)[number];
