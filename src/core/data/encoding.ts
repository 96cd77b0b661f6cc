import { entryAt } from '../at.js';

/** Ways of writing letters that a text file may have, by their names in the Encoding Standard. */
export const encodings = [
  'utf-8',
  'windows-1252',
  'utf-16',
  'windows-1250',
  'windows-1251',
  'windows-1253',
  'windows-1254',
  'windows-1255',
  'windows-1256',
  'windows-1257',
  'windows-1258',
  'windows-874',
  'iso-8859-2',
  'iso-8859-15',
  'koi8-r',
  'koi8-u',
  'macintosh',
  'shift_jis',
  'euc-jp',
  'gb18030',
  'big5',
  'euc-kr',
] as const;
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

/** The text of bytes in an encoding; undefined where they are not in it. */
export function textIn(bytes: Uint8Array, encoding: Encoding | 'utf-16le' | 'utf-16be'): string | undefined {
  if (encoding === 'windows-1252') return westernText(bytes);
  const mayBeDamaged = encoding.startsWith('utf-16');
  try {
    return new TextDecoder(encoding, { fatal: !mayBeDamaged, ignoreBOM: true }).decode(bytes);
  } catch {
    return undefined;
  }
}

/**
 * The text of a file: UTF-8, or UTF-16 with a byte order mark. What is no UTF-8 is Windows-1252, as spreadsheets save it in
 * western countries; undefined where it is no text at all.
 *
 * @param told the encoding where the author says it
 */
export function decodeText(bytes: Uint8Array, told?: Encoding): Decoded | undefined {
  const mark = marked(bytes);
  const sure = mark ?? (told === 'utf-16' ? 'utf-16le' : told);
  if (sure === undefined || sure === 'utf-8') {
    const text = textIn(bytes, 'utf-8');
    if (text !== undefined) return text.includes('\u0000') ? undefined : { text, encoding: 'utf-8', assumed: false };
    if (sure !== undefined) return undefined;
  }
  // A text of letters of one or two bytes has no zeros; other files do.
  if (!sure?.startsWith('utf-16') && bytes.includes(0)) return undefined;
  const name = sure ?? 'windows-1252';
  const text = textIn(bytes, name);
  const encoding = name.startsWith('utf-16') ? 'utf-16' : (name as Encoding);
  return text === undefined ? undefined : { text, encoding, assumed: sure === undefined };
}
