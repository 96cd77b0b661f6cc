import { strToU8, type Zippable, zipSync } from 'fflate';
import { escaped } from '../../core/export/xml.js';
import type { WordsLook } from '../../core/report/documentCaption.js';
import {
  type BoundDocument,
  type DocumentFigure,
  numberText,
  pictureFile,
  pictureName,
  titleText,
} from '../../core/report/documentForm.js';
import { isEastAsian } from '../../core/report/letterForms.js';
import { markName } from '../../core/report/ownMarks.js';
import { loadMarkup, plainText, type Span } from '../../core/type/markup.js';
import { openTextType as mimetype } from './openTextType.js';
import { sequenceOf } from './sequence.js';
import { spaced } from './spaced.js';

/** The names of the paragraph styles, by use: those of the office programs where they have one. */
const styles = {
  title: 'Title',
  text: 'Text_20_body',
  caption: 'Figure',
  picture: 'Figure_20_Picture',
  note: 'Figure_20_Note',
  listHead: 'Illustration_20_Index_20_Heading',
  list: 'Illustration_20_Index_20_1',
} as const;

/** Names of styles have their signs by number; readers see them as they are. */
const shownName = (name: string) => name.replace(/_20_/g, ' ');

const points = (value: number) => `${Number(value.toFixed(2))}pt`;

/** The letters of a text: those of the West, of East Asia, and of complex scripts have a face each. */
function letters({ family, further, size, bold, italic, color }: WordsLook): string {
  const entries = Object.entries(further);
  const of = (isEast: boolean) => entries.find(([script]) => isEastAsian(script) === isEast)?.[1] ?? family;
  const slots: readonly [suffix: string, face: string][] = [
    ['', family],
    ['-asian', of(true)],
    ['-complex', of(false)],
  ];
  const said = slots.flatMap(([suffix, face]) => {
    const prefix = suffix === '' ? 'fo' : 'style';
    return [
      `${prefix}:font-family${suffix}="${escaped(`'${face}'`)}"`,
      `${prefix}:font-size${suffix}="${points(size)}"`,
      `${prefix}:font-weight${suffix}="${bold ? 'bold' : 'normal'}"`,
      `${prefix}:font-style${suffix}="${italic ? 'italic' : 'normal'}"`,
    ];
  });
  return `<style:text-properties ${said.join(' ')} fo:color="${color}"/>`;
}

/** Emphasis and raised letters, as one style each. */
type Form = Pick<Span, 'shift'> & {
  weight?: 'bold' | 'normal';
  slant?: 'italic' | 'normal';
  /** Of numbers that are set in another colour, size or face than their titles. */
  color?: string;
  size?: number;
  family?: string;
};

function formProperties({ weight, slant, shift, color, size, family }: Form): string {
  const all = (name: string, value: string) =>
    `fo:${name}="${value}" style:${name}-asian="${value}" style:${name}-complex="${value}"`;
  return [
    ...(weight ? [all('font-weight', weight)] : []),
    ...(slant ? [all('font-style', slant)] : []),
    ...(size ? [all('font-size', points(size))] : []),
    ...(family ? [all('font-family', escaped(`'${family}'`))] : []),
    ...(color ? [`fo:color="${color}"`] : []),
    ...(shift ? [`style:text-position="${shift} 58%"`] : []),
  ].join(' ');
}

/** The content while it is written, with the forms of words that it uses. */
class Content {
  private readonly forms = new Map<string, string>();

  private nameOf(properties: string): string {
    const known = this.forms.get(properties);
    if (known !== undefined) return known;
    const name = `T${this.forms.size + 1}`;
    this.forms.set(properties, name);
    return name;
  }

  /** What is written already, in a form; plain words stand by themselves. */
  formed(written: string, form: Form): string {
    const properties = formProperties(form);
    if (properties === '' || written === '') return written;
    return `<text:span text:style-name="${this.nameOf(properties)}">${written}</text:span>`;
  }

