import type { TemplateHelp } from './found.js';

export type Options = ReadonlyMap<string, string>;

/** Options as they are written: `a4paper, margin=2.5cm`. */
function optionsIn(text: string): Map<string, string> {
  const found = new Map<string, string>();
  for (const part of text.match(/(?:\{[^{}]*\}|[^,{}])+/g) ?? []) {
    const [key = '', ...value] = part.split('=');
    if (key.trim() !== '')
      found.set(
        key.trim(),
        value
          .join('=')
          .trim()
          .replace(/^\{([\s\S]*)\}$/, '$1'),
      );
  }
  return found;
}

/** What a file says before its text. */
export interface Preamble {
  text: string;
  class: string;
  options: Options;
  packages: ReadonlyMap<string, Options>;
}

export const withoutComments = (text: string): string => text.replace(/(^|[^\\])((?:\\\\)*)%.*$/gm, '$1$2');

/** Where the text begins. */
const headOf = (text: string): string => text.split(/\\begin\s*\{document\}/)[0] ?? text;

const call = (name: string) => new RegExp(`\\\\${name}\\s*(?:\\[([^\\]]*)\\])?\\s*\\{([^{}]*)\\}`, 'g');

/** The packages that a file loads, with their options; those that are set later count too. */
function packagesIn(text: string): Map<string, Options> {
  const found = new Map<string, Map<string, string>>();
  const add = (name: string, options: Options) => found.set(name, new Map([...(found.get(name) ?? []), ...options]));
  for (const [, options = '', names = ''] of text.matchAll(call('(?:usepackage|RequirePackage)')))
    for (const name of names.split(',')) add(name.trim(), optionsIn(options));
  for (const [, , options = ''] of text.matchAll(call('geometry'))) add('geometry', optionsIn(options));
  for (const [, of, options = ''] of text.matchAll(call('captionsetup')))
    if (of === undefined || of === 'figure') add('caption', optionsIn(options));
  return found;
}

export const classCall = /\\documentclass\s*(?:\[([^\]]*)\])?\s*\{([^{}]*)\}/;
const loadedClass = /\\LoadClass\s*(?:\[([^\]]*)\])?\s*\{([^{}]*)\}/;

/** A class of the author's own that stands beside the document, with what it builds on in front. */
export async function withClass(text: string, { beside }: TemplateHelp): Promise<Preamble> {
  const [, given = '', name = ''] = classCall.exec(text) ?? [];
  const own = await beside(`${name.trim()}.cls`);
  const below = own === undefined ? '' : withoutComments(own);
  const [, loaded = '', base = name] = loadedClass.exec(below) ?? [];
  const all = `${below}\n${headOf(text)}`;
  return {
    text: all,
    class: base.trim(),
    options: new Map([...optionsIn(loaded), ...optionsIn(given)]),
    packages: packagesIn(all),
  };
}

export const isKoma = (name: string) => /^scr(artcl|reprt|book)$/.test(name);
