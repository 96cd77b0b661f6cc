import { createTransformer } from '@swc/jest';

/**
 * Sources as tests run them. In the context that Jest makes for each suite every look at a name of the language goes through
 * the whole object of globals, which takes half the time of a drawing: each file takes the names that it uses from there once.
 */
const names = [
  'Array',
  'BigInt',
  'Error',
  'Float64Array',
  'Int32Array',
  'JSON',
  'Map',
  'Math',
  'Number',
  'Object',
  'Promise',
  'RangeError',
  'Reflect',
  'RegExp',
  'Set',
  'String',
  'Symbol',
  'TextDecoder',
  'TextEncoder',
  'Uint32Array',
  'Uint8Array',
  'WeakMap',
];
const uses = names.map((name) => [name, new RegExp(`(?<![.\\w$])${name}\\b`)]);

const compiler = createTransformer({
  jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
  module: { type: 'es6' },
  sourceMaps: 'inline',
});

function withNames(compiled) {
  const used = uses.flatMap(([name, pattern]) => (pattern.test(compiled.code) ? [name] : []));
  // On the first line, so that lines stay those of the source.
  return used.length === 0 ? compiled : { ...compiled, code: `const {${used}}=globalThis;${compiled.code}` };
}

export default {
  ...compiler,
  getCacheKey: (...file) => `${compiler.getCacheKey(...file)}-${names.length}`,
  process: (...file) => withNames(compiler.process(...file)),
  processAsync: async (...file) => withNames(await compiler.processAsync(...file)),
};