  spans(spans: readonly Span[], look?: Pick<WordsLook, 'italic' | 'bold'>): string {
    return spans
      .map(({ text, bold, italic, shift }) => {
        if (text === '\n') return '<text:line-break/>';
        // Emphasis inside italic text is upright, as in print.
        const slant = italic ? (look?.italic ? 'normal' : 'italic') : undefined;
        const weight = bold && !look?.bold ? 'bold' : undefined;
        return this.formed(spaced(text), {
          ...(weight ? { weight } : {}),
          ...(slant ? { slant } : {}),
          ...(shift ? { shift } : {}),
        });
      })
      .join('');
  }

  get formStyles(): string {
    return [...this.forms]
      .map(
        ([properties, name]) =>
          `<style:style style:name="${name}" style:family="text"><style:text-properties ${properties}/></style:style>`,
      )
      .join('');
  }
}

const paragraph = (style: string, content: string) => `<text:p text:style-name="${style}">${content}</text:p>`;

const bookmark = (name: string, content: string): string =>
  content === '' ? '' : `<text:bookmark-start text:name="${name}"/>${content}<text:bookmark-end text:name="${name}"/>`;

const wordsOf = (spans: readonly Span[]): string => spans.map(({ text }) => text).join('');

/** Running numbers of a document: of the next figure and of all figures so far. */
interface Counts {
  next: number;
  place: number;
  /** What is counted, as office programs of the language call it. */
  sequence: string;
  /** What stands before the count, where its signs would change places with it: programs take a count for a sign of its own. */
  turnedLead: string;
}

/** A count that office programs keep up to date. */
function countField(number: number, { next, place, sequence }: Counts): string {
  const formula = number === next ? `ooow:${sequence}+1` : `ooow:${number}`;
  return `<text:sequence text:ref-name="ref${sequence}${place}" text:name="${sequence}" text:formula="${formula}" style:num-format="1">${number}</text:sequence>`;
}

/** Keeps digits beside a count in their order among letters that run from the right (U+200E, Unicode Bidirectional Algorithm). */
const fromLeft = '\u200e';

function captionOf(content: Content, figure: DocumentFigure, counts: Counts, style: string): string {
  const { caption, id, entry } = figure;
  const { number, looks } = caption;
  const { turnedLead } = counts;
  const form: Form = {
    ...(looks.number.bold === looks.title.bold ? {} : { weight: looks.number.bold ? 'bold' : 'normal' }),
    ...(looks.number.italic === looks.title.italic ? {} : { slant: looks.number.italic ? 'italic' : 'normal' }),
    ...(looks.number.color === looks.title.color ? {} : { color: looks.number.color }),
    ...(looks.number.size === looks.title.size ? {} : { size: looks.number.size }),
    ...(looks.number.family === looks.title.family ? {} : { family: looks.number.family }),
  };
  const word = number.before.slice(0, number.before.length - turnedLead.length);
  const before = turnedLead === '' ? number.before : `${word}${fromLeft}${turnedLead}`;
  const after = turnedLead === '' ? number.after : `${fromLeft}${number.after}`;
  // The count takes the form of the words around it.
  const numbered = content.formed(`${spaced(before)}${countField(entry.number, counts)}${spaced(after)}`, form);
  const title = bookmark(markName('title', id, wordsOf(caption.title)), content.spans(caption.title, looks.title));
  const between = title === '' ? '' : caption.arrange === 'stacked' ? '<text:line-break/>' : ' ';
  return paragraph(style, `${numbered}${between}${title}`);
}

function pictureOf({ id, title, altText, width, height }: DocumentFigure): string {
  const image = (ending: string, type: string) =>
    `<draw:image xlink:href="Pictures/${escaped(pictureFile(id))}.${ending}" xlink:type="simple" xlink:show="embed" xlink:actuate="onLoad" draw:mime-type="${type}"/>`;
  const said = [
    ...(title === '' ? [] : [`<svg:title>${escaped(title)}</svg:title>`]),
    `<svg:desc>${escaped(altText)}</svg:desc>`,
  ].join('');
  // Programs show the first that they know.
  return `<draw:frame draw:style-name="Picture" draw:name="${escaped(pictureName(id))}" text:anchor-type="as-char" svg:width="${points(width)}" svg:height="${points(height)}">${image('svg', 'image/svg+xml')}${image('png', 'image/png')}${said}</draw:frame>`;
}

