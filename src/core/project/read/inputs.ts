import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import type { ProofInput } from '../../proof/proved.js';
import type { Source } from './source.js';

/** A source that remembers which files were asked for. */
export function remembering(source: Source): { source: Source; asked: Set<string> } {
  const asked = new Set<string>();
  const note = (path: string) => {
    asked.add(path);
    return path;
  };
  return {
    asked,
    source: {
      ...source,
      text: (path) => source.text(note(path)),
      bytes: (path) => source.bytes(note(path)),
      stamp: async (path) => source.stamp?.(note(path)),
    },
  };
}

/** The hashes (SHA-256, FIPS 180-4) of some files, in their order. */
export async function hashed(source: Source, paths: Iterable<string>): Promise<ProofInput[]> {
  const inputs: ProofInput[] = [];
  for (const file of paths) {
    const bytes = await source.bytes(file).catch(() => undefined);
    if (bytes) inputs.push({ file, sha256: bytesToHex(sha256(bytes)) });
  }
  return inputs;
}
