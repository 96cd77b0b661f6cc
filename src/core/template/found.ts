import type { DocumentPage } from '../style/documentPage.js';

/** Something that a document says, and where it was read. */
export interface Found<T> {
  value: T;
  from: string;
}

/** How words are set; what is not said is left out. Sizes in points, colours as `#rrggbb`. */
export interface Look {
  face?: string;
  size?: number;
  bold?: boolean;
  italic?: boolean;
  color?: string;
}

/** Sizes of words beyond these are mistakes, or no words to read, in points. */
const [leastSize, mostSize] = [4, 72] as const;

export const isSize = (points: number | undefined): points is number =>
  points !== undefined && points >= leastSize && points <= mostSize;

/** The page of a document, all in points. */
export interface TemplatePage extends DocumentPage {
  /** Width of the text between the margins. */
  text: number;
  /** Width of a column; left out where the text has one. */
  column?: number;
}

/** The form of the captions of figures. */
export interface TemplateCaption {
  /** What stands before the count, such as "Figure "; and between the count and the title. */
  before: string;
  after: string;
  /** Whether the word is that of the language, whatever it is. */
  isOfLanguage?: boolean;
  /** Where the caption stands. */
  place?: 'above' | 'below';
  /** Whether the title begins a line of its own. */
  isStacked: boolean;
  /** How the number and the title are set. */
  number: Look;
  title: Look;
}

/** What a document says of how figures in it should look; each thing only where the document says it. */
export interface TemplateStyle {
  /** What it is, for messages. */
  form: string;
  page?: Found<TemplatePage>;
  body?: Found<Look>;
  caption?: Found<TemplateCaption>;
  /** The words of captions where no caption shows their form. */
  captionLook?: Found<Look>;
  heading?: Found<Look>;
  language?: Found<string>;
  /** Colours of the document by their names, in their order. */
  colors: readonly Found<{ name: string; hex: string }>[];
  /** What was met and could not be read or used, in words. */
  left: readonly string[];
}

/** Why a document cannot be read, in words. */
export class TemplateFault extends Error {}

/** A form of documents whose style can be read. A new one is a file and a line in the list of forms. */
export interface TemplateForm {
  /** Its name in messages. */
  name: string;
  /** The endings of its files, small letters. */
  endings: readonly string[];
  /** Reads the style. @throws {TemplateFault} where it is none, or damaged */
  read(bytes: Uint8Array, help: TemplateHelp): Promise<TemplateStyle>;
}

/** What TeX itself says of a document, in points of TeX and as it writes them. */
export interface TexFacts {
  textwidth: string;
  columnwidth: string;
  paperwidth: string;
  paperheight: string;
  left: string;
  top: string;
  textheight: string;
  size: string;
  family: string;
  figurename: string;
}

/** What stands beside a document. */
export interface TemplateHelp {
  /** Reads a file beside the document; undefined where there is none. */
  beside(path: string): Promise<string | undefined>;
  /** What TeX says of the document, where it is at hand. */
  typeset?(): Promise<TexFacts | undefined>;
}
