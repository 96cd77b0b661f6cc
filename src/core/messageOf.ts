/** What a thrown value says: errors say it in words, all else as it is written. */
export const messageOf = (thrown: unknown): string => (thrown instanceof Error ? thrown.message : String(thrown));
