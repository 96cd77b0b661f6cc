import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join, resolve } from 'node:path';
import type { ScriptFace, ScriptWish } from '../core/project/read/source.js';
import type { Variant } from '../core/type/face.js';
import { facePackages } from '../core/type/scriptFaces.js';
import { packageRoot } from './packageRoot.js';

/** Files of such packages, by the variant that each is. No script of theirs has slanted letters. */
const files: readonly { variant: Variant; weight: string }[] = [
  { variant: 'regular', weight: '400Regular' },
  { variant: 'bold', weight: '700Bold' },
];

/** The folder of a package that is installed beside a file, beside the project, or beside this one. */
function folderOf(name: string, beside: string | undefined): string | undefined {
  const places = [...(beside === undefined ? [] : [resolve(dirname(beside))]), process.cwd(), packageRoot];
  for (const from of places) {
    try {
      return dirname(createRequire(join(from, 'package.json')).resolve(`${name}/package.json`));
    } catch {
      // It is not installed there.
    }
  }
  return undefined;
}

/** Fonts that were read. Those of a package do not change. */
const fonts = new Map<string, Promise<Uint8Array | undefined>>();

function fontAt(path: string): Promise<Uint8Array | undefined> {
  let font = fonts.get(path);
  if (!font) {
    // One that is not there yet may be installed while the desk is open.
    font = readFile(path).catch(() => {
      fonts.delete(path);
      return undefined;
    });
    fonts.set(path, font);
  }
  return font;
}

/** A typeface for a script, of the packages that are installed. */
export async function scriptFace({
  script,
  language,
  variant,
  withSerifs,
  beside,
}: ScriptWish): Promise<ScriptFace | undefined> {
  const isBold = variant === 'bold' || variant === 'boldItalic';
  for (const { family, package: name } of facePackages(script, language, withSerifs)) {
    const folder = folderOf(name, beside);
    if (folder === undefined) continue;
    for (const file of isBold ? [...files].reverse() : files) {
      const path = join(folder, file.weight, `${family.replaceAll(' ', '')}_${file.weight}.ttf`);
      const font = await fontAt(path);
      if (font) return { family, variant: file.variant, font };
    }
  }
  return undefined;
}
