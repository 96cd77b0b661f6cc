import { messageOf } from '../../messageOf.js';
import { nearest } from '../../problem/nearest.js';
import { error, hasErrors, type Place, type Problem, warning } from '../../problem/problem.js';
import { type TextRole, textRoles } from '../../schema/look/names.js';
import type { Look } from '../../schema/look.js';
import type { Settings } from '../../style/settings.js';
import { loadComplex } from '../../type/complex.js';
import { type Face, type Variant, variantOf, variants } from '../../type/face.js';
import type { Faces } from '../../type/faces.js';
import { shippedFamilies, shippedFor } from '../../type/families.js';
import { hasMarkup, loadMarkup } from '../../type/markup.js';
import type { Shaping } from '../../type/openTypeFace.js';
import { isComplex, isJoined, scriptCode, scriptRuns } from '../../type/scripts.js';
import { isCompiled, shippedFace } from '../../type/shippedFaces.js';
import type { TypeKit } from '../../type/typeKit.js';
import type { Language } from '../../words/language.js';
import { SourceFault } from './source.js';
import type { Store } from './store.js';

/** Files of a typeface that an author names. */
type FaceFiles = NonNullable<Look['faces']>[string];

/** What the type of a figure depends on. */
export interface TypeRequest {
  store: Store;
  /** The joined look, with the files that faces were named from. */
  look: Look;
  /** The file that names a face's files; its paths are relative to it. */
  faceBase(face: string): string;
  /** Every text that the figure shows. */
  texts: readonly string[];
  /** Whether some words are bold or slanted by looks of their own. */
  allVariants?: boolean | undefined;
  /** Whether number, title and note are drawn. */
  caption: boolean;
  /** The language of the texts. */
  language: Pick<Language, 'code' | 'direction'>;
  locate(path: string): Place | undefined;
}

const emphasized = /[*_]/;

const captionRoles: readonly TextRole[] = ['captionNumber', 'captionTitle', 'note'];

/** The variants that the roles of this drawing and the emphasis in its words ask for. */
function variantsFor({ look, texts, allVariants, caption }: TypeRequest, face: string): Variant[] {
  const wanted = new Set<Variant>(['regular']);
  for (const role of textRoles) {
    const style = look.text?.[role];
    if ((style?.face ?? look.text?.face) !== face) continue;
    const used = captionRoles.includes(role) ? caption : role !== 'heading' || look.heading?.show;
    if (used) wanted.add(variantOf(style?.weight === 'bold', style?.slant === 'italic'));
  }
  if (allVariants || texts.some((text) => emphasized.test(text))) for (const variant of variants) wanted.add(variant);
  return [...wanted];
}

/** No typeface has files of this size. */
const largestFont = 60e6;

/** The letters of some texts, each once; without those that are shaped, which the library that tries a font does not set. */
const wordsOf = (texts: readonly string[]): string =>
  [...new Set(texts.join(''))]
    .filter((letter) => !isComplex(letter))
    .sort()
    .join('')
    .slice(0, 2000);

const faceKey = (shaping: Shaping | undefined, ...of: readonly string[]): string =>
  JSON.stringify([...of, shaping?.language ?? null]);

/** Tries a font with all its letters: where it can be stopped, or here, where at least its faults are caught. */
async function tried({ store: { source } }: TypeRequest, bytes: Uint8Array, text: string): Promise<void> {
  const { UnreadableFont } = await import('../../type/openTypeFace.js');
  try {
    if (source.tryFont) await source.tryFont(bytes, text);
    else {
      const [{ create }, { fontTrial }] = await Promise.all([import('fontkit'), import('../../type/fontTrial.js')]);
      fontTrial(create, bytes, text);
    }
  } catch (fault) {
    throw new UnreadableFont(messageOf(fault));
  }
}

/** A font file that cannot be had. */
const fontProblem = ({ kind, message }: SourceFault, path: string, place: Place | undefined): Problem =>
  kind === 'missing'
    ? error('file-missing', { path, what: 'a font file', named: true }, place)
    : error('file-unreadable', { path, reason: message }, place);

