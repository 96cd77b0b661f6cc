/**
 * The parts that we use of libraries without types of their own. Where some are published, they need those of Node or of
 * a browser, which the core must not see.
 */

/** Part of every place that the core runs in (Encoding Standard). */
declare class TextDecoder {
  constructor(encoding?: string, options?: { fatal?: boolean; ignoreBOM?: boolean });
  decode(bytes?: Uint8Array, options?: { stream?: boolean }): string;
}
declare class WritableStream<T> {
  constructor(sink: { write(piece: T): void; close?(): void });
}
declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>;
}

/** Part of every place that the core runs in (WebAssembly JavaScript Interface). */
declare const WebAssembly: {
  instantiate(
    program: Uint8Array<ArrayBuffer>,
    imports: Record<string, Record<string, (...values: number[]) => unknown>>,
  ): Promise<{ instance: { exports: unknown } }>;
};

declare module '@zip.js/zip.js' {
  export interface Entry {
    filename: string;
    directory: boolean;
    encrypted: boolean;
    getData(writable: WritableStream<Uint8Array>): Promise<unknown>;
  }
  export class Uint8ArrayReader {
    constructor(bytes: Uint8Array);
  }
  export class ZipReader {
    constructor(reader: Uint8ArrayReader, options?: { checkSignature?: boolean });
    getEntries(): Promise<Entry[]>;
  }
  export function configure(options: { useWebWorkers: boolean }): void;
}

declare module 'fontkit' {
  export interface Glyph {
    id: number;
    advanceWidth: number;
    path: {
      commands: {
        command: 'moveTo' | 'lineTo' | 'quadraticCurveTo' | 'bezierCurveTo' | 'closePath';
        args: number[];
      }[];
    };
  }
  interface GlyphRun {
    glyphs: Glyph[];
    positions: { xAdvance: number; yAdvance: number; xOffset: number; yOffset: number }[];
    advanceWidth: number;
  }
  export interface Font {
    familyName: string;
    subfamilyName: string;
    unitsPerEm: number;
    ascent: number;
    descent: number;
    capHeight: number;
    xHeight: number;
    italicAngle: number;
    bbox: { minX: number; maxY: number };
    post: { isFixedPitch: number };
    head: { macStyle: { italic: boolean } };
    'OS/2': { sFamilyClass: number };
    hasGlyphForCodePoint(codePoint: number): boolean;
    glyphForCodePoint(codePoint: number): Glyph;
    getGlyph(id: number): Glyph;
    layout(text: string, features?: Record<string, boolean>, script?: string): GlyphRun;
    createSubset(): { includeGlyph(id: number): number; encode(): Uint8Array };
  }
  export function create(bytes: Uint8Array): Font | { fonts: Font[] };
}

declare module 'bidi-js' {
  export interface Bidi {
    getEmbeddingLevels(text: string, direction: 'ltr' | 'rtl'): { levels: Uint8Array };
  }
  export default function bidiFactory(): Bidi;
}

declare module 'linebreak' {
  export default class LineBreaker {
    constructor(text: string);
    nextBreak(): { position: number; required?: boolean } | null;
  }
}

declare module 'papaparse' {
  export interface ParseError {
    type: string;
    code: string;
    message: string;
    row?: number;
    index?: number;
  }
  export interface ParseResult {
    data: string[][];
    errors: ParseError[];
    meta: { delimiter: string; linebreak: string; cursor: number };
  }
  interface Config {
    delimiter?: string;
    newline?: string;
    quoteChar?: string;
    comments?: string;
    skipEmptyLines?: boolean | 'greedy';
    preview?: number;
    chunkSize?: number;
    chunk?(result: ParseResult, parser: { abort(): void }): void;
  }
  const Papa: { parse(text: string, config?: Config): ParseResult };
  export default Papa;
}

declare module 'markdown-it-sub' {
  const plugin: (md: unknown) => void;
  export default plugin;
}
declare module 'markdown-it-sup' {
  const plugin: (md: unknown) => void;
  export default plugin;
}

declare module 'pdfkit' {
  /** A font in a document. Its glyphs have codes in the order in which they come in. */
  export interface EmbeddedFont {
    id: string;
    font: import('fontkit').Font;
    subset: { glyphs: number[]; includeGlyph(id: number): number };
    /** By code: widths in thousandths of the size, and the code points that it stands for. */
    widths: number[];
    unicode: number[][];
    /** Thousandths of the size in a unit of the font. */
    scale: number;
    ref(): unknown;
  }
  /** An object of a document, with what its stream holds. */
  export interface Reference {
    buffer: Uint8Array[];
    /** Whether the stream is to be packed. */
    compress: boolean;
    finalize(): void;
  }
  export interface Document {
    ref(data?: Record<string, unknown>): Reference;
    on(event: 'data', listener: (chunk: Uint8Array) => void): void;
    on(event: 'end', listener: () => void): void;
    on(event: 'error', listener: (error: Error) => void): void;
    font(font: unknown, size: number): Document;
    _font: EmbeddedFont;
    page: { height: number; fonts: Record<string, unknown> };
    transform(a: number, b: number, c: number, d: number, e: number, f: number): Document;
    text(text: string, x: number, y: number, options: Record<string, unknown>): Document;
    rect(x: number, y: number, width: number, height: number): Document;
    path(data: string): Document;
    moveTo(x: number, y: number): Document;
    lineTo(x: number, y: number): Document;
    lineWidth(width: number): Document;
    lineJoin(join: 'round' | 'miter' | 'bevel'): Document;
    lineCap(cap: 'butt' | 'round' | 'square'): Document;
    strokeColor(color: string): Document;
    addContent(operators: string): Document;
    dash(lengths: readonly number[]): Document;
    undash(): Document;
    opacity(opacity: number): Document;
    fill(color: string): Document;
    stroke(color: string): Document;
    fillAndStroke(fill: string, stroke: string): Document;
    fillColor(color: string): Document;
    save(): Document;
    restore(): Document;
    translate(x: number, y: number): Document;
    rotate(degrees: number): Document;
    struct(type: string, options: { alt?: string }, draw: () => void): unknown;
    addStructure(structure: unknown): Document;
    file(
      content: Uint8Array,
      options: {
        name: string;
        type: string;
        description: string;
        relationship: string;
        creationDate: Date;
        modifiedDate: Date;
      },
    ): unknown;
    addPage(options: Record<string, unknown>): Document;
    outline: { addItem(title: string): unknown };
    info: Record<string, unknown>;
    _addInfo(): void;
    end(): void;
  }
  const PDFDocument: new (options: Record<string, unknown>) => Document;
  export default PDFDocument;
}

/** Parts of a library that compiles machine code as a whole, which pages do not allow. */
declare module 'hyparquet-compressors/src/brotli.js' {
  export function decompressBrotli(input: Uint8Array, outputLength: number): Uint8Array;
}

declare module 'hyparquet-compressors/src/lz4.js' {
  export function decompressLz4(input: Uint8Array, outputLength: number): Uint8Array;
  export function decompressLz4Raw(input: Uint8Array, outputLength: number): Uint8Array;
}
