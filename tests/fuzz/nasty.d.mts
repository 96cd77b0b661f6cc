export const nastyTexts: readonly string[];
export const scriptTexts: readonly string[];
