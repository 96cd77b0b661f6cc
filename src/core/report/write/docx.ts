import type { IRunOptions, TextRun } from 'docx';
import { unzipSync, type Zippable, zipSync } from 'fflate';
import { escaped, xmlText } from '../../export/xml.js';
import { recordOf } from '../../keys.js';
import type { Span } from '../../type/markup.js';
import { loadMarkup, plainText } from '../../type/markup.js';
import type { Language } from '../../words/language.js';
import type { WordsLook } from '../documentCaption.js';
import { type BoundDocument, type DocumentFigure, numberText, pictureName, titleText } from '../documentForm.js';
import { isEastAsian, type LetterForm, type LetterRun, letterRuns } from '../letterForms.js';
import { markName } from '../ownMarks.js';
import { sequenceOf } from './sequence.js';

type Docx = typeof import('docx');

/** The names of the paragraph styles, by use. An organisation's template may define them differently. */
export const styleIds = { caption: 'Caption', figure: 'Figure', note: 'FigureNote' } as const;

/** Word files measure pages in twentieths of a point, type in half points, and the library takes pictures in CSS pixels. */
const twips = (points: number) => Math.round(points * 20);
const halfPoints = (points: number) => Math.round(points * 2);
const pixels = (points: number) => (points * 96) / 72;

const hex = (color: string) => color.replace('#', '');

/** The name of the slot of a face that each form of letters takes. */
const slots = { eastAsian: 'eastAsia', complex: 'cs', fromRight: 'cs' } as const;

/** How a run of letters is set apart from plain ones: its slot, the face in it, and the side from which it runs. */
function letterLook({ form, script = '' }: LetterRun, look: WordsLook | undefined) {
  if (form === 'plain') return {};
  const slot = slots[form];
  const family = look?.further[script];
  const font = { ...(family === undefined ? {} : { [slot]: family }), hint: slot };
  return { font, ...(form === 'fromRight' ? { rightToLeft: true } : {}) };
}

/** A run in its document, with the form of its letters. */
function runOf(docx: Docx, run: LetterRun, options: Omit<IRunOptions, 'text'>, look?: WordsLook): TextRun {
  class OwnRun extends docx.TextRun {
    constructor() {
      super({ text: run.text, ...letterLook(run, look), ...options });
      // Letters of complex scripts that run from the left are said to be such.
      if (run.form === 'complex') this.properties.push(new docx.OnOffElement('w:cs'));
    }
  }
  return new OwnRun();
}

function runs(docx: Docx, spans: readonly Span[], look?: WordsLook): TextRun[] {
  return spans.flatMap(({ text, bold, italic, shift }) => {
    if (text === '\n') return [new docx.TextRun({ break: 1 })];
    const form = {
      // Emphasis inside italic text is upright, as in print.
      ...(bold || look?.bold ? { bold: true } : {}),
      ...(italic !== Boolean(look?.italic) ? { italics: true } : {}),
      ...(shift === 'super' ? { superScript: true } : {}),
      ...(shift === 'sub' ? { subScript: true } : {}),
    };
    return letterRuns(xmlText(text)).map((run) => runOf(docx, run, form, look));
  });
}

/** The faces of a text: of its own letters, and of those that it has beside them. */
function facesOf({ family, further }: WordsLook) {
  const entries = Object.entries(further);
  const firstIn = (isEast: boolean) => entries.find(([script]) => isEastAsian(script) === isEast)?.[1];
  const [eastAsia, cs] = [firstIn(true), firstIn(false)];
  if (eastAsia === undefined && cs === undefined) return family;
  return { ascii: family, cs: cs ?? family, eastAsia: eastAsia ?? family, hAnsi: family };
}

/** Paragraphs of a language that runs from the right begin there. */
const flowOf = ({ direction }: Language) => (direction === 'rtl' ? { bidirectional: true } : {});

/** The language of a document, as word processors tell apart those of several scripts. */
const languageOf = (code: string, { direction }: Language) => ({
  value: code,
  ...(direction === 'rtl' ? { bidirectional: code } : {}),
  ...(/^(zh|ja|ko)\b/.test(code) ? { eastAsia: code } : {}),
});

