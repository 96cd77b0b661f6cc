import { escaped } from '../../export/xml.js';
import type { WordsLook } from '../documentCaption.js';
import type { BoundDocument, DocumentFigure } from '../documentForm.js';
import { isEastAsian } from '../letterForms.js';

/** The names of the paragraph styles, by use: those of the office programs where they have one. */
export const styles = {
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

export const points = (value: number) => `${Number(value.toFixed(2))}pt`;

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

/** Paragraphs that stay on the page of the one behind them. */
export const kept = (style: string) => `${style}_20_kept`;

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

/** A part of a document. */
export const part = (name: string, content: string): string =>
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

/** The part with the styles of a document and its page. */
export function stylesPart({ page, language, words, figures }: BoundDocument): string {
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
