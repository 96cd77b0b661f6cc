import { compiledFace } from './compiledFace.js';
import type { Face, Variant } from './face.js';

type Load = () => Promise<{ table: string }>;

/** Faces that are compiled into tables, each variant loaded when it is first asked for. The others are read from their files. */
const compiled: Readonly<Record<string, Record<Variant, Load>>> = {
  Arimo: {
    regular: () => import('./generated/arimo.regular.js'),
    bold: () => import('./generated/arimo.bold.js'),
    italic: () => import('./generated/arimo.italic.js'),
    boldItalic: () => import('./generated/arimo.boldItalic.js'),
  },
};

const loaded = new Map<string, Promise<Face>>();

export const isCompiled = (family: string): boolean => Object.hasOwn(compiled, family);

/** A variant of a compiled family. */
export function shippedFace(family: string, variant: Variant): Promise<Face> {
  const key = `${family} ${variant}`;
  let face = loaded.get(key);
  if (!face) {
    face = (compiled[family] as Record<Variant, Load>)
      [variant]()
      .then(({ table }) => compiledFace(family, variant, table));
    loaded.set(key, face);
  }
  return face;
}
