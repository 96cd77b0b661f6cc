import { readdir, readFile, realpath, stat } from 'node:fs/promises';
import { dirname, extname, isAbsolute, join, relative, resolve, sep } from 'node:path';

/** Limits: depth of folders, number of files, and size of a file in bytes. */
const [deepest, mostFiles, mostBytes] = [8, 5000, 20e6];

/** A LaTeX file, decoded so that it is written back byte for byte. */
export interface TexFile {
  path: string;
  text: string;
  /** A file that is not UTF-8 is read with one character per byte. */
  encoding: 'utf8' | 'latin1';
}

/** The files of a folder with certain endings, by relative path. Links are not followed. */
export async function filesIn(folder: string, ending: RegExp, depth = 0): Promise<string[]> {
  const entries = await readdir(folder, { withFileTypes: true }).catch(() => []);
  const found: string[] = [];
  for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
    if (entry.name.startsWith('.') || entry.name === 'node_modules') continue;
    const path = join(folder, entry.name);
    if (entry.isDirectory() && depth < deepest) found.push(...(await filesIn(path, ending, depth + 1)));
    else if (entry.isFile() && ending.test(entry.name)) found.push(path);
  }
  return found.slice(0, mostFiles);
}

/** Where the comment of a line begins; the length of the line if it has none. */
export function remarkAt(line: string): number {
  for (let i = 0; i < line.length; i += 1) {
    if (line[i] === '\\') i += 1;
    else if (line[i] === '%') return i;
  }
  return line.length;
}

/** What a text includes by \input and \include outside comments. */
function takenIn(text: string): string[] {
  const found: string[] = [];
  for (const line of text.split('\n')) {
    const own = line.slice(0, remarkAt(line));
    for (const [, name] of own.matchAll(/\\(?:input|include|subfile)\s*\{([^{}\\]+)\}/g))
      found.push((name as string).trim());
  }
  return found;
}

async function readTex(path: string): Promise<TexFile | undefined> {
  const found = await stat(path).catch(() => undefined);
  if (!found?.isFile() || found.size > mostBytes) return undefined;
  const bytes = await readFile(path);
  try {
    const text = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes);
    return { path, text, encoding: 'utf8' };
  } catch {
    return { path, text: bytes.toString('latin1'), encoding: 'latin1' };
  }
}

const isWithin = (folder: string, path: string): boolean => {
  const way = relative(folder, path);
  return way !== '..' && !way.startsWith(`..${sep}`) && !isAbsolute(way);
};

/** Finds an included file, relative to the folder or to the file that includes it. */
async function takenFile(name: string, from: string, folder: string): Promise<string | undefined> {
  for (const base of [folder, dirname(from)])
    for (const path of extname(name) === '' ? [`${name}.tex`] : [`${name}.tex`, name]) {
      const whole = resolve(base, path);
      if ((await stat(whole).catch(() => undefined))?.isFile()) return whole;
    }
  return undefined;
}

/**
 * The LaTeX files of a folder, and what they take in, whatever its ending.
 *
 * @returns those within the folder, and those outside of it, which are not changed
 */
export async function texFiles(folder: string): Promise<{ inside: TexFile[]; outside: TexFile[] }> {
  const root = await realpath(folder);
  const waiting = (await filesIn(root, /\.(tex|ltx)$/i)).map((path) => ({ path, isInside: true }));
  const seen = new Set<string>();
  const [inside, outside]: [TexFile[], TexFile[]] = [[], []];
  for (let next = waiting.shift(); next && seen.size < mostFiles; next = waiting.shift()) {
    const { path } = next;
    if (seen.has(path)) continue;
    seen.add(path);
    const file = await readTex(path);
    if (!file) continue;
    (next.isInside ? inside : outside).push(file);
    for (const name of takenIn(file.text)) {
      const taken = await takenFile(name, path, root);
      const real = taken && (await realpath(taken).catch(() => undefined));
      if (taken && real) waiting.push({ path: real, isInside: isWithin(root, real) });
    }
  }
  return { inside, outside };
}
