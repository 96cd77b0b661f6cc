import type { Plate } from '../plate/plate.js';
import type { Variant } from '../type/face.js';
import type { TypeKit } from '../type/typeKit.js';
import type { Inks } from './inks.js';

/** What a writer may use beside the plate. */
export interface WriteContext {
  kit: TypeKit;
  /** The font file behind a face, for formats that embed it. */
  fontBytes(family: string, variant: Variant): Promise<Uint8Array>;
  /** Cuts a font down to some characters (WOFF2), where that can be done. */
  subsetFont?: ((font: Uint8Array, characters: string) => Promise<Uint8Array>) | undefined;
  /** SVG text as outlines or live. */
  text: 'outlines' | 'live';
  /** Dots per inch of pictures. */
  dpi: number;
  /** Inks of the plate, for formats that say so. */
  inks: Inks;
  /** Whether the paper is drawn; `auto` draws it under pictures and under nothing else. */
  ground: 'auto' | 'paper' | 'none';
}

/** What a format needs and does not have here, in words. */
export class WriteFault extends Error {}

/** Turns a plate into the bytes of a file. It places, measures and styles nothing. */
export type Writer = (plate: Plate, context: WriteContext) => Promise<Uint8Array | string>;

/** A format of output; its writer is loaded when it is first asked for. */
export interface Format {
  name: string;
  /** One sentence for the help. */
  description: string;
  load(): Promise<Writer>;
}
