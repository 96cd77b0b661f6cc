import type { NumbersTable } from '../chart/plan.js';
import type { WriteOptions } from '../project/acts/write.js';
import type { DocumentPage } from '../style/documentPage.js';
import type { Faces } from '../type/faces.js';
import type { Words } from '../words/words.js';
import type { BoundFigure } from './drawReport.js';
import { fileSafe } from './fileSafe.js';

/** A figure of a document with its picture in the formats that the form of the document takes. */
export interface DocumentFigure extends BoundFigure {
  /** The pictures of the figure that the document needs, by their names. */
  pictures: Readonly<Record<string, Uint8Array | string>>;
  /** The numbers behind it. */
  numbers: Pick<NumbersTable, 'columns' | 'rows' | 'further'>;
}

/** All that a document is made of. */
export interface BoundDocument {
  /** Id, after which its files are named. */
  id: string;
  /** Its title. */
  title: string | undefined;
  /** Who wrote it. */
  author: string | undefined;
  /** Its language, as in `en` or `de-AT`. */
  language: string;
  /** The words of its language. */
  words: Words;
  /** Sides and margins of its pages. */
  page: DocumentPage;
  /** What stands before the count in the number of every figure. */
  lead: string;
  /** Its figures in their order. */
  figures: readonly DocumentFigure[];
  /** The font file behind a face, for documents that embed it. */
  fontBytes: Faces['fontBytes'];
  /** What shapes its texts, for documents that embed faces. */
  shaper?: (() => Promise<Uint8Array>) | undefined;
}

/** A file of a document, with its path from the folder in which the document stands. */
export interface DocumentFile {
  /** Path beside the other files of the document. */
  path: string;
  /** What it holds. */
  bytes: Uint8Array | string;
}

/** A picture that a form of document takes: its format, where its name is not that of one, and how it is written. */
export type PictureForm = WriteOptions & { format?: string };

/** A form of document; its writer is loaded when it is first asked for. */
export interface DocumentForm {
  /** Name in commands and calls. */
  name: string;
  /** Ending of its main file. */
  ending: string;
  /** What it is for, for the help. */
  description: string;
  /** The pictures that it takes, by names: forms that share a name share the picture. */
  pictures: Readonly<Record<string, PictureForm>>;
  /** Libraries that its writer loads and that an installation may go without, as npm calls them. */
  needs?: readonly string[];
  /** Whether the first bytes of a file are of this form, so that a new document may take its place. */
  isOwn(head: Uint8Array): boolean;
  /** Loads the writer. */
  load(): Promise<(document: BoundDocument, name: string) => Promise<DocumentFile[]>>;
}

/** The number of a figure as readers see it, such as "Figure 3.2". */
export const numberText = ({ caption, entry }: Pick<DocumentFigure, 'caption' | 'entry'>): string =>
  `${caption.number.before}${entry.number}${caption.number.after}`;

/** The title in the form of the caption; where the image says it, as the figure has it; empty where there is none. */
export const titleText = ({ caption, title }: Pick<DocumentFigure, 'caption' | 'title'>): string =>
  caption.title.map(({ text }) => (text === '\n' ? ' ' : text)).join('') || title;

/** The name that a picture has in documents, by which it is found again. */
export const pictureName = (id: string): string => `hexis-${id}`;

/** The name of the file of a picture, without its ending. */
export const pictureFile = (id: string): string => pictureName(fileSafe(id));

/** The id of a figure by the name of its picture. */
export const pictureId = (name: string): string | undefined => /^hexis-(.+)$/.exec(name)?.[1];
