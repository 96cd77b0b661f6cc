export const nastyTexts: readonly string[];
