import type { Plate } from '../plate/plate.js';
import type { Faces } from '../type/faces.js';
import type { Inks } from './inks.js';

/** What a writer gets besides the plate. */
export interface WriteContext extends Faces {
  /** SVG text as outlines or live. */
  text: 'outlines' | 'live';
  /** Dots per inch of pictures. */
  dpi: number;
  /** Inks of the plate, for formats that say so. */
  inks: Inks;
  /** What the file carries of what it was made of, as `carriedText` gives it; left out: nothing. */
  carries?: string | undefined;
  /** Whether the paper is drawn; `auto` draws it under pictures and under nothing else. */
  ground: 'auto' | 'paper' | 'none';
}

/** Thrown when a format needs something that is not available here. */
export class WriteFault extends Error {}

/** Turns a plate into the text or bytes of a file. It does not lay out, measure or style anything. */
export type Writer<T extends Uint8Array | string = Uint8Array | string> = (
  plate: Plate,
  context: WriteContext,
) => Promise<T>;

/** What the writer of a format gives. */
export type WrittenBy<F extends Pick<Format, 'load'>> = Awaited<ReturnType<Awaited<ReturnType<F['load']>>>>;

/** A format of output; its writer is loaded when it is first asked for. */
export interface Format {
  /** Name in commands and calls. */
  name: string;
  /** Ending of its files. */
  ending: string;
  /** What it is for, for the help. */
  description: string;
  /** Whether it is a picture of dots, whose number follows from the resolution. */
  isPicture?: boolean;
  /** Libraries that its writer loads and that an installation may go without, as npm calls them. */
  needs?: readonly string[];
  /** Whether the first bytes of a file are of this format, so that a new drawing may take its place. */
  isOwn(head: Uint8Array): boolean;
  /** What a file of the format carries of what it was made of: nothing, or one or several texts. Left out: it has no place for it, or what reads it is not of the core. */
  carried?(bytes: Uint8Array): Promise<string[]>;
  /** Loads the writer. */
  load(): Promise<Writer>;
}
