import type { Description } from './description.js';
import { list, type Nearest, written } from './phrases.js';

/** Files: the words of their problems. */
export const filesWordings = {
  'file-missing': (f: { path: string; what: string; named: boolean } & Nearest) => ({
    found: `there is no file ${f.path}`,
    expected: f.named ? `${f.what}, with its path from the folder of the file that names it` : f.what,
    ...written(f),
  }),
  'codebook-broken': (f: { form: string; reason: string }) => ({
    found: `the codebook is no ${f.form}: ${f.reason}`,
    expected: 'the file as the archive gives it out',
  }),
  'codebook-foreign': (f: { found: string }) => ({
    found: `this is no codebook, but ${f.found}`,
    expected: 'a codebook of Hexis, a DDI Codebook, a Table Schema or Data Package, or metadata of CSV on the Web',
  }),
  'codebook-bare': (_: object) => ({
    found: 'the codebook names no variables',
    expected: 'variables, fields or columns with names',
  }),
  'format-needs': (f: { format: string; needs: string }) => ({
    found: `${f.format} cannot be written here`,
    expected: f.needs,
  }),
  'file-unreadable': (f: { path: string; reason: string }) => ({
    found: `${f.path} cannot be read: ${f.reason}`,
  }),
  'table-otherwise': (f: { path: string; is: string; expects: string }) => ({
    found: `${f.path} cannot be read as lines of text: ${f.is}`,
    expected: f.expects,
  }),
  'board-empty': (_: Record<never, never>) => ({
    found: 'the board names no figures',
    expected: 'figure files, such as [a.figure.yaml, b.figure.yaml]',
  }),
  'board-small': (f: { count: number }) => ({
    found: `the size leaves no room for ${f.count} figures`,
    expected: 'a larger board, or another number of figures "across"',
  }),
  'report-empty': (_: Record<never, never>) => ({
    found: 'the report names no figures',
    expected: 'figure or board files, such as [a.figure.yaml, b.figure.yaml]',
  }),
  'page-small': (f: { width: string; height: string; across: string; down: string }) => ({
    found: `a page of ${f.width} × ${f.height} with ${f.across} × ${f.down} between its margins has no room for a figure`,
    expected: 'a page of at least 4 × 4 cm between its margins',
  }),
  'figure-twice': (f: { id: string; path: string }) => ({
    found: `two figures of the report are called "${f.id}", so that neither could be found again in a document`,
    expected: `an "id" of its own for ${f.path}, or another name of the file`,
  }),
  'number-unknown': (f: { found: string; known: string[] }) => ({
    found: `the report has no figure ${f.found}`,
    expected: list(f.known),
  }),
  'template-unread': (f: { path: string; reason: string; expects: string }) => ({
    found: `the style of ${f.path} cannot be read: ${f.reason}`,
    expected: f.expects,
  }),
  'document-foreign': (f: { path: string; reason: string; expects: string }) => ({
    found: `${f.path} cannot be brought up to date: ${f.reason}`,
    expected: f.expects,
  }),
  'figure-not-there': (f: { id: string; label: string; document: string }) => ({
    found: `figure ${f.label} ("${f.id}") is not in ${f.document}`,
    expected: 'the picture as "hexis bind" put it in, moved or copied as one likes, under its name',
  }),
  'words-kept': (f: {
    id: string;
    label: string;
    part: 'title' | 'note' | 'picture';
    reason: 'more-than-words' | 'rewritten' | 'unmarked' | 'encoding';
  }) => {
    const part = { title: 'title', note: 'note', picture: 'alternative text' }[f.part];
    const why = {
      rewritten: 'its author has rewritten it',
      'more-than-words': 'it holds more than words: tracked changes, notes, comments, fields, links or symbols',
      unmarked: 'no mark shows where it stands in the document',
      encoding: 'its new words have letters that the encoding of the file may not have',
    }[f.reason];
    return {
      found: `the ${part} of figure ${f.label} ("${f.id}") stays as it is in the document: ${why}`,
      ...(f.reason === 'rewritten' ? { expected: 'that, or "--captions ours" for the words of the figure file' } : {}),
      ...(f.reason === 'unmarked'
        ? { expected: `the ${part} as "hexis bind" writes it into a document, moved or copied together with its mark` }
        : {}),
      ...(f.reason === 'encoding' ? { expected: 'a file in UTF-8' } : {}),
    };
  },
  'document-language': (f: { path: string; document: string; figures: string }) => ({
    found: `${f.path} is a document in "${f.document}", and its figures are in "${f.figures}"`,
    expected: `--language ${f.document}, or "language" in the report, to say which it shall be`,
  }),
  'document-outside': (f: { path: string; folder: string }) => ({
    found: `${f.path} has figures of the report and lies outside of ${f.folder}; it stays as it is`,
    expected: 'its own folder after "--into"',
  }),
  'set-foreign': (f: { path: string }) => ({
    found: `${f.path} says that files are to be moved, and was not written by Hexis on this machine; nothing was done of it`,
    expected: 'no such file in a folder that somebody else handed over',
    write: `delete ${f.path}`,
  }),
  'unfinished-left': (f: { path: string }) => ({
    found: `${f.path} was changed after a program was stopped that was just writing it; it stays as it is now`,
  }),
  'carried-broken': (f: { reason: string }) => ({
    found: `what the file carries cannot be given back: ${f.reason}`,
    expected: 'a picture or document as Hexis wrote it',
  }),
  'carries-nothing': (f: { forms: string }) => ({
    found: 'the file carries nothing of what it was made of',
    expected: `a picture or document by Hexis (${f.forms}) that no other program has written anew`,
  }),
  'file-empty': (f: { what: string; first: string }) => ({
    found: 'the file is empty',
    expected: f.what,
    write: f.first,
  }),
  'yaml-broken': (f: { reason: string; write?: string | undefined }) => ({
    found: f.reason,
    ...(f.write === undefined ? {} : { write: f.write }),
  }),
  'text-cut': (f: { key: string; text: string }) => {
    const number = /^([-+]?\d+), (\d+)$/.exec(f.text);
    return {
      found: `a comma inside { } ends the ${number ? 'number' : 'text'} of "${f.key}"`,
      expected: number ? 'a point before decimals' : 'quotation marks around a text with a comma',
      write: `${f.key}: ${number ? `${number[1]}.${number[2]}` : JSON.stringify(f.text)}`,
    };
  },
  'wrong-file-kind': (f: { found: string; expected: string }) => ({
    found: `this is a ${f.found} file`,
    expected: `a ${f.expected} file, which starts with "hexis: ${f.expected}/1"`,
  }),
  'file-kind-missing': (f: { kind: string }) => ({
    found: 'the file does not say what it is',
    expected: `a ${f.kind} file, which starts with "hexis: ${f.kind}/1"`,
    write: `hexis: ${f.kind}/1`,
  }),
  'file-kind-unknown': (f: { found: string; known: string[] } & Nearest) => ({
    found: `"hexis: ${f.found.slice(0, 60)}" is no kind of file that this version reads`,
    expected: list(f.known),
    ...(f.nearest === undefined ? {} : { write: `hexis: ${f.nearest}` }),
  }),
} satisfies Record<string, (facts: never) => Description>;
