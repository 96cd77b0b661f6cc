import { type Problem, warning } from '../../problem/problem.js';
import type { Face } from '../../type/face.js';
import { hasSerifs } from '../../type/families.js';
import type { Shaping } from '../../type/openTypeFace.js';
import { facePackages, scriptName } from '../../type/scriptFaces.js';
import { isJoined, scriptCode, scriptRuns } from '../../type/scripts.js';
import { fontKey, knownOpenType, loadFamily, missingIn, type TypeRequest, variantsFor } from './loadFamily.js';

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
export async function furtherFaces(
  request: TypeRequest,
  main: Face,
  shaping: Shaping | undefined,
): Promise<FurtherFaces> {
  const { look, store, texts } = request;
  const found: FurtherFaces = { families: [], faces: [], fonts: new Map(), lacking: [], problems: [] };
  const add = (family: string, faces: readonly Face[]) => {
    if (!found.families.includes(family)) found.families.push(family);
    found.faces.push(...faces);
  };
  const wanted = variantsFor(request, look.text?.face as string);
  const beside = request.locate('chart')?.file;
  const { code: language } = request.language;
  const withSerifs = hasSerifs(main.family);
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
      wanted.map((variant) => store.source.scriptFace?.({ script, language, variant, withSerifs, beside })),
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
        scripts: found.lacking.map(scriptName),
        packages: [
          ...new Set(found.lacking.flatMap((script) => facePackages(script, language, withSerifs)[0]?.package ?? [])),
        ],
      }),
    );
  return found;
}

/** Where the letters of some scripts are there but nothing that joins them, this is said. */
export function shapingProblems({ texts }: TypeRequest, lacking: readonly string[] = []): Problem[] {
  const runs = texts.flatMap((text) => scriptRuns(text).flatMap(({ shaped }) => shaped ?? []));
  const scripts = [...new Set(runs)].filter((script) => isJoined(script) && !lacking.includes(script));
  return scripts.length > 0 ? [warning('shaping-missing', { scripts: scripts.map(scriptName) })] : [];
}