/** Paragraphs that stay on the page of the one behind them. */
const kept = (style: string) => `${style}_20_kept`;

function figureParts(
  content: Content,
  figure: DocumentFigure,
  counts: Counts,
  spansOf: (text: string) => Span[],
): string {
  const { caption, id, altText } = figure;
  const isStacked = caption.arrange === 'stacked';
  const words = content.spans(caption.note, caption.looks.note);
  const note = words === '' ? '' : paragraph(styles.note, bookmark(markName('note', id, wordsOf(caption.note)), words));
  const picture = bookmark(markName('picture', id, altText), pictureOf(figure));
  const hasNext = !isStacked || note !== '';
  return [
    ...figure.before.map((text) => paragraph(styles.text, content.spans(spansOf(text)))),
    ...(isStacked
      ? [
          captionOf(content, figure, counts, kept(styles.caption)),
          paragraph(hasNext ? kept(styles.picture) : styles.picture, picture),
        ]
      : [
          paragraph(kept(styles.picture), picture),
          captionOf(content, figure, counts, note === '' ? styles.caption : kept(styles.caption)),
        ]),
    note,
  ].join('');
}

/** The last entry of the list of figures, which stands off from the text. */
const lastOfList = 'P1';

/** The list of figures, with its entries written out; page numbers come when a program brings it up to date. */
function listOfFigures(figures: readonly DocumentFigure[], sequence: string): string {
  const entries = figures.map((figure, i) =>
    paragraph(
      i === figures.length - 1 ? lastOfList : styles.list,
      spaced(`${numberText(figure)} ${titleText(figure)}`.trim()),
    ),
  );
  const template = `<text:index-title-template text:style-name="${styles.listHead}"/><text:illustration-index-entry-template text:style-name="${styles.list}"><text:index-entry-text/><text:index-entry-tab-stop style:type="right" style:leader-char="."/><text:index-entry-page-number/></text:illustration-index-entry-template>`;
  return `<text:illustration-index text:protected="false" text:name="Figures"><text:illustration-index-source text:caption-sequence-name="${sequence}" text:caption-sequence-format="text">${template}</text:illustration-index-source><text:index-body>${entries.join('')}</text:index-body></text:illustration-index>`;
}

const namespaces = {
  office: 'urn:oasis:names:tc:opendocument:xmlns:office:1.0',
  style: 'urn:oasis:names:tc:opendocument:xmlns:style:1.0',
  text: 'urn:oasis:names:tc:opendocument:xmlns:text:1.0',
  draw: 'urn:oasis:names:tc:opendocument:xmlns:drawing:1.0',
  fo: 'urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0',
  svg: 'urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0',
  xlink: 'http://www.w3.org/1999/xlink',
  dc: 'http://purl.org/dc/elements/1.1/',
  meta: 'urn:oasis:names:tc:opendocument:xmlns:meta:1.0',
} as const;

const declared = Object.entries(namespaces)
  .map(([prefix, uri]) => `xmlns:${prefix}="${uri}"`)
  .join(' ');

