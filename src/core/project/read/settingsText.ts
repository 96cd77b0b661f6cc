import { decodeText } from '../../data/encoding.js';
import { SourceFault } from './source.js';

/** The largest figure file, codebook or style: they are written by hand, and anything larger is something else. */
const mostText = 2e6;

/**
 * A file of settings as text: UTF-8, or UTF-16 with a byte order mark.
 *
 * @throws {SourceFault} where it is no such text
 */
export function settingsText(bytes: Uint8Array): string {
  if (bytes.length > mostText) {
    const size = `${Math.round(bytes.length / 1e6)} MB`;
    throw new SourceFault('unreadable', `it has ${size}, and settings of at most ${mostText / 1e6} MB are read`);
  }
  const decoded = decodeText(bytes);
  if (!decoded) throw new SourceFault('unreadable', 'it is not a text file');
  if (decoded.assumed) throw new SourceFault('unreadable', 'its letters are not in UTF-8; save it as UTF-8 text');
  return decoded.text;
}
