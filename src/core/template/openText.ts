import { openParts, WorkbookFault } from '../data/workbook/parts.js';
import { lengthInPoints } from '../schema/length.js';
import { bodyOf, captionOf, type FlowParagraph, type FlowRun, headingOf, lettersOf } from './flow.js';
import {
  type Found,
  isSize,
  type Look,
  TemplateFault,
  type TemplateForm,
  type TemplatePage,
  type TemplateStyle,
} from './found.js';
import { childOf, childrenOf, within, type XmlNode, xmlTree } from './xmlTree.js';

/** A style as it is written, with what it builds on. */
interface Style {
  name: string;
  look: Look;
  parent: string | undefined;
  /** The page that begins with a paragraph of it. */
  page?: string | undefined;
  /** How large its letters are beside those of what it builds on. */
  share?: number;
}

/** The letters of text are read as those of the West, where a style says several. */
const isTrue = (text: string | undefined, on: RegExp): boolean | undefined =>
  text === undefined ? undefined : on.test(text);

/** What a style says of letters. @param faces families by the names that the document gives them */
function lookIn(node: XmlNode | undefined, faces: ReadonlyMap<string, string>): { look: Look; share?: number } {
  const said = childOf(node, 'text-properties')?.attributes ?? {};
  const named = said['font-name'];
  const face = (named && faces.get(named)) ?? said['font-family']?.replace(/^['"]|['"]$/g, '') ?? named;
  const size = said['font-size'];
  const points = size === undefined ? undefined : lengthInPoints(size);
  const share = size?.endsWith('%') ? Number.parseFloat(size) / 100 : undefined;
  const bold = isTrue(said['font-weight'], /^(bold|[6-9]00)$/);
  const italic = isTrue(said['font-style'], /^(italic|oblique)$/);
  // A colour that the program chooses is none of the document.
  const isAutomatic = Object.entries(said).some(([key, value]) => /^use-.*-font-color$/.test(key) && value === 'true');
  const color = /^#[\da-f]{6}$/i.test(said['color'] ?? '') ? said['color']?.toLowerCase() : undefined;
  return {
    look: {
      ...(face ? { face } : {}),
      ...(isSize(points) ? { size: points } : {}),
      ...(bold === undefined ? {} : { bold }),
      ...(italic === undefined ? {} : { italic }),
      ...(color && !isAutomatic ? { color } : {}),
    },
    ...(share ? { share } : {}),
  };
}

/** Names of styles are written with their signs by number, as in `Text_20_body`. */
const plainName = (name: string): string =>
  name.replace(/_([\da-f]{2})_/gi, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16)));