const part = (name: string, content: string): string =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<office:${name} ${declared} office:version="1.3">${content}</office:${name}>\n`;

/** A paragraph style. @param between distances above and below, in points */
const paragraphStyle = (
  name: string,
  {
    parent = 'Standard',
    between = [0, 0],
    more = '',
    words = '',
  }: { parent?: string; between?: readonly [number, number]; more?: string; words?: string },
): string => {
  const shown = name === shownName(name) ? '' : ` style:display-name="${shownName(name)}"`;
  const space = `fo:margin-top="${points(between[0])}" fo:margin-bottom="${points(between[1])}"`;
  return `<style:style style:name="${name}"${shown} style:family="paragraph" style:parent-style-name="${parent}" style:class="text"><style:paragraph-properties ${space}${more}/>${words}</style:style>`;
};

const keep = ' fo:keep-with-next="always"';

function stylesPart({ page, language, words, figures }: BoundDocument): string {
  const [first] = figures as [DocumentFigure];
  const { looks } = first.caption;
  const isTurned = words.language.direction === 'rtl';
  const [tongue = '', ...others] = language.split('-');
  const country = others.find((one) => /^[A-Za-z]{2}$/.test(one))?.toUpperCase() ?? 'none';
  const spoken = ['', '-asian', '-complex']
    .map(
      (suffix) =>
        `${suffix === '' ? 'fo' : 'style'}:language${suffix}="${escaped(tongue)}" ${suffix === '' ? 'fo' : 'style'}:country${suffix}="${country}"`,
    )
    .join(' ');
  const plain: WordsLook = { ...looks.title, size: 11, bold: false, italic: false, color: '#000000' };
  const turned = isTurned ? ' style:writing-mode="rl-tb" fo:text-align="end"' : '';
  const body = letters(plain).replace('/>', ` ${spoken}/>`);
  const margins = (['top', 'bottom', 'left', 'right'] as const)
    .map((side) => `fo:margin-${side}="${points(page[side])}"`)
    .join(' ');
  // "Caption" is what the programs build captions of all kinds on.
  const named = [
    `<style:style style:name="Standard" style:family="paragraph" style:class="text"><style:paragraph-properties${turned}/></style:style>`,
    paragraphStyle(styles.text, { between: [0, 6], more: ' fo:line-height="115%"' }),
    paragraphStyle('Heading', { between: [12, 6], more: keep }),
    paragraphStyle(styles.title, {
      parent: 'Heading',
      between: [0, 12],
      words: letters({ ...plain, size: 20, bold: true }),
    }),
    paragraphStyle('Caption', { between: [10, 4], words: letters({ ...looks.title, bold: looks.title.bold }) }),
    paragraphStyle(styles.caption, { parent: 'Caption', between: [10, 4] }),
    paragraphStyle(kept(styles.caption), { parent: styles.caption, between: [10, 4], more: keep }),
    paragraphStyle(styles.picture, { between: [4, 4] }),
    paragraphStyle(kept(styles.picture), { parent: styles.picture, between: [4, 4], more: keep }),
    paragraphStyle(styles.note, { between: [0, 12], words: letters(looks.note) }),
    paragraphStyle('Index', {}),
    paragraphStyle(styles.listHead, { parent: 'Heading' }),
    paragraphStyle(styles.list, { parent: 'Index', between: [0, 2] }),
    `<style:style style:name="Graphics" style:family="graphic"><style:graphic-properties text:anchor-type="as-char" style:vertical-pos="top" style:vertical-rel="baseline"/></style:style>`,
  ];
  const layout = `<style:page-layout style:name="Page"><style:page-layout-properties fo:page-width="${points(page.width)}" fo:page-height="${points(page.height)}" style:print-orientation="${page.width > page.height ? 'landscape' : 'portrait'}" ${margins}${isTurned ? ' style:writing-mode="rl-tb"' : ''}/></style:page-layout>`;
  return part(
    'document-styles',
    `<office:styles><style:default-style style:family="paragraph">${body}</style:default-style>${named.join('')}</office:styles><office:automatic-styles>${layout}</office:automatic-styles><office:master-styles><style:master-page style:name="Standard" style:page-layout-name="Page"/></office:master-styles>`,
  );
}

const types: Readonly<Record<string, string>> = { xml: 'text/xml', svg: 'image/svg+xml', png: 'image/png' };

/** The list of all files of the package (OpenDocument 1.3, part 2). */
function manifestOf(names: readonly string[]): string {
  const entry = (path: string, type: string, more = '') =>
    `<manifest:file-entry manifest:full-path="${escaped(path)}"${more} manifest:media-type="${type}"/>`;
  const files = names.map((name) => entry(name, types[name.slice(name.lastIndexOf('.') + 1)] ?? ''));
  return `<?xml version="1.0" encoding="UTF-8"?>\n<manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.3">${entry('/', mimetype, ' manifest:version="1.3"')}${files.join('')}</manifest:manifest>\n`;
}

