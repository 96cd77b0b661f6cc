import type { Description } from '../problem.js';
import { list, type Nearest, plural, written } from './phrases.js';

/** The command: the words of their problems. */
export const commandWordings = {
  'no-output-folder': (f: { folder: string; make: string }) => ({
    found: `the folder ${f.folder} does not exist`,
    expected: 'a folder to write into',
    write: f.make,
  }),
  'not-writable': (f: { path: string; reason: string }) => ({ found: `${f.path} cannot be written: ${f.reason}` }),
  'format-unknown': (f: { found: string; known: string[] } & Nearest) => ({
    found: `"${f.found}" is no format that can be written`,
    expected: list(f.known),
    ...written(f),
  }),
  'ending-missing': (f: { path: string; known: string[] }) => ({
    found: `the ending of ${f.path} does not say the format`,
    expected: `a file that ends in ${list(f.known.map((name) => `.${name}`))}, or a folder`,
  }),
  'one-file-many': (f: { path: string; count: number; what: string }) => ({
    found: `-o names one file, ${f.path}, for ${plural(f.count, f.what)}`,
    expected: 'a folder for several',
    write: `-o ${f.path.replace(/\.[^./\\]*$/, '')}/`,
  }),
  'same-output': (f: { path: string }) => ({
    found: `two figures would be written to ${f.path}`,
    expected: 'a different "id" in each figure file',
  }),
  'bad-option': (f: { option: string; found: string; expects: string; example: string }) => ({
    found: `${f.option} is "${f.found}"`,
    expected: f.expects,
    write: f.example,
  }),
  'picture-too-large': (f: { width: number; height: number; dpi: number; most: number }) => ({
    found: `${f.dpi} dots per inch make a picture of ${f.width} × ${f.height} pixels`,
    expected: `at most ${f.most} million pixels`,
    write: '--dpi 300',
  }),
} satisfies Record<string, (facts: never) => Description>;
