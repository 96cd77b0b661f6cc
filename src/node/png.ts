import { Resvg } from '@resvg/resvg-js';
import { zlibSync } from 'fflate';
import { writeSvg } from '../core/export/svg.js';
import { traceOf } from '../core/export/trace.js';
import type { WriteContext, Writer } from '../core/export/writer.js';
import { xmlText } from '../core/export/xml.js';
import type { Plate } from '../core/plate/plate.js';

/** CRC-32 of PNG chunks (ISO 3309), by its table. */
const crcTable = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k += 1) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});

function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of bytes) c = (crcTable[(c ^ byte) & 0xff] as number) ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

function chunk(type: string, data: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(12 + data.length);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, data.length);
  bytes.set(new TextEncoder().encode(type), 4);
  bytes.set(data, 8);
  view.setUint32(8 + data.length, crc32(bytes.subarray(4, 8 + data.length)));
  return bytes;
}

const uint32s = (...values: number[]) => {
  const view = new DataView(new ArrayBuffer(4 * values.length));
  for (const [i, value] of values.entries()) view.setUint32(4 * i, value);
  return new Uint8Array(view.buffer);
};

/** Rows of RGB or RGBA, each after its filter byte: the difference from the row above, which packs drawings well. */
function scanlines(pixels: Uint8Array, width: number, height: number, channels: 3 | 4): Uint8Array {
  const stride = width * channels + 1;
  const lines = new Uint8Array(stride * height);
  for (let y = 0; y < height; y += 1) {
    lines[y * stride] = 2;
    for (let x = 0; x < width; x += 1) {
      const from = (y * width + x) * 4;
      const to = y * stride + 1 + x * channels;
      for (let c = 0; c < channels; c += 1) {
        const above = y === 0 ? 0 : (pixels[from + c - width * 4] as number);
        lines[to + c] = (pixels[from + c] as number) - above;
      }
    }
  }
  return lines;
}

/** Colours as they are, from colours that were multiplied by their opacity. */
function unmultiplied(pixels: Uint8Array): Uint8Array {
  const plain = new Uint8Array(pixels);
  for (let i = 0; i < plain.length; i += 4) {
    const opacity = plain[i + 3] as number;
    if (opacity === 0 || opacity === 255) continue;
    for (let c = 0; c < 3; c += 1) plain[i + c] = Math.min(255, Math.round(((plain[i + c] as number) * 255) / opacity));
  }
  return plain;
}

/** The content of a chunk of international text: a keyword of the standard, not packed, in no stated language. */
const textData = (keyword: string, text: string) => new TextEncoder().encode(`${keyword}\0\0\0\0\0${xmlText(text)}`);

/** PNG (ISO 15948) of RGBA pixels with its resolution and words about it; opaque ones as RGB. */
export function encodePng(
  given: Uint8Array,
  width: number,
  height: number,
  dpi: number,
  clear = false,
  words: Readonly<Record<string, string | undefined>> = {},
): Uint8Array {
  const pixels = clear ? unmultiplied(given) : given;
  const channels = clear ? 4 : 3;
  const header = new Uint8Array([...uint32s(width, height), 8, clear ? 6 : 2, 0, 0, 0]);
  const perMetre = Math.round(dpi / 0.0254);
  const parts = [
    Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a),
    chunk('IHDR', header),
    chunk('pHYs', new Uint8Array([...uint32s(perMetre, perMetre), 1])),
    ...Object.entries(words).flatMap(([keyword, text]) => (text ? [chunk('iTXt', textData(keyword, text))] : [])),
    chunk('IDAT', zlibSync(scanlines(pixels, width, height, channels), { level: 6 })),
    chunk('IEND', new Uint8Array()),
  ];
  const bytes = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return bytes;
}

/** The pixels of a plate: the same outlines as the SVG, on the ground of the style or on none. */
export async function rendered(plate: Plate, context: WriteContext) {
  const svg = await writeSvg(plate, { ...context, text: 'outlines', ground: 'none' });
  return new Resvg(svg as string, {
    fitTo: { mode: 'width', value: Math.round((plate.width * context.dpi) / 72) },
    ...(context.ground === 'none' ? {} : { background: plate.paper }),
    font: { loadSystemFonts: false },
  }).render();
}

/** PNG of a plate, with the resolution in the file. */
export const writePng: Writer = async (plate, context) => {
  const { pixels, width, height } = await rendered(plate, context);
  return encodePng(pixels, width, height, context.dpi, context.ground === 'none', {
    Title: plate.title,
    Author: plate.author,
    Description: plate.description,
    Comment: traceOf(plate),
    Software: 'Hexis',
  });
};
