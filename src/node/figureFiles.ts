import { readdir, stat } from 'node:fs/promises';
import { isAbsolute, join } from 'node:path';
import { glob, isDynamicPattern } from 'tinyglobby';

/** File names that can be drawn. */
const drawable = /\.(figure|board)\.(ya?ml|json)$/i;

async function inFolder(folder: string): Promise<string[]> {
  const names = await readdir(folder, { recursive: true });
  return names
    .filter((name) => drawable.test(name) && !/(^|[/\\])(node_modules|\.)/.test(name))
    .sort()
    .map((name) => join(folder, name));
}

/**
 * The figure files and boards that some words of a call name: files as they are, of folders all that stand in them, and of
 * patterns with stars what fits, for shells that do not expand them.
 */
export async function figureFiles(words: readonly string[]): Promise<{ files: string[]; empty: string[] }> {
  const found: string[] = [];
  const empty: string[] = [];
  for (const word of words) {
    const there = await stat(word).catch(() => undefined);
    const own = there?.isDirectory()
      ? await inFolder(word)
      : there || !isDynamicPattern(word)
        ? [word]
        : (await glob(word.replaceAll('\\', '/'), { absolute: isAbsolute(word) })).sort();
    if (own.length === 0) empty.push(word);
    found.push(...own);
  }
  return { files: [...new Set(found)], empty };
}