/** The timestamp of all files in the package: the earliest that a zip file can hold. */
const epoch = new Date(1980, 0, 1);

/** Packs the files of a document; its type stands first and uncompressed, by which programs know it. */
export function packedText(files: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const all: Zippable = { mimetype: [strToU8(mimetype), { level: 0, mtime: epoch }] };
  for (const [name, bytes] of files)
    if (name !== 'mimetype') all[name] = [bytes, { level: /\.(png|jpe?g|gif)$/i.test(name) ? 0 : 6, mtime: epoch }];
  return zipSync(all);
}

/** A document of text in the OpenDocument format (ISO/IEC 26300): captions that count, pictures as SVG with PNG behind them. */
export async function odtDocument(document: BoundDocument): Promise<Uint8Array> {
  const spansOf = await loadMarkup();
  const { title, author, figures, words } = document;
  const content = new Content();
  const turnedLead = words.language.direction === 'rtl' ? document.lead : '';
  const counts: Counts = { next: 1, place: 0, sequence: sequenceOf(words), turnedLead };
  const body = figures.map((figure) => {
    const made = figureParts(content, figure, counts, spansOf);
    counts.next = figure.entry.number + 1;
    counts.place += 1;
    return made;
  });
  const head = [
    ...(title === undefined ? [] : [paragraph(styles.title, content.spans(spansOf(title)))]),
    ...(author === undefined ? [] : [paragraph(styles.text, spaced(author))]),
    listOfFigures(figures, counts.sequence),
  ];
  const declaration = `<text:sequence-decls><text:sequence-decl text:display-outline-level="0" text:name="${counts.sequence}"/></text:sequence-decls>`;
  const picture =
    '<style:style style:name="Picture" style:family="graphic" style:parent-style-name="Graphics"><style:graphic-properties style:vertical-pos="top" style:vertical-rel="baseline"/></style:style>';
  const last = `<style:style style:name="${lastOfList}" style:family="paragraph" style:parent-style-name="${styles.list}"><style:paragraph-properties fo:margin-bottom="14pt"/></style:style>`;
  const meta = [
    ...(title === undefined ? [] : [`<dc:title>${escaped(plainText(spansOf(title)))}</dc:title>`]),
    `<meta:initial-creator>${escaped(author ?? 'Hexis')}</meta:initial-creator><dc:creator>${escaped(author ?? 'Hexis')}</dc:creator>`,
    `<dc:language>${escaped(document.language)}</dc:language>`,
  ].join('');
  const files = new Map<string, Uint8Array>();
  const put = (name: string, text: string) => files.set(name, new TextEncoder().encode(text));
  put(
    'content.xml',
    part(
      'document-content',
      `<office:automatic-styles>${last}${content.formStyles}${picture}</office:automatic-styles><office:body><office:text>${declaration}${head.join('')}${body.join('')}</office:text></office:body>`,
    ),
  );
  put('styles.xml', stylesPart(document));
  put('meta.xml', part('document-meta', `<office:meta>${meta}</office:meta>`));
  for (const { id, pictures } of figures)
    for (const ending of ['svg', 'png'] as const) {
      const own = pictures[ending] as Uint8Array | string;
      files.set(`Pictures/${pictureFile(id)}.${ending}`, typeof own === 'string' ? new TextEncoder().encode(own) : own);
    }
  put('META-INF/manifest.xml', manifestOf([...files.keys()]));
  return packedText(files);
}
