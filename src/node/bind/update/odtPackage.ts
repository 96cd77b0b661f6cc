import { DocumentFault, signed, unpacked, xmlOf } from './wordPackage.js';

const usual = 'a document of text, saved as ODT without a password';

/** The parts of a document of the OpenDocument format by name, in their order. @throws {DocumentFault} */
export function openTextPackage(bytes: Uint8Array): Map<string, Uint8Array> {
  const parts = unpacked(bytes, usual);
  const manifest = parts.get('META-INF/manifest.xml');
  const text = manifest && xmlOf(manifest);
  if (text !== undefined && /<(?:[\w.-]+:)?encryption-data[\s>/]/.test(text))
    throw new DocumentFault('it is locked with a password', usual);
  if (text === undefined || !parts.has('content.xml'))
    throw new DocumentFault('it is no document of text, or a damaged one', usual);
  if (parts.has('META-INF/documentsignatures.xml')) throw signed();
  return parts;
}