/** The number of a caption: a word, and the number as a field (SEQ) that word processors keep up to date. */
function numberRuns(docx: Docx, figure: DocumentFigure, { next, sequence }: Counts) {
  const { number, looks } = figure.caption;
  const { size, color, family, bold, italic } = looks.number;
  // The style of captions has the look of titles.
  const form = {
    bold,
    italics: italic,
    ...(size === looks.title.size ? {} : { size: halfPoints(size) }),
    ...(color === looks.title.color ? {} : { color: hex(color) }),
    ...(family === looks.title.family ? {} : { font: facesOf(looks.number) }),
  };
  const count = figure.entry.number;
  const ofRuns = (own: readonly LetterRun[]) => own.map((run) => runOf(docx, run, form, looks.number));
  const before = letterRuns(number.before);
  const restart = count === next ? '' : ` \\r ${count}`;
  return [
    // The count takes the form of what stands before it, be it nothing.
    ...ofRuns(before.length > 0 ? before : [{ text: '', form: 'plain' }]),
    new docx.SimpleField(`SEQ ${sequence} \\* ARABIC${restart}`, String(count)),
    ...ofRuns(letterRuns(number.after)),
  ];
}

/** Content between the two ends of a bookmark, by which an update finds it again. */
function marked<T>(docx: Docx, name: string, number: number, content: readonly T[]) {
  if (content.length === 0) return [];
  return [new docx.BookmarkStart(name, number), ...content, new docx.BookmarkEnd(number)] as T[];
}

const wordsOf = (spans: readonly Span[]): string => spans.map(({ text }) => text).join('');

function captionOf(docx: Docx, figure: DocumentFigure, counts: Counts, keepNext: boolean) {
  const { caption, id } = figure;
  const { TextRun, Paragraph } = docx;
  const title = marked(
    docx,
    markName('title', id, wordsOf(caption.title)),
    counts.mark,
    runs(docx, caption.title, caption.looks.title),
  );
  const between =
    title.length === 0 ? [] : [caption.arrange === 'stacked' ? new TextRun({ break: 1 }) : new TextRun({ text: ' ' })];
  return new Paragraph({
    style: styleIds.caption,
    ...flowOf(counts.language),
    keepNext,
    keepLines: true,
    children: [...numberRuns(docx, figure, counts), ...between, ...title],
  });
}

/** Stands in for a picture until the parts are packed, so that no picture is compressed twice. */
const placeOf = (id: string, format: 'svg' | 'png'): string => `${format} of ${id}`;
const placeBytes = (id: string, format: 'svg' | 'png') => new TextEncoder().encode(placeOf(id, format));

/** Running numbers of a document: of the next figure and of the next bookmark. */
interface Counts {
  next: number;
  mark: number;
  /** What is counted, as word processors of the language call it. */
  sequence: string;
  language: Language;
}

/** The bookmarks of a figure: around its title, its note and its picture. */
const marksOfFigure = 3;

function figureParts(docx: Docx, figure: DocumentFigure, counts: Counts, spansOf: (text: string) => Span[]) {
  const { Paragraph, ImageRun } = docx;
  const { caption, width, height, id, title, altText } = figure;
  const hasNote = caption.note.length > 0;
  const stacked = caption.arrange === 'stacked';
  const image = new ImageRun({
    type: 'svg',
    data: placeBytes(id, 'svg'),
    transformation: { width: pixels(width), height: pixels(height) },
    fallback: { type: 'png', data: placeBytes(id, 'png') },
    altText: { name: pictureName(id), title: xmlText(title), description: xmlText(altText) },
  });
  const flow = flowOf(counts.language);
  const picture = new Paragraph({
    style: styleIds.figure,
    ...flow,
    keepNext: !stacked || hasNote,
    children: marked(docx, markName('picture', id, altText), counts.mark + 1, [image]),
  });
  const note = hasNote
    ? [
        new Paragraph({
          style: styleIds.note,
          ...flow,
          keepLines: true,
          children: marked(
            docx,
            markName('note', id, wordsOf(caption.note)),
            counts.mark + 2,
            runs(docx, caption.note, caption.looks.note),
          ),
        }),
      ]
    : [];
  return [
    ...figure.before.map((text) => new Paragraph({ ...flow, children: runs(docx, spansOf(text)) })),
    ...(stacked
      ? [captionOf(docx, figure, counts, true), picture, ...note]
      : [picture, captionOf(docx, figure, counts, hasNote), ...note]),
  ];
}

/** A paragraph style that looks like some text of the house style. */
const look = (
  [id, name]: readonly [id: string, name: string],
  words: WordsLook,
  spacing: { before: number; after: number },
  keepNext = false,
) => ({
  id,
  name,
  basedOn: 'Normal',
  quickFormat: true,
  run: {
    font: facesOf(words),
    size: halfPoints(words.size),
    bold: false,
    italics: words.italic,
    color: hex(words.color),
  },
  paragraph: { spacing, keepNext },
});

