import { hasErrors, type Problem } from '../../problem/problem.js';
import { textRoles } from '../../schema/look/names.js';
import type { Settings } from '../../style/settings.js';
import type { Faces } from '../../type/faces.js';
import { hasMarkup, loadMarkup } from '../../type/markup.js';
import { isComplex } from '../../type/scripts.js';
import type { TypeKit } from '../../type/typeKit.js';
import { fontKey, loadFamily, missingIn, type TypeRequest } from './loadFamily.js';

/** The type of a figure, ready; without a kit where a face cannot be had. */
export interface LoadedType {
  kit?: TypeKit;
  /** The families that the names of typefaces stand for. */
  families: ReadonlyMap<string, string>;
  /** Fonts that were found for scripts, by family and variant. */
  fonts: ReadonlyMap<string, Uint8Array>;
  problems: Problem[];
}

/** Reads the font file behind a face, for formats that embed it. @param fonts that were found for scripts */
export function fontReader({ look, store, faceBase }: TypeRequest, fonts: LoadedType['fonts']): Faces['fontBytes'] {
  return async (family, variant) => {
    const found = fonts.get(fontKey(family, variant));
    if (found) return found;
    const files = look.faces?.[family];
    if (!files) return store.shippedFont(family, variant);
    return store.bytes(store.source.join(faceBase(family), files[variant] ?? files.regular));
  };
}

/** The names of all typefaces that the roles of a figure have, each with the setting that names it. */
function namedFaces({ look: { text } }: TypeRequest): Map<string, string> {
  const named = new Map([[text?.face as string, 'text.face']]);
  for (const role of textRoles) {
    const face = text?.[role]?.face;
    if (face !== undefined && !named.has(face)) named.set(face, `text.${role}.face`);
  }
  return named;
}

/** Makes the faces and the reader of markup ready that a figure needs, and nothing more. */
export async function loadType(request: TypeRequest): Promise<LoadedType> {
  const { store, texts, language } = request;
  const areComplex = texts.some(isComplex);
  const shaper = areComplex ? await store.shaping() : undefined;
  const shaping = shaper && { shaper, language: language.code };
  const loaded = await Promise.all(
    [...namedFaces(request)].map(async ([name, path]) => ({
      name,
      ...(await loadFamily(request, name, path, { shaping })),
    })),
  );
  const families = new Map(
    loaded.flatMap(({ name, family }) => (family === undefined ? [] : [[name, family] as const])),
  );
  const [main] = loaded[0]?.faces ?? [];
  // Texts are not known by their roles: a face of some of them is held against none.
  const lacking = main ? missingIn(main, texts) : [];
  const further =
    main && lacking.length > 0
      ? await (await import('./furtherFaces.js')).furtherFaces(request, main, shaping)
      : undefined;
  const unshaped =
    areComplex && !shaping ? (await import('./furtherFaces.js')).shapingProblems(request, further?.lacking) : [];
  const problems = [...loaded.flatMap((one) => one.problems), ...(further?.problems ?? []), ...unshaped];
  const fonts = further?.fonts ?? new Map();
  const all = [...loaded.flatMap((one) => one.faces), ...(further?.faces ?? [])];
  const faces = [...new Map(all.map((face) => [fontKey(face.family, face.variant), face])).values()];
  if (hasErrors(problems)) return { families, fonts, problems };
  const markup = texts.some(hasMarkup) ? await loadMarkup() : undefined;
  // A line of several faces is put together letter by letter, as one of several scripts is.
  const complex =
    areComplex || (further?.families.length ?? 0) > 0
      ? await (await import('../../type/complex.js')).loadComplex(store.source.wordBreaks)
      : undefined;
  const form = { further: further?.families ?? [], complex, direction: language.direction };
  return { kit: store.kit(faces, markup, form), families, fonts, problems };
}

/** The settings with the faces that are at hand. */
export function withFaces(settings: Settings, families: ReadonlyMap<string, string>): Settings {
  const { text } = settings;
  const faces = textRoles.flatMap((role) => {
    const { face } = text[role];
    return face === undefined ? [] : [[role, { ...text[role], face: families.get(face) ?? face }] as const];
  });
  return { ...settings, text: { ...text, ...Object.fromEntries(faces), face: families.get(text.face) ?? text.face } };
}
