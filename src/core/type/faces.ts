import { entryAt } from '../at.js';
import type { Variant } from './face.js';
import type { TypeKit } from './typeKit.js';

/** The faces of a drawing: how their letters look, and the font files behind them for formats that embed them. */
export interface Faces {
  /** What measures and sets text with them. */
  kit: TypeKit;
  /** The font file behind a face. */
  fontBytes(family: string, variant: Variant): Promise<Uint8Array>;
  /** A font (WOFF2) with some characters alone; left out where that cannot be done. */
  subsetFont?: ((font: Uint8Array, characters: string) => Promise<Uint8Array>) | undefined;
}

/** The first value that one of several can give. */
function firstOf<T, V>(all: readonly T[], get: (one: T) => V): V {
  let fault: unknown;
  for (const one of all) {
    try {
      return get(one);
    } catch (reason) {
      fault = reason;
    }
  }
  throw fault;
}

/** The faces of several drawings as those of one. */
export function joinedFaces(all: readonly Faces[]): Faces {
  const first = entryAt(all, 0);
  const ownerOf = (family: string, variant: Variant): Faces =>
    firstOf(all, (faces) => {
      if (faces.kit.face(family, variant).family !== family) throw new Error(`the face ${family} is another one`);
      return faces;
    });
  return {
    kit: { ...first.kit, face: (family, variant) => firstOf(all, ({ kit }) => kit.face(family, variant)) },
    fontBytes: async (family, variant) => ownerOf(family, variant).fontBytes(family, variant),
    subsetFont: first.subsetFont,
  };
}
