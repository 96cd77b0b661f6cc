import { openParts, type Parts, WorkbookFault } from '../data/workbook/parts.js';
import type { FlowParagraph, FlowRun } from './flow.js';
import { bodyOf, captionOf, headingOf, lettersOf } from './flow.js';
import {
  type Found,
  type Look,
  TemplateFault,
  type TemplateForm,
  type TemplatePage,
  type TemplateStyle,
} from './found.js';
import { lookIn, numberOf, Styles, saidBy, type Theme, themeOf } from './wordStyles.js';
import { childOf, childrenOf, within, type XmlNode, xmlTree } from './xmlTree.js';

/** Pages are measured in twentieths of a point (ISO/IEC 29500-1, 17.18). */
const perPoint = 20;

/** The kind of a paragraph by the name of its style, which programs keep in English whatever they show. */
function kindOf(name: string): FlowParagraph['kind'] {
  if (/^(heading|title|subtitle|toc|table of|header|footer|index)/i.test(name)) return 'heading';
  return /^caption/i.test(name) ? 'caption' : 'text';
}

/** What a field of a count is of (17.16.5.56), such as "Figure". */
const countOf = (instruction: string): string | undefined => /^\s*SEQ\s+"?([^\s"\\]+)/i.exec(instruction)?.[1];

/** Parts of the text that are no words of it: those that a change has taken away, and what is said beside it. */
const notWords = new Set([
  'del',
  'moveFrom',
  'instrText',
  'delText',
  'txbxContent',
  'AlternateContent',
  'drawing',
  'pict',
  'object',
  'rPr',
  'pPr',
]);

/** Signs of the text that stand as elements. */
const signs: Readonly<Record<string, string>> = { br: '\n', cr: '\n', tab: ' ', noBreakHyphen: '-' };

const isPicture = (node: XmlNode): boolean =>
  /^(drawing|pict|object|AlternateContent)$/.test(node.name) && !within(node, 'blip', 'imagedata', 'chart').next().done;

class Paragraph {
  readonly runs: FlowRun[] = [];
  picture: FlowParagraph['picture'];
  private field: { instruction: string; isResult: boolean } | undefined;
  private readonly styles: Styles;
  private readonly theme: Theme;
  private readonly look: Look;

  constructor(node: XmlNode, styles: Styles, theme: Theme) {
    this.styles = styles;
    this.theme = theme;
    this.look = styles.lookOf(saidBy(childOf(node, 'pPr', 'pStyle')));
    this.walk(node, undefined);
    if (this.picture && !this.runs.some(({ text }) => text.trim() !== '')) this.picture = 'alone';
  }

  private say(text: string, look: Look, counts: string | undefined): void {
    if (text !== '') this.runs.push({ text, look, ...(counts === undefined ? {} : { counts }) });
  }

  private walk(node: XmlNode, counts: string | undefined): void {
    for (const child of node.children) {
      if (child.name === 'r') this.run(child, counts);
      else if (child.name === 'fldSimple') this.walk(child, countOf(child.attributes['instr'] ?? ''));
      else if (!notWords.has(child.name)) this.walk(child, counts);
    }
  }

  /** What is counted by the field that a run is the result of. */
  private get counted(): string | undefined {
    return this.field?.isResult ? countOf(this.field.instruction) : undefined;
  }

  private run(node: XmlNode, counts: string | undefined): void {
    const properties = childOf(node, 'rPr');
    const style = saidBy(childOf(properties, 'rStyle'));
    const ofStyle = style === undefined ? {} : this.styles.ownOf(style);
    const look = { ...this.look, ...ofStyle, ...lookIn(properties, this.theme) };
    for (const child of node.children) {
      const sign = child.name === 't' ? child.text : signs[child.name];
      if (sign !== undefined) this.say(sign, look, counts ?? this.counted);
      else if (child.name === 'fldChar') this.turn(child.attributes['fldCharType']);
      else if (child.name === 'instrText' && this.field) this.field.instruction += child.text;
      else if (isPicture(child)) this.picture = this.runs.some(({ text }) => text.trim() !== '') ? 'after' : 'before';
    }
  }

  private turn(type: string | undefined): void {
    if (type === 'begin') this.field = { instruction: '', isResult: false };
    else if (type === 'separate' && this.field) this.field.isResult = true;
    else if (type === 'end') this.field = undefined;
  }
}

/** The page of a section; landscape pages are as wide as they are shown. */
function pageIn(section: XmlNode): TemplatePage | undefined {
  const [size, margins] = [childOf(section, 'pgSz')?.attributes ?? {}, childOf(section, 'pgMar')?.attributes ?? {}];
  const points = (text: string | undefined) => (numberOf(text) ?? Number.NaN) / perPoint;
  const [width, height] = [points(size['w']), points(size['h'])];
  const gutter = numberOf(margins['gutter']) === undefined ? 0 : points(margins['gutter']);
  const left = points(margins['left'] ?? margins['start']) + gutter;
  const right = points(margins['right'] ?? margins['end']);
  // Margins above and below are negative where they hold whatever the head of the page needs.
  const [top, bottom] = [Math.abs(points(margins['top'])), Math.abs(points(margins['bottom']))];
  const text = width - left - right;
  if (![width, height, left, right, top, bottom].every(Number.isFinite) || text < perPoint) return undefined;
  const columns = childOf(section, 'cols');
  const own = childrenOf(columns, 'col').map(({ attributes }) => points(attributes['w']));
  const count = own.length || (numberOf(columns?.attributes['num']) ?? 1);
  const space = numberOf(columns?.attributes['space']) === undefined ? 36 : points(columns?.attributes['space']);
  const column = own.length > 1 ? Math.min(...own) : (text - (count - 1) * space) / count;
  return { width, height, left, right, top, bottom, text, ...(count > 1 && column > 0 ? { column } : {}) };
}