/** The families of a document by the names that it gives them. */
function facesIn(trees: readonly (XmlNode | undefined)[]): Map<string, string> {
  const all = trees.flatMap((tree) => childrenOf(childOf(tree, 'font-face-decls'), 'font-face'));
  return new Map(
    all.flatMap(({ attributes: { name, 'font-family': family } }) =>
      name && family ? [[name, family.replace(/^['"]|['"]$/g, '')] as const] : [],
    ),
  );
}

/** The language of the words of a style. */
function languageIn(style: XmlNode | undefined): string | undefined {
  const { language, country } = childOf(style, 'text-properties')?.attributes ?? {};
  if (!language || language === 'none') return undefined;
  return country && country !== 'none' ? `${language}-${country}` : language;
}

/** The styles of a document, those with names and those that it made for itself. */
class Styles {
  private readonly paragraphs = new Map<string, Style>();
  private readonly letters = new Map<string, Style>();
  private readonly defaults: Look;
  readonly language: string | undefined;

  constructor(trees: readonly (XmlNode | undefined)[]) {
    const faces = facesIn(trees);
    const groups = trees.flatMap((tree) => [childOf(tree, 'styles'), childOf(tree, 'automatic-styles')]);
    const base = groups
      .flatMap((group) => childrenOf(group, 'default-style'))
      .find(({ attributes }) => attributes['family'] === 'paragraph');
    this.defaults = lookIn(base, faces).look;
    this.language = languageIn(base);
    for (const node of groups.flatMap((group) => childrenOf(group, 'style'))) {
      const { name, family } = node.attributes;
      const kind = family === 'paragraph' ? this.paragraphs : family === 'text' ? this.letters : undefined;
      if (name === undefined || !kind) continue;
      kind.set(name, {
        name: node.attributes['display-name'] ?? plainName(name),
        ...lookIn(node, faces),
        parent: node.attributes['parent-style-name'],
        page: node.attributes['master-page-name'] || undefined,
      });
    }
  }

  /** The styles that one builds on, the nearest first. */
  private chain(name: string | undefined, of = this.paragraphs): Style[] {
    const found: Style[] = [];
    const seen = new Set<string>();
    for (let at = name; at !== undefined && !seen.has(at); at = of.get(at)?.parent) {
      seen.add(at);
      const own = of.get(at);
      if (own) found.push(own);
    }
    return found;
  }

  private static joined(chain: readonly Style[], base: Look): Look {
    let look = base;
    for (const { look: own, share } of [...chain].reverse()) {
      const size = share !== undefined && look.size !== undefined ? { size: look.size * share } : {};
      look = { ...look, ...size, ...own };
    }
    return look;
  }

  lookOf(name: string | undefined): Look {
    return Styles.joined(this.chain(name ?? 'Standard'), this.defaults);
  }

  spanOf(name: string | undefined, base: Look): Look {
    return name === undefined ? base : Styles.joined(this.chain(name, this.letters), base);
  }

  /** The names of a style and of those that it builds on, but not those that the program made for one paragraph. */
  namesOf(name: string | undefined): string[] {
    const chain = this.chain(name ?? 'Standard').map((style) => style.name);
    const named = chain.filter((own) => !/^P\d+$/.test(own));
    return named.length > 0 ? named : ['Standard'];
  }

  pageOf(name: string | undefined): string | undefined {
    return this.chain(name).find(({ page }) => page !== undefined)?.page;
  }

  named(...names: string[]): Found<Look> | undefined {
    for (const wanted of names) {
      const own = [...this.paragraphs].find(([, style]) => style.name.toLowerCase() === wanted);
      if (own) return { value: this.lookOf(own[0]), from: `style "${own[1].name}"` };
    }
    return undefined;
  }
}

/** What a paragraph is by the names of its style and of those that it builds on. */
function kindOf(names: readonly string[]): FlowParagraph['kind'] {
  const is = (form: RegExp) => names.some((name) => form.test(name));
  if (is(/^(heading|title|subtitle|contents|header|footer|index|illustration index|table index)/i)) return 'heading';
  return is(/^(caption|illustration|figure|drawing|abbildung)$/i) ? 'caption' : 'text';
}

/** What stands in a paragraph and is no word of it. */
const notWords = new Set(['note', 'annotation', 'tracked-changes', 'bookmark-start', 'bookmark-end', 'title', 'desc']);

/** Signs of the text that stand as elements. */
const signs: Readonly<Record<string, string>> = { s: ' ', tab: ' ', 'line-break': '\n' };

/** A paragraph while it is read. */
class Paragraph {
  readonly runs: FlowRun[] = [];
  private picture: FlowParagraph['picture'];
  private readonly node: XmlNode;
  private readonly styles: Styles;

  constructor(node: XmlNode, styles: Styles) {
    this.node = node;
    this.styles = styles;
    this.walk(node, styles.lookOf(node.attributes['style-name']));
  }

  private get isEmpty(): boolean {
    return !this.runs.some(({ text }) => text.trim() !== '');
  }

  private walk(at: XmlNode, look: Look, counts?: string): void {
    for (const child of at.children) this.take(child, look, counts);
  }

  private take(child: XmlNode, look: Look, counts: string | undefined): void {
    const { name, attributes } = child;
    const sign = name === '#text' ? child.text.replace(/\s+/g, ' ') : signs[name];
    if (sign !== undefined) this.runs.push({ text: sign, look, ...(counts === undefined ? {} : { counts }) });
    else if (name === 'sequence') this.walk(child, look, attributes['name'] ?? '');
    else if (name === 'span') this.walk(child, this.styles.spanOf(attributes['style-name'], look), counts);
    else if (name !== 'frame') {
      if (!notWords.has(name)) this.walk(child, look, counts);
    } else if (childOf(child, 'image') || childOf(child, 'object')) this.picture = this.isEmpty ? 'before' : 'after';
  }

  /** It as part of the text. */
  get read(): FlowParagraph {
    const names = this.styles.namesOf(this.node.attributes['style-name']);
    const kind = this.node.name === 'h' ? 'heading' : kindOf(names);
    const picture = this.picture && this.isEmpty ? 'alone' : this.picture;
    return { kind, style: names[0] ?? 'Standard', runs: this.runs, ...(picture ? { picture } : {}) };
  }
}

/** The page behind a name of a kind of pages. */
function pageNamed(styles: XmlNode | undefined, name: string): Found<TemplatePage> | undefined {
  const masters = childrenOf(childOf(styles, 'master-styles'), 'master-page');
  const own = masters.find(({ attributes }) => attributes['name'] === name) ?? masters[0];
  const layouts = childrenOf(childOf(styles, 'automatic-styles'), 'page-layout');
  const layout = layouts.find(({ attributes }) => attributes['name'] === own?.attributes['page-layout-name']);
  const properties = childOf(layout, 'page-layout-properties');
  const said = properties?.attributes ?? {};
  const points = (key: string) => lengthInPoints(said[key] ?? '') ?? Number.NaN;
  const margin = (side: string) => (said[`margin-${side}`] === undefined ? points('margin') : points(`margin-${side}`));
  const [width, height] = [points('page-width'), points('page-height')];
  const [left, right, top, bottom] = [margin('left'), margin('right'), margin('top'), margin('bottom')];
  const text = width - left - right;
  if (!own || ![width, height, left, right, top, bottom].every(Number.isFinite) || text < 20) return undefined;
  const columns = childOf(properties, 'columns')?.attributes;
  const count = Number(columns?.['column-count'] ?? 1);
  const gap = lengthInPoints(columns?.['column-gap'] ?? '') ?? 0;
  const column = (text - (count - 1) * gap) / count;
  return {
    value: { width, height, left, right, top, bottom, text, ...(count > 1 && column > 0 ? { column } : {}) },
    from: `page style "${own.attributes['display-name'] ?? plainName(own.attributes['name'] ?? name)}"`,
  };
}

async function read(bytes: Uint8Array): Promise<TemplateStyle> {
  const parts = await openParts(bytes, 'it is a document of an older form').catch((fault) => {
    if (fault instanceof WorkbookFault) throw new TemplateFault(fault.message);
    throw fault;
  });
  const manifest = await xmlTree(parts, 'META-INF/manifest.xml');
  if (manifest && [...within(manifest, 'encryption-data')].length > 0)
    throw new TemplateFault('it is locked with a password');
  const [content, named] = [await xmlTree(parts, 'content.xml'), await xmlTree(parts, 'styles.xml')];
  const text = childOf(content, 'body', 'text');
  if (!text) throw new TemplateFault('it is no document of text in the OpenDocument format');
  const styles = new Styles([named, content]);
  const paragraphs: FlowParagraph[] = [];
  const pages = new Map<string, number>();
  let page = 'Standard';
  for (const node of within(text, 'p', 'h')) {
    page = styles.pageOf(node.attributes['style-name']) ?? page;
    const paragraph = new Paragraph(node, styles).read;
    paragraphs.push(paragraph);
    pages.set(page, (pages.get(page) ?? 0) + lettersOf(paragraph));
  }
  const [most] = [...pages].sort((a, b) => b[1] - a[1]);
  const found = pageNamed(named, most?.[0] ?? page);
  const columns = sectionColumns(content, found?.value.text);
  const body = bodyOf(paragraphs) ?? styles.named('text body', 'standard');
  const caption = captionOf(paragraphs);
  const captionLook = styles.named('figure', 'illustration', 'caption');
  const heading = headingOf(paragraphs) ?? styles.named('heading 1');
  return {
    form: 'ODT',
    ...(found ? { page: { ...found, value: { ...found.value, ...columns } } } : {}),
    ...(body ? { body } : {}),
    ...(caption ? { caption } : {}),
    ...(captionLook ? { captionLook } : {}),
    ...(heading ? { heading } : {}),
    ...(styles.language ? { language: { value: styles.language, from: 'the language of its words' } } : {}),
    colors: themeColors(named),
    left: [],
  };
}

/** The colours of a theme, which newer programs keep with the styles. */
const themeColors = (styles: XmlNode | undefined): TemplateStyle['colors'] =>
  (styles ? [...within(styles, 'theme-colors')] : []).flatMap((theme) =>
    childrenOf(theme, 'color').flatMap(({ attributes: { name = '', color = '' } }) =>
      /^#[\da-f]{6}$/i.test(color) ? [{ value: { name, hex: color.toLowerCase() }, from: 'the theme' }] : [],
    ),
  );

/** Columns of sections of the text, where the page itself has one: the narrowest. */
function sectionColumns(content: XmlNode | undefined, text: number | undefined): Pick<TemplatePage, 'column'> {
  if (!content || text === undefined) return {};
  const widths = childrenOf(childOf(content, 'automatic-styles'), 'style')
    .filter(({ attributes }) => attributes['family'] === 'section')
    .flatMap((style) => {
      const said = childOf(style, 'section-properties', 'columns')?.attributes;
      const count = Number(said?.['column-count'] ?? 1);
      const gap = lengthInPoints(said?.['column-gap'] ?? '') ?? 0;
      return count > 1 ? [(text - (count - 1) * gap) / count] : [];
    })
    .filter((width) => width > 0);
  return widths.length > 0 ? { column: Math.min(...widths) } : {};
}

/** Documents of text in the OpenDocument format (ISO/IEC 26300). */
export const openText: TemplateForm = { name: 'ODT', endings: ['odt', 'ott'], read };
