import { Resvg } from '@resvg/resvg-js';
import { pngWriter, type Rasteriser } from '../core/export/png.js';
import { collect } from './collect.js';

/** Straight alpha from premultiplied alpha. */
function unmultiplied(pixels: Uint8Array): Uint8Array {
  const plain = new Uint8Array(pixels);
  for (let i = 0; i < plain.length; i += 4) {
    const opacity = plain[i + 3] as number;
    if (opacity === 0 || opacity === 255) continue;
    for (let c = 0; c < 3; c += 1) plain[i + c] = Math.min(255, Math.round(((plain[i + c] as number) * 255) / opacity));
  }
  return plain;
}

/** From so many letters on, the drawing that is made of an SVG takes more memory than Node has at hand. */
const largeSvg = 1 << 22;

export const rasterise: Rasteriser = async (svg, { width, ground }) => {
  if (svg.length > largeSvg) collect();
  const made = new Resvg(svg, {
    fitTo: { mode: 'width', value: width },
    ...(ground === undefined ? {} : { background: ground }),
    font: { loadSystemFonts: false },
  }).render();
  const { pixels } = made;
  return {
    pixels: ground === undefined ? unmultiplied(pixels) : pixels,
    width: made.width,
    height: made.height,
  };
};

/** PNG of a plate, with the resolution in the file. */
export const writePng = pngWriter(rasterise);