/** The page of the section with most letters. @param letters how many stand before the end of each section */
function pageOf(sections: readonly { section: XmlNode; letters: number }[]): Found<TemplatePage> | undefined {
  const pages = sections.flatMap(({ section, letters }, i) => {
    const page = pageIn(section);
    return page ? [{ page, letters, i }] : [];
  });
  const most = pages.reduce<(typeof pages)[number] | undefined>(
    (a, b) => (a && a.letters > b.letters ? a : b),
    undefined,
  );
  if (!most) return undefined;
  const which = sections.length === 1 ? 'the page setup' : `section ${most.i + 1} of ${sections.length}, the longest`;
  return { value: most.page, from: which };
}

/** A whole text, read for its style. */
function readText(document: XmlNode, styles: Styles, theme: Theme) {
  const paragraphs: FlowParagraph[] = [];
  const sections: { section: XmlNode; letters: number }[] = [];
  let letters = 0;
  // The last section stands behind all paragraphs, the others in the last paragraph of each.
  for (const node of within(document, 'p', 'sectPr')) {
    if (node.name === 'sectPr') {
      // What a section was before a change that is tracked.
      if (node.parent?.name === 'sectPrChange') continue;
      sections.push({ section: node, letters });
      letters = 0;
      continue;
    }
    const { runs, picture } = new Paragraph(node, styles, theme);
    const style = styles.nameOf(saidBy(childOf(node, 'pPr', 'pStyle')));
    letters += lettersOf({ runs });
    paragraphs.push({ kind: kindOf(style), style, runs, ...(picture ? { picture } : {}) });
  }
  return { paragraphs, sections };
}

/** The parts that another one names, by the last word of what they are to it. */
async function namedParts(parts: Parts, part: string): Promise<Map<string, string>> {
  const folder = part.slice(0, part.lastIndexOf('/') + 1);
  const tree = await xmlTree(parts, `${folder}_rels/${part.slice(folder.length)}.rels`);
  const found = new Map<string, string>();
  for (const { attributes } of childrenOf(tree, 'Relationship')) {
    const { Type = '', Target = '', TargetMode } = attributes;
    if (TargetMode === 'External') continue;
    found.set(Type.slice(Type.lastIndexOf('/') + 1), Target.startsWith('/') ? Target.slice(1) : `${folder}${Target}`);
  }
  return found;
}

async function read(bytes: Uint8Array): Promise<TemplateStyle> {
  const parts = await openParts(
    bytes,
    'it is a document of the older form .doc, or one that is locked with a password',
  ).catch((fault) => {
    if (fault instanceof WorkbookFault) throw new TemplateFault(fault.message);
    throw fault;
  });
  const main = (await namedParts(parts, '')).get('officeDocument') ?? 'word/document.xml';
  const beside = await namedParts(parts, main);
  const document = await xmlTree(parts, main);
  if (!document) throw new TemplateFault('it is no document of a word processor: it has no text');
  const theme = themeOf(await xmlTree(parts, beside.get('theme') ?? ''));
  const styles = new Styles(await xmlTree(parts, beside.get('styles') ?? ''), theme);
  const { paragraphs, sections } = readText(document, styles, theme);
  const page = pageOf(sections);
  const body = bodyOf(paragraphs) ?? { value: styles.lookOf(undefined), from: `style "${styles.nameOf(undefined)}"` };
  const caption = captionOf(paragraphs);
  const captionLook = styles.named('caption');
  const heading = headingOf(paragraphs) ?? styles.named('heading 1');
  const colors = [...theme.colors].map(([name, hex]) => ({ value: { name, hex }, from: 'the theme' }));
  // What programs offer for marks comes before what they offer for words.
  colors.sort((a, b) => Number(b.value.name.startsWith('accent')) - Number(a.value.name.startsWith('accent')));
  return {
    form: 'DOCX',
    ...(page ? { page } : {}),
    ...(Object.keys(body.value).length > 0 ? { body } : {}),
    ...(caption ? { caption } : {}),
    ...(captionLook ? { captionLook } : {}),
    ...(heading ? { heading } : {}),
    ...(styles.language ? { language: { value: styles.language, from: 'the language of its words' } } : {}),
    colors,
    left: [],
  };
}

/** Documents of word processors (ISO/IEC 29500). */
export const wordDocument: TemplateForm = { name: 'DOCX', endings: ['docx', 'dotx', 'docm', 'dotm'], read };