async function ownFaces(
  request: TypeRequest,
  family: string,
  files: FaceFiles,
  wanted: readonly Variant[],
  shaping: Shaping | undefined,
): Promise<{ faces: Face[]; problems: Problem[] }> {
  const faces: Face[] = [];
  const problems: Problem[] = [];
  const without: Variant[] = [];
  const { openTypeFace, UnreadableFont } = await import('../../type/openTypeFace.js');
  for (const variant of wanted) {
    if (hasErrors(problems)) break;
    const reference = files[variant];
    if (reference === undefined) {
      without.push(variant);
      continue;
    }
    const path = request.store.source.join(request.faceBase(family), reference);
    const place = request.locate(`faces.${family}.${variant}`);
    try {
      const bytes = await request.store.bytes(path);
      if (bytes.length > largestFont) throw new UnreadableFont(`it has ${Math.round(bytes.length / 1e6)} MB`);
      const words = wordsOf(request.texts);
      const make = async () => {
        await tried(request, bytes, words);
        return openTypeFace(family, variant, bytes, shaping);
      };
      faces.push(await request.store.face(faceKey(shaping, family, variant, path, words), bytes, make));
    } catch (fault) {
      if (fault instanceof UnreadableFont)
        problems.push(error('font-unreadable', { path, reason: fault.message }, place));
      else if (fault instanceof SourceFault) problems.push(fontProblem(fault, path, place));
      else throw fault;
    }
  }
  if (without.length > 0 && !hasErrors(problems)) {
    problems.push(warning('variant-missing', { face: family, variants: without }, request.locate('text.face')));
  }
  return { faces, problems };
}

const beyondAscii = /[^\u0000-\u007e]/gu;

/** Characters that a face lacks, of those that occur. */
function missingIn(face: Face, texts: readonly string[]): string[] {
  const rare = new Set(texts.flatMap((text) => text.match(beyondAscii) ?? []));
  return [...rare].filter((character) => !/[\s\p{Cf}]/u.test(character) && !face.covers(character));
}

/** A face from a font file that is known to be whole. */
async function knownOpenType(
  store: Store,
  [family, variant, bytes]: readonly [string, Variant, Uint8Array],
  shaping: Shaping | undefined,
): Promise<Face> {
  const { openTypeFace } = await import('../../type/openTypeFace.js');
  return store.face(faceKey(shaping, family, variant), bytes, () => openTypeFace(family, variant, bytes, shaping));
}

async function shippedOpenType(
  store: Store,
  family: string,
  variant: Variant,
  shaping: Shaping | undefined,
): Promise<Face> {
  return knownOpenType(store, [family, variant, await store.shippedFont(family, variant)], shaping);
}

/** Loads the shipped faces from their compact tables, or from the font files if there is no table or it lacks a character. */
async function shippedKit(
  request: TypeRequest,
  family: string,
  wanted: readonly Variant[],
  shaping: Shaping | undefined,
): Promise<Face[]> {
  const faces = isCompiled(family) ? await Promise.all(wanted.map((variant) => shippedFace(family, variant))) : [];
  if (faces[0] && missingIn(faces[0], request.texts).length === 0) return faces;
  try {
    return await Promise.all(wanted.map((variant) => shippedOpenType(request.store, family, variant, shaping)));
  } catch (fault) {
    if (fault instanceof SourceFault) return faces;
    throw fault;
  }
}

/** The typeface family for a name: the author's own, a shipped one, or a shipped one with the same widths as a face that is not available. */
function familyFor(
  { look, locate }: TypeRequest,
  face: string,
  path: string,
): { family?: string; problems: Problem[] } {
  const named = Object.keys(look.faces ?? {});
  if (named.includes(face)) return { family: face, problems: [] };
  const family = shippedFor(face);
  const place = locate(path);
  if (family === undefined) {
    const known = [...shippedFamilies, ...named];
    return { problems: [error('face-unknown', { face, known, nearest: nearest(face, known) }, place)] };
  }
  return { family, problems: family === face ? [] : [warning('face-replaced', { face, by: family }, place)] };
}

/** The type of a figure, ready; without a kit where a face cannot be had. */
export interface LoadedType {
  kit?: TypeKit;
  /** The families that the names of typefaces stand for. */
  families: ReadonlyMap<string, string>;
  /** Fonts that were found for scripts, by family and variant. */
  fonts: ReadonlyMap<string, Uint8Array>;
  problems: Problem[];
}

const fontKey = (family: string, variant: Variant): string => `${family} ${variant}`;

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

