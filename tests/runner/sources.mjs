import { createHash, randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { transformSync, version } from '@swc/core';

// Sources as tests load them: as Node's own modules, each compiled once and kept beside the libraries. All suites of a thread
// share them, so that what is fast when it is warm is warm for all but the first.

const root = fileURLToPath(new URL('../../', import.meta.url));
const kept = join(root, 'node_modules/.cache/hexis-tests');
mkdirSync(kept, { recursive: true });

const globals = new URL('./globals.mjs', import.meta.url).href;
const options = {
  jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
  module: { type: 'es6' },
  sourceMaps: 'inline',
};
const compilerKey = `${version} ${JSON.stringify(options)}`;

const withoutQuery = (url) => url.split('?')[0];

/** Sources name each other as what is compiled from them; the words of tests come from one file. */
export async function resolve(specifier, context, next) {
  if (specifier === '@jest/globals') return { url: globals, shortCircuit: true };
  const from = context.parentURL && withoutQuery(context.parentURL);
  if (from?.endsWith('.ts') && /^\.{1,2}\/.*\.js$/.test(specifier)) {
    const { href } = new URL(specifier.replace(/js$/, 'ts'), from);
    if (existsSync(fileURLToPath(href))) return { url: href, shortCircuit: true };
  }
  return next(specifier, context);
}

const hash = (text) => createHash('sha256').update(text).digest('hex');

/** What a source compiles to, kept under its path until its text is another one. */
function compiled(path) {
  const text = readFileSync(path, 'utf8');
  const at = join(kept, hash(relative(root, path)));
  const mark = `\n// ${hash(`${compilerKey} ${text}`)}`;
  const before = existsSync(at) ? readFileSync(at, 'utf8') : '';
  if (before.endsWith(mark)) return before;
  const code = `${transformSync(text, { filename: path, ...options }).code}${mark}`;
  // Another thread may compile the same file: each puts it there whole.
  const part = `${at}.${randomUUID()}`;
  writeFileSync(part, code);
  renameSync(part, at);
  return code;
}

export async function load(url, context, next) {
  const own = withoutQuery(url);
  if (!own.startsWith('file:') || !own.endsWith('.ts')) return next(url, context);
  return { format: 'module', source: compiled(fileURLToPath(own)), shortCircuit: true };
}
