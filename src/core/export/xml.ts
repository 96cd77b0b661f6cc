import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

const entities: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

/** Signs that XML has no place for: control characters, and halves of pairs that stand alone. */
const forbidden = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|\p{Surrogate}/gu;

/** A text without what XML forbids: control characters go, halves of pairs become the sign for a broken one. */
export const xmlText = (text: string): string => text.replace(forbidden, (sign) => (sign < '\ud800' ? '' : '\ufffd'));

/** A text as content or attribute of XML. */
export const escaped = (text: string): string => xmlText(text).replace(/[&<>"]/g, (sign) => entities[sign] ?? sign);

/** A text as content of XML alone, where quotation marks may stand. */
export const escapedContent = (text: string): string =>
  xmlText(text).replace(/[&<>]/g, (sign) => entities[sign] ?? sign);

/** A text as a string of CSS: all but letters, digits, blanks and hyphens by their numbers. */
export const cssText = (text: string): string =>
  `'${xmlText(text).replace(/[^\p{L}\p{N} -]/gu, (sign) => `\\${sign.codePointAt(0)?.toString(16)} `)}'`;

/**
 * An id that two drawings in one page share only where they mean the same: it follows from the content.
 */
export const idOf = (what: string, content: string): string =>
  `hexis-${what}-${bytesToHex(sha256(utf8ToBytes(content))).slice(0, 16)}`;
