import type { Plate } from '../../plate/plate.js';
import type { Face, Variant } from '../../type/face.js';
import type { Faces } from '../../type/faces.js';
import { isCompiled, shippedFace } from '../../type/shippedFaces.js';
import { typeKit } from '../../type/typeKit.js';
import { memory, type Source } from '../read/source.js';

/** The families and variants that the words of a plate are set in. */
function usedFaces({ items }: Plate): { family: string; variant: Variant }[] {
  const used = new Map<string, { family: string; variant: Variant }>();
  for (const item of items) {
    if (item.type !== 'text') continue;
    for (const { family, variant } of item.pieces) used.set(`${family} ${variant}`, { family, variant });
  }
  return [...used.values()];
}

async function faceOf(source: Source, family: string, variant: Variant): Promise<Face> {
  if (isCompiled(family)) return shippedFace(family, variant);
  const { openTypeFace } = await import('../../type/openTypeFace.js');
  return openTypeFace(family, variant, await source.shippedFont(family, variant));
}

/**
 * The faces of a plate that was read back from its file: those that ship.
 *
 * @throws {SourceFault} where a font file is not at hand
 */
export async function plateFaces(plate: Plate, source: Source = memory({})): Promise<Faces> {
  const faces = await Promise.all(usedFaces(plate).map(({ family, variant }) => faceOf(source, family, variant)));
  return {
    kit: typeKit(faces),
    fontBytes: (family, variant) => source.shippedFont(family, variant),
    subsetFont: source.subsetFont,
  };
}
