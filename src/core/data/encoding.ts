import { entryAt } from '../at.js';

/** Ways of writing letters that a text file may have. */
export const encodings = ['utf-8', 'windows-1252', 'utf-16'] as const;
export type Encoding = (typeof encodings)[number];

/** A file as text, and whether its encoding was a guess. */
export interface Decoded {
  text: string;
  encoding: Encoding;
  assumed: boolean;
}

const starts = (bytes: Uint8Array, ...marks: number[]) => marks.every((mark, i) => bytes[i] === mark);

/** The encoding that a byte order mark names. */
function marked(bytes: Uint8Array): 'utf-8' | 'utf-16le' | 'utf-16be' | undefined {
  if (starts(bytes, 0xff, 0xfe)) return 'utf-16le';
  if (starts(bytes, 0xfe, 0xff)) return 'utf-16be';
  return starts(bytes, 0xef, 0xbb, 0xbf) ? 'utf-8' : undefined;
}

/** The signs of Windows-1252 from 0x80 on that are not those of Latin-1 (Encoding Standard, index windows-1252). */
const western = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

/** Windows-1252 as text: some releases of Node read it as Latin-1. */
const westernText = (bytes: Uint8Array): string =>
  new TextDecoder('latin1')
    .decode(bytes)
    .replace(/[\u0080-\u009f]/g, (sign) => entryAt(western, sign.charCodeAt(0) - 0x80));

/**
 * The text of a file: UTF-8, or UTF-16 with a byte order mark. What is no UTF-8 is Windows-1252, as spreadsheets save it in
 * western countries; undefined where it is no text at all.
 *
 * @param told the encoding where the author says it
 */
export function decodeText(bytes: Uint8Array, told?: Encoding): Decoded | undefined {
  const mark = marked(bytes);
  const sure = mark ?? (told === 'utf-16' ? 'utf-16le' : told);
  const encoding = (name: string): Encoding => (name.startsWith('utf-16') ? 'utf-16' : (name as Encoding));
  if (sure === undefined || sure === 'utf-8') {
    try {
      const text = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes);
      return text.includes('\u0000') ? undefined : { text, encoding: 'utf-8', assumed: false };
    } catch {
      if (sure !== undefined) return undefined;
    }
  }
  // A text of western letters has no zeros; other files do.
  if (!sure?.startsWith('utf-16') && bytes.includes(0)) return undefined;
  const name = sure ?? 'windows-1252';
  if (name === 'windows-1252') return { text: westernText(bytes), encoding: name, assumed: sure === undefined };
  return {
    text: new TextDecoder(name, { ignoreBOM: true }).decode(bytes),
    encoding: encoding(name),
    assumed: sure === undefined,
  };
}
