import type { Complex } from './complex.js';
import type { Face, Variant } from './face.js';
import { type Markup, plainSpans, type Span } from './markup.js';
import type { TextDirection } from './scripts.js';
import type { KnownBlock } from './textBlock.js';

/** The faces and the reader of markup that a figure needs, ready before it is composed. */
export interface TypeKit {
  face(family: string, variant: Variant): Face;
  spans: Markup;
  /** Families that have letters which the named ones lack, in the order in which they are asked. */
  further: readonly string[];
  /** What sets scripts that are shaped or run from the right; left out where no text has any. */
  complex?: Complex | undefined;
  /** In which direction the language of the texts runs. */
  direction: TextDirection;
  /** Texts that have been set: layout sets the same words at several trial sizes. */
  blocks: Map<string, KnownBlock[]>;
}

/** What a kit has beside faces. */
export type KitForm = Partial<Pick<TypeKit, 'further' | 'complex' | 'direction'>>;

/** A kit of faces that are at hand. A variant that is not is drawn in the nearest one of its family. */
export function typeKit(faces: readonly Face[], markup?: Markup, form: KitForm = {}): TypeKit {
  const byName = new Map(faces.map((face) => [`${face.family} ${face.variant}`, face]));
  return {
    face(family, variant) {
      const upright = variant === 'boldItalic' ? 'bold' : 'regular';
      const face =
        byName.get(`${family} ${variant}`) ?? byName.get(`${family} ${upright}`) ?? byName.get(`${family} regular`);
      if (!face) throw new Error(`the face ${family} ${variant} has not been loaded`);
      return face;
    },
    spans: markup ?? ((text): Span[] => plainSpans(text)),
    further: form.further ?? [],
    complex: form.complex,
    direction: form.direction ?? 'ltr',
    blocks: new Map(),
  };
}
