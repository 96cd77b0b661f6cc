import sharp from 'sharp';
import { rastered } from '../core/export/png.js';
import { xmpOf } from '../core/export/trace.js';
import type { Writer } from '../core/export/writer.js';
import { rasterise } from './png.js';

/** TIFF of a plate, compressed by LZW, with its resolution: the pixels of the PNG, in greyscale if all inks are grey. */
export const writeTiff: Writer<Uint8Array> = async (plate, context) => {
  const { pixels, width, height } = await rastered(plate, { ...context, ground: 'paper' }, rasterise);
  const image = sharp(pixels, { raw: { width, height, channels: 4 } }).flatten({ background: plate.paper });
  const toned = context.inks === 'color' ? image : image.greyscale().toColourspace('b-w');
  const perMillimetre = context.dpi / 25.4;
  return new Uint8Array(
    await toned
      .withXmp(xmpOf(plate, context))
      .tiff({
        compression: 'lzw',
        predictor: 'horizontal',
        xres: perMillimetre,
        yres: perMillimetre,
        resolutionUnit: 'inch',
      })
      .toBuffer(),
  );
};
