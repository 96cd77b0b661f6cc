import { escaped } from '../../export/xml.js';
import { loadMarkup, plainText, type Span } from '../../type/markup.js';
import type { WordsLook } from '../documentCaption.js';
import {
  type BoundDocument,
  type DocumentFigure,
  numberText,
  pictureFile,
  pictureName,
  titleText,
} from '../documentForm.js';
import { markName } from '../ownMarks.js';
import { kept, part, points, styles, stylesPart } from './odtStyles.js';
import { manifestOf, packedText } from './packedText.js';
import { sequenceOf } from './sequence.js';
import { spaced } from './spaced.js';

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
