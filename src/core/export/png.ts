import { zlibSync } from 'fflate';
import encodeChunks from 'png-chunks-encode';
import type { Plate } from '../plate/plate.js';
import { writeSvg } from './svg.js';
import { carriedKeyword, traceOf } from './trace.js';
import type { WriteContext, Writer } from './writer.js';
import { xmlText } from './xml.js';

const uint32s = (...values: number[]) => {
  const view = new DataView(new ArrayBuffer(4 * values.length));
  for (const [i, value] of values.entries()) view.setUint32(4 * i, value);
  return new Uint8Array(view.buffer);
};

/** Rows of RGB or RGBA, each preceded by its filter type: the difference from the row above, which compresses drawings well. */
function scanlines(pixels: Uint8Array, width: number, height: number, channels: 3 | 4): Uint8Array {
  const lines = new Uint8Array((width * channels + 1) * height);
  // Most pixels are as the one above: all four bytes are compared at once.
  const whole = pixels.byteOffset % 4 === 0 ? pixels : new Uint8Array(pixels);
  const words = new Uint32Array(whole.buffer, whole.byteOffset, width * height);
  let to = 0;
  let at = 0;
  for (let y = 0; y < height; y += 1) {
    lines[to] = 2;
    to += 1;
    for (const end = at + width; at < end; at += 1, to += channels) {
      if (words[at] === (y === 0 ? 0 : words[at - width])) continue;
      for (let channel = 0; channel < channels; channel += 1) {
        const own = 4 * at + channel;
        lines[to + channel] = (whole[own] as number) - (y === 0 ? 0 : (whole[own - 4 * width] as number));
      }
    }
  }
  return lines;
}

/** The data of an `iTXt` chunk: a keyword, uncompressed, no language given. */
const textData = (keyword: string, text: string) => new TextEncoder().encode(`${keyword}\0\0\0\0\0${xmlText(text)}`);

/** The same, compressed. */
function compressedData(keyword: string, text: string): Uint8Array {
  const head = new TextEncoder().encode(`${keyword}\0\u0001\0\0\0`);
  const body = zlibSync(new TextEncoder().encode(text), { level: 9 });
  return new Uint8Array([...head, ...body]);
}

/** RGBA pixels, row by row, with straight alpha. */
export interface Raster {
  /** Four bytes each: red, green, blue, opacity. */
  pixels: Uint8Array;
  /** In pixels. */
  width: number;
  /** In pixels. */
  height: number;
}

/** What a file says besides its pixels. */
interface PngOptions {
  dpi: number;
  /** Whether pixels are transparent. Opaque pictures are written as RGB. */
  clear?: boolean;
  words?: Readonly<Record<string, string | undefined>>;
  /** What it carries of what it was made of. */
  carries?: string | undefined;
}

/** Encodes pixels as PNG (ISO 15948), with resolution and texts. */
export function encodePng(
  { pixels, width, height }: Raster,
  { dpi, clear = false, words = {}, carries }: PngOptions,
): Uint8Array {
  const channels = clear ? 4 : 3;
  const header = new Uint8Array([...uint32s(width, height), 8, clear ? 6 : 2, 0, 0, 0]);
  const perMetre = Math.round(dpi / 0.0254);
  return encodeChunks([
    { name: 'IHDR', data: header },
    { name: 'pHYs', data: new Uint8Array([...uint32s(perMetre, perMetre), 1]) },
    ...Object.entries(words).flatMap(([keyword, text]) =>
      text ? [{ name: 'iTXt', data: textData(keyword, text) }] : [],
    ),
    ...(carries === undefined ? [] : [{ name: 'iTXt', data: compressedData(carriedKeyword, carries) }]),
    // The next level but two takes twice as long, for files that are smaller by a fiftieth.
    { name: 'IDAT', data: zlibSync(scanlines(pixels, width, height, channels), { level: 3 }) },
    { name: 'IEND', data: new Uint8Array() },
  ]);
}

/**
 * Makes dots of an SVG whose text is outlines.
 *
 * @param wish `width` in dots; `ground`: the colour under the drawing, none where it is transparent
 */
export type Rasteriser = (svg: string, wish: { width: number; ground: string | undefined }) => Promise<Raster>;

/** The pixels of a plate: the outlines of its SVG, on the ground of the style or on none. */
export async function rastered(plate: Plate, context: WriteContext, rasterise: Rasteriser): Promise<Raster> {
  const svg = await writeSvg(plate, { ...context, text: 'outlines', ground: 'none', carries: undefined });
  return rasterise(svg as string, {
    width: Math.round((plate.width * context.dpi) / 72),
    ground: context.ground === 'none' ? undefined : plate.paper,
  });
}

/** PNG of plates, with the resolution in the file, by what makes dots here. */
export const pngWriter =
  (rasterise: Rasteriser): Writer<Uint8Array> =>
  async (plate, context) =>
    encodePng(await rastered(plate, context, rasterise), {
      dpi: context.dpi,
      clear: context.ground === 'none',
      words: {
        Title: plate.title,
        Author: plate.author,
        Description: plate.description,
        Comment: traceOf(plate, context),
        Software: 'Hexis',
      },
      carries: context.carries,
    });
