import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { lastOf } from '../../at.js';
import type { Plate } from '../../plate/plate.js';

/** Identifies the source of a drawing: the name of its file and the SHA-256 (FIPS 180-4) of the text. */
export const madeFrom = (path: string, text: string): Required<NonNullable<Plate['madeFrom']>> => ({
  file: lastOf(path.split(/[/\\]/)),
  sha256: bytesToHex(sha256(utf8ToBytes(text))),
});
