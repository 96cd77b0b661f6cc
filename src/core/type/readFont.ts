import type { CreateFont } from './fontTrial.js';

/** Bytes behind a font: as many as the head of an outline has. */
const room = 16;

/**
 * The bytes of a font with some room behind them. The library reads the head of an outline where a glyph has none, as a blank;
 * that of the last glyph of a font would lie behind the end of the file.
 */
export function withRoom(bytes: Uint8Array): Uint8Array {
  const padded = new Uint8Array(bytes.length + room);
  padded.set(bytes);
  return padded;
}

/** A font from its bytes. */
export const readFont = (create: CreateFont, bytes: Uint8Array): ReturnType<CreateFont> => create(withRoom(bytes));
