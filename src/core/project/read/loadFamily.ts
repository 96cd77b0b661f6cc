import { messageOf } from '../../messageOf.js';
import { nearest } from '../../problem/nearest.js';
import { error, hasErrors, type Place, type Problem, warning } from '../../problem/problem.js';
import { type TextRole, textRoles } from '../../schema/look/names.js';
import type { Look } from '../../schema/look.js';
import { type Face, type Variant, variantOf, variants } from '../../type/face.js';
import { shippedFamilies, shippedFor } from '../../type/families.js';
import type { Shaping } from '../../type/openTypeFace.js';
import { withRoom } from '../../type/readFont.js';
import { isComplex, isDirectionSign, scriptCode } from '../../type/scripts.js';
import { isCompiled, shippedFace } from '../../type/shippedFaces.js';
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
export function variantsFor({ look, texts, allVariants, caption }: TypeRequest, face: string): Variant[] {
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
async function tried({ store: { source } }: TypeRequest, font: Uint8Array, text: string): Promise<void> {
  const { UnreadableFont } = await import('../../type/openTypeFace.js');
  const bytes = withRoom(font);
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
  const { openTypeFace, UnreadableFont, withReadableShapes } = await import('../../type/openTypeFace.js');
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
        return withReadableShapes(await openTypeFace(family, variant, bytes, shaping), request.texts);
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
export function missingIn(face: Face, texts: readonly string[]): string[] {
  const rare = new Set(texts.flatMap((text) => text.match(beyondAscii) ?? []));
  return [...rare].filter(
    (character) => !/\s/u.test(character) && !isDirectionSign(character) && !face.covers(character),
  );
}

/** A face from a font file that is known to be whole. */
export async function knownOpenType(
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

/** Whether a letter is in none of the fonts that ship, which have no script that is shaped but Hebrew. */
const isElsewhere = (character: string): boolean => isComplex(character) && scriptCode(character) !== 'Hebr';

/** Loads the shipped faces from their compact tables, or from the font files if there is no table or it lacks a character. */
export async function shippedFaces(
  { store, texts }: Pick<TypeRequest, 'store' | 'texts'>,
  family: string,
  wanted: readonly Variant[],
  shaping: Shaping | undefined,
): Promise<Face[]> {
  const faces = isCompiled(family) ? await Promise.all(wanted.map((variant) => shippedFace(family, variant))) : [];
  if (faces[0] && missingIn(faces[0], texts).every(isElsewhere)) return faces;
  try {
    return await Promise.all(wanted.map((variant) => shippedOpenType(store, family, variant, shaping)));
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

export const fontKey = (family: string, variant: Variant): string => `${family} ${variant}`;

/** The faces of one typeface, ready. */
export async function loadFamily(
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
    : { faces: await shippedFaces(request, family, wanted, shaping), problems: [] };
  const problems = [...replaced, ...faults];
  if (!faces[0] && !hasErrors(problems)) problems.push(error('face-elsewhere', { face: family }, request.locate(path)));
  return { family, faces, problems };
}
