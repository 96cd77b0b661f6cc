import type { Face, Variant } from './face.js';
import { type Markup, plainSpans, type Span } from './markup.js';
import type { KnownBlock } from './textBlock.js';

/** The faces and the reader of markup that a figure needs, ready before it is composed. */
export interface TypeKit {
  face(family: string, variant: Variant): Face;
  spans: Markup;
  /** Texts that have been set: layout sets the same words at several trial sizes. */
  blocks: Map<string, KnownBlock[]>;
}

/** A kit of faces that are at hand. A variant that is not is drawn in the regular one of its family. */
export function typeKit(faces: readonly Face[], markup?: Markup): TypeKit {
  const byName = new Map(faces.map((face) => [`${face.family} ${face.variant}`, face]));
  return {
    face(family, variant) {
      const face = byName.get(`${family} ${variant}`) ?? byName.get(`${family} regular`);
      if (!face) throw new Error(`the face ${family} ${variant} has not been loaded`);
      return face;
    },
    spans: markup ?? ((text): Span[] => plainSpans(text)),
    blocks: new Map(),
  };
}
