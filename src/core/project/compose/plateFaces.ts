import type { Plate } from '../../plate/plate.js';
import type { Face, Variant } from '../../type/face.js';
import type { Faces } from '../../type/faces.js';
import { shippedFamilies } from '../../type/families.js';
import type { Shaping } from '../../type/openTypeFace.js';
import { isComplex, scriptCode } from '../../type/scripts.js';
import { typeKit } from '../../type/typeKit.js';
import { fontKey, knownOpenType, shippedFaces } from '../read/loadFamily.js';
import { memory, type Source, SourceFault } from '../read/source.js';
import { Store } from '../read/store.js';

/** A face that words of a plate are set in, with those words. */
interface UsedFace {
  family: string;
  variant: Variant;
  texts: string[];
}

/** The families and variants that the words of a plate are set in. */
function usedFaces({ items }: Plate): UsedFace[] {
  const used = new Map<string, UsedFace>();
  for (const item of items) {
    if (item.type !== 'text') continue;
    for (const { family, variant, text } of item.pieces) {
      const key = fontKey(family, variant);
      const face = used.get(key) ?? { family, variant, texts: [] };
      face.texts.push(text);
      used.set(key, face);
    }
  }
  return [...used.values()];
}

/** The font of a face that is made for the script of its words, where one of that name is installed. */
async function scriptFont({ source }: Store, used: UsedFace, language: string): Promise<Uint8Array> {
  const { family, variant, texts } = used;
  const scripts = new Set([...texts.join('')].flatMap((character) => scriptCode(character) ?? []));
  for (const script of scripts) {
    for (const withSerifs of [false, true]) {
      const found = await source.scriptFace?.({ script, language, variant, withSerifs });
      if (found?.family === family) return found.font;
    }
  }
  throw new SourceFault('missing', `the typeface ${family} is not at hand`);
}

/**
 * The faces of a plate that was read back from its file: those that ship, and those for scripts that are installed.
 *
 * @throws {SourceFault} where a font file is not at hand
 */
export async function plateFaces(plate: Plate, source: Source = memory({})): Promise<Faces> {
  const store = new Store(source);
  const { language = 'en' } = plate;
  const all = usedFaces(plate);
  const areComplex = all.some(({ texts }) => texts.some(isComplex));
  const shaper = areComplex ? await store.shaping() : undefined;
  const shaping: Shaping | undefined = shaper && { shaper, language };
  const fonts = new Map<string, Uint8Array>();
  const faceOf = async (used: UsedFace): Promise<Face> => {
    const { family, variant, texts } = used;
    if (shippedFamilies.includes(family)) {
      const [face] = await shippedFaces({ store, texts }, family, [variant], shaping);
      if (!face) throw new SourceFault('missing', `the typeface ${family} is not at hand`);
      return face;
    }
    const font = await scriptFont(store, used, language);
    fonts.set(fontKey(family, variant), font);
    return knownOpenType(store, [family, variant, font], shaping);
  };
  return {
    kit: typeKit(await Promise.all(all.map(faceOf))),
    fontBytes: async (family, variant) => fonts.get(fontKey(family, variant)) ?? store.shippedFont(family, variant),
    subsetFont: source.subsetFont,
  };
}
