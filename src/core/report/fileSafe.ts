/** Names that a system keeps for its devices, whatever their ending. */
const kept = /^(con|prn|aux|nul|com\d|lpt\d)(?=\.|$)/i;

/** File systems take 255 bytes; some are left for a number and an ending. */
const mostBytes = 200;

/** The beginning of a text that takes no more than so many bytes. */
function cut(text: string): string {
  let [bytes, result] = [0, ''];
  for (const letter of text) {
    const code = letter.codePointAt(0) as number;
    bytes += code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4;
    if (bytes > mostBytes) break;
    result += letter;
  }
  return result;
}

/**
 * An author's words as the name of a file, or a part of one: without what leads to other folders or means something to a
 * system. Every path that is made of such words is made by this.
 */
export const fileSafe = (words: string): string =>
  cut(words.replace(/[^\p{L}\p{M}\p{N}._-]+/gu, '-').replace(/^[.-]+/, ''))
    .replace(/[.]+$/, '')
    .replace(kept, '$1-') || 'figure';
