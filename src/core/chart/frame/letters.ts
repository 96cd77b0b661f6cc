const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** The letter of a panel by its number from 0: A to Z, then AA and on. */
export const letterOf = (i: number): string =>
  i < 26 ? (letters[i] as string) : `${letterOf(Math.floor(i / 26) - 1)}${letters[i % 26]}`;
