import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { transformSync, version } from '@swc/core';

/**
 * Sources as tests load them: Node's own modules, each compiled once and kept beside the libraries. All suites of a process share them, so
 * that what is fast when it is warm is warm for all but the first.
 */
const kept = fileURLToPath(new URL('../../node_modules/.cache/hexis-tests/', import.meta.url));
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

function compiled(path) {
  const text = readFileSync(path, 'utf8');
  const at = join(kept, createHash('sha256').update(`${compilerKey} ${path} ${text}`).digest('hex'));
  if (existsSync(at)) return readFileSync(at, 'utf8');
  const { code } = transformSync(text, { filename: path, ...options });
  // Another process may compile the same file: each puts it there whole.
  const part = `${at}.${process.pid}`;
  writeFileSync(part, code);
  renameSync(part, at);
  return code;
}

export async function load(url, context, next) {
  const own = withoutQuery(url);
  if (!own.startsWith('file:') || !own.endsWith('.ts')) return next(url, context);
  return { format: 'module', source: compiled(fileURLToPath(own)), shortCircuit: true };
}
