import { compiledFace } from './compiledFace.js';
import type { Face, Variant } from './face.js';

type Load = () => Promise<{ table: string }>;

/** The faces that ship, each variant loaded when it is first asked for. A new one is a line here. */
const shipped: Readonly<Record<string, Record<Variant, Load>>> = {
  Arimo: {
    regular: () => import('./faces/arimo.regular.js'),
    bold: () => import('./faces/arimo.bold.js'),
    italic: () => import('./faces/arimo.italic.js'),
    boldItalic: () => import('./faces/arimo.boldItalic.js'),
  },
};

export const shippedFamilies: readonly string[] = Object.keys(shipped);

const loaded = new Map<string, Promise<Face>>();

/** A variant of a family that ships. */
export function shippedFace(family: string, variant: Variant): Promise<Face> {
  const key = `${family} ${variant}`;
  let face = loaded.get(key);
  if (!face) {
    face = (shipped[family] as Record<Variant, Load>)
      [variant]()
      .then(({ table }) => compiledFace(family, variant, table));
    loaded.set(key, face);
  }
  return face;
}
