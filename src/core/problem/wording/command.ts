import type { Description } from './description.js';
import { list, type Nearest, plural, written } from './phrases.js';

/** The command: the words of their problems. */
export const commandWordings = {
  'already-there': (f: { path: string }) => ({
    found: `${f.path} is already there and is left as it is`,
    expected: 'another folder, or a call that may replace it',
    write: '--replace',
  }),
  'kind-unknown': (f: { kind: string; known: string[] } & Nearest) => ({
    found: `there is no kind of chart "${f.kind}"`,
    expected: list(f.known),
    ...written(f),
  }),
  'kind-misfit': (f: { kind?: string | undefined; why: string[]; others: string[] }) => ({
    found: `the columns do not fit ${f.kind === undefined ? 'any kind of chart' : `the kind ${f.kind}`} (${f.why.join('; ')})`,
    expected:
      f.others.length === 0
        ? 'other columns; without any named, hexis chooses some'
        : `one of the kinds that they fit: ${list(f.others)}`,
    ...(f.others[0] === undefined ? {} : { write: `--kind ${f.others[0]}` }),
  }),
  'not-replaced': (f: { path: string }) => ({
    found: `${f.path} is there already, and is no file of this format`,
    expected: 'another name, or --replace, which writes over it',
  }),
  'output-is-input': (f: { path: string }) => ({
    found: `${f.path} would be written, and the figure is made from it`,
    expected: 'an output of another name',
    write: '-o drawings/',
  }),
  'not-writable': (f: { path: string; reason: string }) => ({ found: `${f.path} cannot be written: ${f.reason}` }),
  'library-missing': (f: { format: string; libraries: readonly string[]; reason: string }) => ({
    found: `${f.format} files need ${f.libraries.join(' and ')}, which cannot be loaded: ${f.reason}`,
    expected: `${f.libraries.length === 1 ? 'that library' : 'these libraries'} beside Hexis, or another format`,
    write: `npm install ${f.libraries.join(' ')}`,
  }),
  'watching-failed': (f: { reason: string }) => ({
    found: `the system cannot watch the files: ${f.reason}`,
    expected: 'a call without --watch',
  }),
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
  'check-refused': (f: { path: string; found: string }) => ({
    found: `${f.path} does not pass the check: ${f.found}`,
    expected: 'no findings, as --strict asks; waivers with a reason count as none',
    write: `hexis check ${f.path}`,
  }),
  'mend-board': (_: Record<never, never>) => ({
    found: 'this is a board, whose findings are mended in the files of its figures',
    expected: 'figure files, or a folder with some',
  }),
  'nothing-to-redo': (f: { path: string }) => ({
    found: `nothing of ${f.path} was taken back that could be made again`,
  }),
  'nothing-to-undo': (f: { path: string }) => ({
    found: `no change of ${f.path} is left to take back`,
    expected: 'a file that mend, match or the desk has changed',
  }),
  'changed-since': (f: { path: string; by: string }) => ({
    found: `the file was changed by hand after ${f.by} had changed it, so nothing is taken back`,
    expected: `the file as ${f.by} left it; version control or an editor may have it`,
  }),
  'rule-unknown': (f: { name: string; known: string[] } & Nearest) => ({
    found: `there is no rule "${f.name}"`,
    expected: list(f.known, 40),
    ...written(f),
  }),
  'table-unknown': (f: { name: string; known: string[] } & Nearest) => ({
    found: `the figure has no table of numbers "${f.name}"`,
    expected: list(f.known, 40),
    ...written(f),
  }),
  'no-figures': (f: { path: string }) => ({
    found: `${f.path} holds no figure file and no board`,
    expected: 'files whose names end in .figure.yaml or .board.yaml, or a folder with some',
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
  'nothing-to-explain': (f: { what: string } & Nearest) => ({
    found: `"${f.what}" is neither a setting nor a piece of ink of this figure`,
    expected: 'a setting such as bars.corner or axes.y, or ink such as series[0].marks[2], as "--as plate" names it',
    ...written(f),
  }),
  'option-missing': (f: { option: string; expects: string; example: string }) => ({
    found: `${f.option} is not given`,
    expected: f.expects,
    write: f.example,
  }),
  'name-part': (f: {
    pattern: string;
    reason: 'lacks' | 'unknown' | 'open' | 'empty';
    part: string;
    known: string[];
  }) => ({
    found: {
      lacks: `the name "${f.pattern}" asks for {${f.part}}, which this figure does not have`,
      unknown: `the name "${f.pattern}" asks for {${f.part}}, which stands for nothing`,
      open: `the name "${f.pattern}" has a brace that is not closed`,
      empty: `the name "${f.pattern}" gives a file no name`,
    }[f.reason],
    expected:
      f.reason === 'lacks'
        ? `"caption: { ${f.part}: … }" in the figure file`
        : f.known.map((part) => `{${part}}`).join(', '),
    write: '{id}',
  }),
} satisfies Record<string, (facts: never) => Description>;
