import { Unzlib } from 'fflate';
import { carriedKeyword, carriedLead, carriedSpace } from './trace.js';

/** What a picture carries is at most so many letters; more was not written by us. */
export const mostCarried = 32e6;

const entities: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/** The text of an element of XML, or of an attribute. */
const unescaped = (text: string): string =>
  text.replace(/&(?:#(\d{1,7})|#x([\da-f]{1,6})|(\w{2,4}));/gi, (whole, decimal, hex, name) => {
    if (name !== undefined) return entities[name] ?? whole;
    const code = decimal === undefined ? Number.parseInt(hex, 16) : Number(decimal);
    return code <= 0x10ffff ? String.fromCodePoint(code) : whole;
  });

/** What elements of ours carry in a text of XML or HTML, whatever the prefix that another program gave to their name. */
export function carriedInXml(text: string): string[] {
  if (!text.includes(carriedSpace)) return [];
  return Array.from(text.matchAll(/<(?:[\w.-]+:)?carried(?:\s[^<>]*)?>([^<>]*)<\//g), ([, own = '']) => unescaped(own));
}

/** What the comments of an EPS file carry. */
export function carriedInEps(text: string): string[] {
  const lines = text.split(/\r\n|\r|\n/).filter((line) => line.startsWith(carriedLead));
  return lines.length === 0 ? [] : [lines.map((line) => line.slice(carriedLead.length)).join('')];
}

/** What a plate carries. */
export function carriedInPlate(text: string): string[] {
  try {
    const { carries } = JSON.parse(text);
    return typeof carries === 'string' ? [carries] : [];
  } catch {
    return [];
  }
}

/** Some bytes as they were before they were compressed; undefined where they are damaged, or more than anybody would carry. */
function inflated(bytes: Uint8Array): Uint8Array | undefined {
  const pieces: Uint8Array[] = [];
  let size = 0;
  const stream = new Unzlib((piece) => {
    size += piece.length;
    if (size > mostCarried) throw new RangeError('more than a picture carries');
    pieces.push(piece);
  });
  try {
    // Small steps, so that much is never made of little before it is counted.
    for (let at = 0; at < bytes.length; at += 1 << 14)
      stream.push(bytes.subarray(at, at + (1 << 14)), at + (1 << 14) >= bytes.length);
  } catch {
    return undefined;
  }
  const whole = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}

/** The places of the first of some signs from a place on; -1 where there is none. */
const zeroFrom = (bytes: Uint8Array, from: number): number => bytes.indexOf(0, from);

/** What an `iTXt` chunk of ours says; undefined where it is another one. */
function textOfChunk(data: Uint8Array): string | undefined {
  const end = zeroFrom(data, 0);
  if (end < 0 || new TextDecoder('latin1').decode(data.subarray(0, end)) !== carriedKeyword) return undefined;
  const isCompressed = data[end + 1] === 1;
  const languageEnd = zeroFrom(data, end + 3);
  const start = languageEnd < 0 ? -1 : zeroFrom(data, languageEnd + 1);
  if (start < 0) return undefined;
  const body = data.subarray(start + 1);
  const text = isCompressed ? inflated(body) : body;
  return text && new TextDecoder().decode(text);
}

/** What a chunk of a PNG file carries. */
export function carriedInPng(bytes: Uint8Array): string[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const found: string[] = [];
  for (let at = 8; at + 12 <= bytes.length; ) {
    const length = view.getUint32(at);
    const name = new TextDecoder('latin1').decode(bytes.subarray(at + 4, at + 8));
    if (at + 12 + length > bytes.length) break;
    const text = name === 'iTXt' ? textOfChunk(bytes.subarray(at + 8, at + 8 + length)) : undefined;
    if (text !== undefined) found.push(text);
    at += 12 + length;
  }
  return found;
}

/** What the packet of metadata in a picture carries, wherever it stands in it. */
export function carriedInPacket(bytes: Uint8Array): string[] {
  const letters = new TextDecoder('latin1').decode(bytes);
  const start = letters.indexOf('<x:xmpmeta');
  const end = letters.indexOf('</x:xmpmeta>', start);
  return start < 0 || end < 0 ? [] : carriedInXml(new TextDecoder().decode(bytes.subarray(start, end)));
}
