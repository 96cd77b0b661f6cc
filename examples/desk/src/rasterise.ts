import type { Raster } from 'hexis/desk';
import { speech } from './speech.js';

/** A drawing that a worker wants dots of: it cannot draw SVG itself. */
export interface RasterWish {
  svg: string;
  /** In dots. */
  width: number;
  ground: string | undefined;
}

/** Makes dots of an SVG by the canvas of the page. */
export async function rasterise({ svg, width, ground }: RasterWish): Promise<Raster> {
  const [, across = '1', down = '1'] = /viewBox="[\d.-]+ [\d.-]+ ([\d.]+) ([\d.]+)"/.exec(svg) ?? [];
  const height = Math.max(1, Math.round((width * Number(down)) / Number(across)));
  // An SVG is drawn anew at the size that it says: it says the one that is wanted.
  const sized = svg.replace(/<svg\b[^>]*>/, (tag) =>
    tag
      .replace(/\s(width|height)="[^"]*"/g, '')
      .replace('<svg', `<svg width="${width}" height="${height}" preserveAspectRatio="none"`),
  );
  const image = new Image();
  const address = URL.createObjectURL(new Blob([sized], { type: 'image/svg+xml' }));
  try {
    image.src = address;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = width;
    canvas.height = height;
    const context = canvas.getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error(speech.copy.noPicture);
    if (ground !== undefined) {
      context.fillStyle = ground;
      context.fillRect(0, 0, width, height);
    }
    context.drawImage(image, 0, 0, width, height);
    const { data } = context.getImageData(0, 0, width, height);
    return { pixels: new Uint8Array(data.buffer), width, height };
  } finally {
    URL.revokeObjectURL(address);
  }
}
