import type { Description } from './description.js';
import { list, type Nearest } from './phrases.js';

/** Styles and faces: the words of their problems. */
export const stylesWordings = {
  'style-missing': (f: { name: string; known: string[] } & Nearest) => ({
    found: `there is no house style "${f.name}"`,
    expected: `${list(f.known)}, or the path of a style file`,
    ...(f.nearest === undefined ? {} : { write: `style: ${f.nearest}` }),
  }),
  'style-circle': (f: { chain: string[] }) => ({
    found: `the house styles extend each other in a circle: ${f.chain.join(' → ')}`,
    expected: 'a chain of styles that ends',
  }),
  'face-replaced': (f: { face: string; by: string }) => ({
    found: `the typeface "${f.face}" is not at hand; ${f.by} was taken, which has the same widths`,
    expected: `"text: { face: ${f.by} }", or the files of the face in "faces"`,
  }),
  'face-elsewhere': (f: { face: string }) => ({
    found: `the files of the typeface "${f.face}" are not at hand here`,
    expected: 'Arimo, or a face whose files "faces" names',
    write: 'face: Arimo',
  }),
  'face-unknown': (f: { face: string; known: string[] } & Nearest) => ({
    found: `the typeface "${f.face}" is not at hand`,
    expected: `${list(f.known)}, or a face whose files "faces" names`,
    ...(f.nearest === undefined
      ? { write: `faces:\n  ${f.face}: { regular: fonts/${f.face.replace(/\s/g, '')}.ttf }` }
      : { write: f.nearest }),
  }),
  'font-unreadable': (f: { path: string; reason: string }) => ({
    found: `${f.path} is not a font that can be read (${f.reason})`,
    expected: 'a TTF or OTF file',
  }),
  'variant-missing': (f: { face: string; variants: string[] }) => ({
    found: `the typeface "${f.face}" has no file for ${f.variants.join(', ')}; the regular face is drawn instead`,
    expected: `faces: ${f.face}: { ${f.variants[0]}: … }`,
  }),
  'glyph-missing': (f: { face: string; characters: string[]; scripts: string[]; packages: string[] }) => ({
    found: `the typeface "${f.face}" has no glyph for ${list(f.characters.map((c) => `"${c}"`))}; an empty box is drawn`,
    expected:
      f.scripts.length === 0
        ? 'a typeface that has it, named under "faces" and in "text.further"'
        : `a typeface for ${list(f.scripts)}, named under "faces" and in "text.further", or installed beside the project`,
    ...(f.packages.length === 0 ? {} : { write: `npm install ${f.packages.join(' ')}` }),
  }),
  'shaping-missing': (f: { scripts: string[] }) => ({
    found: `what shapes text is not at hand here, so letters of ${list(f.scripts)} neither join nor change places`,
    expected: 'a source with "shaper", as on a disk',
  }),
} satisfies Record<string, (facts: never) => Description>;
