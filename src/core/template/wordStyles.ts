import { type Found, isSize, type Look } from './found.js';
import { childOf, childrenOf, type XmlNode } from './xmlTree.js';

/** Type is measured in half points (ISO/IEC 29500-1, 17.3.2.38). */
const halves = 2;

/** What an element says as its value. */
export const saidBy = (node: XmlNode | undefined): string | undefined => node?.attributes['val'];

export const numberOf = (text: string | undefined): number | undefined => {
  const value = text === undefined ? Number.NaN : Number(text);
  return Number.isFinite(value) ? value : undefined;
};

/** Whether a property that is on or off is on; undefined where nothing is said. */
function switchOf(node: XmlNode | undefined): boolean | undefined {
  if (!node) return undefined;
  return !/^(0|false|off|none)$/i.test(saidBy(node) ?? 'true');
}

/** The typefaces and colours of a theme. */
export interface Theme {
  faces: Readonly<Record<string, string | undefined>>;
  colors: ReadonlyMap<string, string>;
}

/** The colours of a theme, in the order in which programs offer them, with what they are called. */
const themeColors = ['dk1', 'lt1', 'dk2', 'lt2', 'accent1', 'accent2', 'accent3', 'accent4', 'accent5', 'accent6'];

const hexText = (text: string | undefined): string | undefined =>
  text !== undefined && /^[\da-f]{6}$/i.test(text) ? `#${text.toLowerCase()}` : undefined;

export function themeOf(tree: XmlNode | undefined): Theme {
  const elements = childOf(tree, 'themeElements');
  const face = (kind: string) =>
    childOf(elements, 'fontScheme', `${kind}Font`, 'latin')?.attributes['typeface'] || undefined;
  const colors = new Map<string, string>();
  for (const name of themeColors) {
    const own = childOf(elements, 'clrScheme', name);
    const hex = hexText(saidBy(childOf(own, 'srgbClr')) ?? childOf(own, 'sysClr')?.attributes['lastClr']);
    if (hex) colors.set(name, hex);
  }
  return { faces: { minor: face('minor'), major: face('major') }, colors };
}

/** Names of colours in documents that stand for those of the theme (17.18.97). */
const colorNames: Readonly<Record<string, string>> = {
  text1: 'dk1',
  dark1: 'dk1',
  background1: 'lt1',
  light1: 'lt1',
  text2: 'dk2',
  dark2: 'dk2',
  background2: 'lt2',
  light2: 'lt2',
};

/** What properties of a run say of its look. */
export function lookIn(properties: XmlNode | undefined, theme: Theme): Look {
  const fonts = childOf(properties, 'rFonts')?.attributes ?? {};
  const themed = fonts['asciiTheme'] ?? fonts['hAnsiTheme'];
  // A theme beats the name beside it.
  const face =
    (themed && theme.faces[themed.startsWith('major') ? 'major' : 'minor']) || fonts['ascii'] || fonts['hAnsi'];
  const size = numberOf(saidBy(childOf(properties, 'sz')));
  const [bold, italic] = [switchOf(childOf(properties, 'b')), switchOf(childOf(properties, 'i'))];
  const ink = childOf(properties, 'color');
  // Shades and tints of a colour of the theme stand beside its name as they were worked out.
  const isShaded = ink?.attributes['themeShade'] !== undefined || ink?.attributes['themeTint'] !== undefined;
  const named = isShaded && hexText(saidBy(ink)) ? undefined : ink?.attributes['themeColor'];
  const color = (named && theme.colors.get(colorNames[named] ?? named)) || hexText(saidBy(ink));
  return {
    ...(face ? { face } : {}),
    ...(size !== undefined && isSize(size / halves) ? { size: size / halves } : {}),
    ...(bold === undefined ? {} : { bold }),
    ...(italic === undefined ? {} : { italic }),
    ...(color ? { color } : {}),
  };
}

interface Style {
  name: string;
  look: Look;
  basedOn: string | undefined;
}

/** The styles of a document by their ids, and what holds where none says otherwise. */
export class Styles {
  private readonly all = new Map<string, Style>();
  private readonly defaults: Look;
  private readonly usual: string | undefined;
  readonly language: string | undefined;

  constructor(tree: XmlNode | undefined, theme: Theme) {
    const base = childOf(tree, 'docDefaults', 'rPrDefault', 'rPr');
    this.defaults = lookIn(base, theme);
    let language = saidBy(childOf(base, 'lang'));
    for (const node of childrenOf(tree, 'style')) {
      const { styleId, type } = node.attributes;
      const isUsual = node.attributes['default'] === '1' || node.attributes['default'] === 'true';
      if (styleId === undefined) continue;
      const name = saidBy(childOf(node, 'name')) ?? styleId;
      const own = childOf(node, 'rPr');
      this.all.set(styleId, { name, look: lookIn(own, theme), basedOn: saidBy(childOf(node, 'basedOn')) });
      if (type !== 'paragraph' && type !== undefined) continue;
      if (isUsual || (this.usual === undefined && name.toLowerCase() === 'normal')) {
        this.usual = styleId;
        language = saidBy(childOf(own, 'lang')) ?? language;
      }
    }
    this.language = language;
  }

  /** The look of a style by its name, which programs keep in English whatever they show. */
  named(name: string): Found<Look> | undefined {
    const own = [...this.all].find(([, style]) => style.name.toLowerCase() === name);
    return own && { value: this.lookOf(own[0]), from: `style "${own[1].name}"` };
  }

  /** The name of a style: that of all text where none is named. */
  nameOf(id: string | undefined): string {
    const own = id ?? this.usual;
    return (own && this.all.get(own)?.name) || own || 'Normal';
  }

  /** The look of a style with all that it builds on. */
  lookOf(id: string | undefined): Look {
    return { ...this.defaults, ...this.ownOf(id) };
  }

  /** What a style and those that it builds on say, without what holds everywhere. */
  ownOf(id: string | undefined): Look {
    const chain: Look[] = [];
    const seen = new Set<string>();
    for (let at = id ?? this.usual; at !== undefined && !seen.has(at); at = this.all.get(at)?.basedOn) {
      seen.add(at);
      const own = this.all.get(at);
      if (own) chain.unshift(own.look);
    }
    return Object.assign({}, ...chain);
  }
}