/** Stands in for the list of figures. */
const listPlace = 'The list of figures';

/** How letters are set in the list of figures. */
const listForms: Readonly<Record<LetterForm, string>> = {
  plain: '',
  eastAsian: '<w:rPr><w:rFonts w:hint="eastAsia"/></w:rPr>',
  complex: '<w:rPr><w:rFonts w:hint="cs"/><w:cs/></w:rPr>',
  fromRight: '<w:rPr><w:rFonts w:hint="cs"/><w:rtl/></w:rPr>',
};

/** The list of figures as a field (TOC), filled in already; page numbers come when a word processor updates it. */
function listOfFigures(figures: readonly DocumentFigure[], { sequence, language }: Counts): string {
  const run = (content: string) => `<w:r>${content}</w:r>`;
  const char = (type: string, more = '') => run(`<w:fldChar w:fldCharType="${type}"${more}/>`);
  const begin = `${char('begin', ' w:dirty="true"')}${run(`<w:instrText xml:space="preserve"> TOC \\h \\z \\c "${sequence}" </w:instrText>`)}${char('separate')}`;
  return figures
    .map((figure, i) => {
      const bidi = language.direction === 'rtl' ? '<w:bidi/>' : '';
      const words = letterRuns(`${numberText(figure)} ${titleText(figure)}`.trim())
        .map(({ text, form }) => run(`${listForms[form]}<w:t xml:space="preserve">${escaped(text)}</w:t>`))
        .join('');
      const [before, behind] = [i === 0 ? begin : '', i === figures.length - 1 ? char('end') : ''];
      const space = i === figures.length - 1 ? '<w:spacing w:after="280"/>' : '';
      return `<w:p><w:pPr><w:pStyle w:val="TableofFigures"/>${bidi}${space}</w:pPr>${before}${words}${behind}</w:p>`;
    })
    .join('');
}

/** The timestamp of all files in the package: the earliest that a zip file can hold. */
const epoch = new Date(1980, 0, 1);
const epochText = '1980-01-01T00:00:00Z';

/** Styles that all others build on, which the library names and does not write. */
const bases =
  '<w:style w:type="paragraph" w:default="1" w:styleId="Normal"><w:name w:val="Normal"/><w:qFormat/></w:style>' +
  '<w:style w:type="character" w:default="1" w:styleId="DefaultParagraphFont"><w:name w:val="Default Paragraph Font"/><w:uiPriority w:val="1"/><w:semiHidden/></w:style>';

/** The styles that stand in a document; the library writes more. */
const usedStyles = ['Title', 'Caption', styleIds.figure, styleIds.note, 'TableofFigures'];

/** The styles of a document: those that it uses, and what they build on. */
const ownStyles = (text: string): string =>
  text
    .replace(/<w:style [^>]*w:styleId="(\w+)"[^>]*>.*?<\/w:style>/g, (style, id: string) =>
      usedStyles.includes(id) ? style : '',
    )
    .replace('</w:docDefaults>', `</w:docDefaults>${bases}`);

/** A field as the library writes it, with the text of its number. */
const counted =
  /(<w:r>(<w:rPr>(?:(?!<\/w:rPr>).)*<\/w:rPr>)<w:t[^>]*>[^<]*<\/w:t><\/w:r>)<w:fldSimple w:instr="([^"]*)"><w:r><w:t[^>]*>(\d+)<\/w:t><\/w:r><\/w:fldSimple>/g;

/**
 * The same field in the long form that word processors save, with the formatting of the text before it; some readers skip the
 * short form.
 */
function countField(_: string, before: string, form: string, instruction: string, count: string): string {
  const run = (content: string) => `<w:r>${form}${content}</w:r>`;
  const char = (type: string) => run(`<w:fldChar w:fldCharType="${type}"/>`);
  const code = run(`<w:instrText xml:space="preserve"> ${instruction} </w:instrText>`);
  return `${before}${char('begin')}${code}${char('separate')}${run(`<w:t>${count}</w:t>`)}${char('end')}`;
}

/**
 * Makes the bytes reproducible: the library writes the current time, and numbers pictures across all documents that it makes.
 */