/** The faces of one typeface, ready. */
async function loadFamily(
  request: TypeRequest,
  name: string,
  path: string,
  { wanted = variantsFor(request, name), shaping }: { wanted?: readonly Variant[]; shaping: Shaping | undefined },
): Promise<{ family?: string; faces: Face[]; problems: Problem[] }> {
  const { look } = request;
  const { family, problems: replaced } = familyFor(request, name, path);
  if (family === undefined) return { faces: [], problems: replaced };
  const files = look.faces?.[family];
  const { faces, problems: faults } = files
    ? await ownFaces(request, family, files, wanted, shaping)
    : { faces: await shippedKit(request, family, wanted, shaping), problems: [] };
  const problems = [...replaced, ...faults];
  if (!faces[0] && !hasErrors(problems)) problems.push(error('face-elsewhere', { face: family }, request.locate(path)));
  return { family, faces, problems };
}

/** Faces that have letters which the main one lacks. */
interface FurtherFaces {
  families: string[];
  faces: Face[];
  fonts: Map<string, Uint8Array>;
  /** Scripts of which letters are in none of them. */
  lacking: string[];
  problems: Problem[];
}

/** The faces for letters that the main one lacks: those that the style names for it, then those that are installed. */
async function furtherFaces(request: TypeRequest, main: Face, shaping: Shaping | undefined): Promise<FurtherFaces> {
  const { look, store, texts } = request;
  const found: FurtherFaces = { families: [], faces: [], fonts: new Map(), lacking: [], problems: [] };
  const add = (family: string, faces: readonly Face[]) => {
    if (!found.families.includes(family)) found.families.push(family);
    found.faces.push(...faces);
  };
  const wanted = variantsFor(request, look.text?.face as string);
  let missing = missingIn(main, texts);
  const rest = (face: Face | undefined) => {
    if (face) missing = missing.filter((character) => !face.covers(character));
  };
  for (const [i, name] of (look.text?.further ?? []).entries()) {
    if (missing.length === 0) break;
    // A face for a script has few variants; letters without one stand in the nearest.
    const files = look.faces?.[name];
    const own = files ? wanted.filter((variant) => files[variant] !== undefined) : wanted;
    const { family, faces, problems } = await loadFamily(request, name, `text.further.${i}`, { wanted: own, shaping });
    found.problems.push(...problems);
    if (family !== undefined) add(family, faces);
    rest(faces[0]);
  }
  for (const script of new Set(missing.map(scriptCode))) {
    if (script === undefined) continue;
    const fonts = await Promise.all(
      wanted.map((variant) => store.source.scriptFace?.({ script, language: request.language.code, variant })),
    );
    for (const font of fonts) {
      if (!font || found.fonts.has(fontKey(font.family, font.variant))) continue;
      const face = await knownOpenType(store, [font.family, font.variant, font.font], shaping);
      found.fonts.set(fontKey(font.family, font.variant), font.font);
      add(font.family, [face]);
      rest(face);
    }
    if (missing.some((character) => scriptCode(character) === script)) found.lacking.push(script);
  }
  if (missing.length > 0)
    found.problems.push(
      warning('glyph-missing', {
        face: main.family,
        characters: missing,
        scripts: found.lacking,
        language: request.language.code,
      }),
    );
  return found;
}

/** Where the letters of some scripts are there but nothing that joins them, this is said. */
function shapingProblems({ texts }: TypeRequest, lacking: readonly string[] = []): Problem[] {
  const runs = texts.flatMap((text) => scriptRuns(text).flatMap(({ shaped }) => shaped ?? []));
  const scripts = [...new Set(runs)].filter((script) => isJoined(script) && !lacking.includes(script));
  return scripts.length > 0 ? [warning('shaping-missing', { scripts })] : [];
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
  const further = main ? await furtherFaces(request, main, shaping) : undefined;
  const unshaped = areComplex && !shaping ? shapingProblems(request, further?.lacking) : [];
  const problems = [...loaded.flatMap((one) => one.problems), ...(further?.problems ?? []), ...unshaped];
  const fonts = further?.fonts ?? new Map();
  const all = [...loaded.flatMap((one) => one.faces), ...(further?.faces ?? [])];
  const faces = [...new Map(all.map((face) => [fontKey(face.family, face.variant), face])).values()];
  if (hasErrors(problems)) return { families, fonts, problems };
  const markup = texts.some(hasMarkup) ? await loadMarkup() : undefined;
  const complex = areComplex ? await loadComplex() : undefined;
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
