import { readdir, readFile } from 'node:fs/promises';
import { homedir } from 'node:os';
import { basename, join } from 'node:path';
import type { FaceFiles } from '../../core/template/draftFaces.js';
import { fontNames } from '../../core/type/fontNames.js';

/** Where systems keep their typefaces. */
function fontFolders(): string[] {
  const home = homedir();
  const { LOCALAPPDATA, WINDIR } = process.env;
  if (process.platform === 'darwin') return [join(home, 'Library/Fonts'), '/Library/Fonts', '/System/Library/Fonts'];
  if (process.platform === 'win32')
    return [
      ...(LOCALAPPDATA ? [join(LOCALAPPDATA, 'Microsoft/Windows/Fonts')] : []),
      join(WINDIR ?? 'C:\\Windows', 'Fonts'),
    ];
  return [join(home, '.local/share/fonts'), join(home, '.fonts'), '/usr/local/share/fonts', '/usr/share/fonts'];
}

/** More files than this are not looked through. */
const mostFiles = 5000;

const plain = (name: string) => name.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

let listed: Promise<string[]> | undefined;

/** All files of typefaces that a style can name: TrueType and OpenType, without collections of several. */
async function allFiles(): Promise<string[]> {
  const found: string[] = [];
  for (const folder of fontFolders()) {
    const names = await readdir(folder, { recursive: true }).catch(() => []);
    for (const name of names.sort())
      if (/\.(ttf|otf)$/i.test(name) && found.length < mostFiles) found.push(join(folder, name));
  }
  return found;
}

interface Named {
  path: string;
  family: string;
  isBold: boolean;
  isItalic: boolean;
}

/** What a file says of its typeface; undefined where it is none, or one of another weight. */
async function nameOf(path: string): Promise<Named | undefined> {
  const names = await readFile(path).then(fontNames, () => undefined);
  const kind = names?.member.toLowerCase() ?? '';
  if (!names || !/^(regular|roman|book|normal|bold|italic|oblique|bold italic|bold oblique)$/.test(kind))
    return undefined;
  return { path, family: names.family, isBold: kind.includes('bold'), isItalic: /italic|oblique/.test(kind) };
}

/** The files of a typeface on this machine, by the name that the files say; undefined where its upright face is not there. */
export async function faceFiles(family: string): Promise<FaceFiles | undefined> {
  listed ??= allFiles();
  const wanted = plain(family);
  // Files are called after their typefaces; all others are not opened.
  const likely = (await listed).filter((path) => plain(basename(path)).startsWith(wanted.slice(0, 12)));
  const own = (await Promise.all(likely.map(nameOf))).filter(
    (one) => one !== undefined && plain(one.family) === wanted,
  ) as Named[];
  const of = (isBold: boolean, isItalic: boolean) =>
    own.find((one) => one.isBold === isBold && one.isItalic === isItalic)?.path;
  const [regular, bold, italic, boldItalic] = [of(false, false), of(true, false), of(false, true), of(true, true)];
  if (regular === undefined) return undefined;
  return { regular, ...(bold ? { bold } : {}), ...(italic ? { italic } : {}), ...(boldItalic ? { boldItalic } : {}) };
}