function settled(bytes: Uint8Array, figures: readonly DocumentFigure[], counts: Counts): Uint8Array {
  const parts: Record<string, Uint8Array> = unzipSync(bytes);
  const edit = (name: string, change: (text: string) => string) => {
    const part = parts[name];
    if (part) parts[name] = new TextEncoder().encode(change(new TextDecoder().decode(part)));
  };
  edit('docProps/core.xml', (text) => text.replace(/(<dcterms:(created|modified)[^>]*>)[^<]*/g, `$1${epochText}`));
  edit('word/styles.xml', ownStyles);
  edit('word/document.xml', (text) => {
    let count = 0;
    return text
      .replace(counted, countField)
      .replace(/(<(?:wp:docPr|pic:cNvPr) id=")\d+/g, (_, start: string) => {
        if (start.startsWith('<wp')) count += 1;
        return `${start}${count}`;
      })
      .replace(new RegExp(`<w:p>(?:(?!</w:p>).)*${listPlace}.*?</w:p>`), () => listOfFigures(figures, counts));
  });
  const pictures = new Map(
    figures.flatMap(({ id, pictures: own }) =>
      (['svg', 'png'] as const).map((format) => [placeOf(id, format), own[format] as Uint8Array | string]),
    ),
  );
  for (const [name, part] of Object.entries(parts)) {
    const picture = name.startsWith('word/media/') ? pictures.get(new TextDecoder().decode(part)) : undefined;
    if (picture !== undefined) parts[name] = typeof picture === 'string' ? new TextEncoder().encode(picture) : picture;
  }
  const names = Object.keys(parts)
    .filter((name) => !name.endsWith('/'))
    .sort((a, b) => {
      const rank = (name: string) => (name === '[Content_Types].xml' ? 0 : name === '_rels/.rels' ? 1 : 2);
      return rank(a) - rank(b) || (a < b ? -1 : 1);
    });
  const files: Zippable = {};
  for (const name of names)
    files[name] = [parts[name] as Uint8Array, { mtime: epoch, level: name.endsWith('.png') ? 0 : 6 }];
  return zipSync(files);
}

/** A document for word processors (ISO/IEC 29500): captions with counting fields, pictures as SVG with PNG behind them. */
export async function docxDocument(document: BoundDocument): Promise<Uint8Array> {
  const docx: Docx = await import('docx');
  const { Document, Packer, Paragraph } = docx;
  const spansOf = await loadMarkup();
  const { title, author, page, figures, language } = document;
  const [first] = figures as [DocumentFigure];
  const { looks } = first.caption;
  const sequence = sequenceOf(document.words);
  const spoken = document.words.language;
  const counts: Counts = { next: 1, mark: 1, sequence, language: spoken };
  const flow = flowOf(spoken);
  const body = figures.flatMap((figure) => {
    const parts = figureParts(docx, figure, counts, spansOf);
    counts.next = figure.entry.number + 1;
    counts.mark += marksOfFigure;
    return parts;
  });
  const file = new Document({
    ...(title === undefined ? {} : { title: xmlText(plainText(spansOf(title))) }),
    creator: xmlText(author ?? 'Hexis'),
    lastModifiedBy: xmlText(author ?? 'Hexis'),
    styles: {
      default: {
        document: {
          run: { font: facesOf(looks.title), size: halfPoints(11), language: languageOf(language, spoken) },
          paragraph: { spacing: { after: 120, line: 276, lineRule: docx.LineRuleType.AUTO } },
        },
        title: { run: { size: halfPoints(20), bold: true }, paragraph: { spacing: { after: 240 }, keepNext: true } },
      },
      paragraphStyles: [
        look(['Caption', 'caption'], looks.title, { before: 200, after: 80 }),
        look([styleIds.figure, 'Figure'], looks.title, { before: 80, after: 80 }),
        look([styleIds.note, 'Figure Note'], looks.note, { before: 0, after: 240 }),
        {
          id: 'TableofFigures',
          name: 'table of figures',
          basedOn: 'Normal',
          paragraph: { spacing: { after: 40 } },
        },
      ],
    },
    sections: [
      {
        properties: {
          page: {
            size: { width: twips(page.width), height: twips(page.height) },
            margin: recordOf(['top', 'right', 'bottom', 'left'] as const, (side) => twips(page[side])),
          },
        },
        children: [
          ...(title === undefined
            ? []
            : [new Paragraph({ style: 'Title', ...flow, children: runs(docx, spansOf(title)) })]),
          ...(author === undefined ? [] : [new Paragraph({ ...flow, text: xmlText(author) })]),
          new Paragraph({ text: listPlace }),
          ...body,
        ],
      },
    ],
  });
  return settled(new Uint8Array(await Packer.toArrayBuffer(file)), figures, counts);
}
