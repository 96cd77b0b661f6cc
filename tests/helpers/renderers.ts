import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser } from 'playwright-core';
import sharp from 'sharp';
import { root } from './hexis.js';

/** Pictures differ where any block of 8 × 8 pixels at 150 dpi does by more than this, of 255. */
export const limit = 12;

/** The greatest mean difference of any block of a picture and each of some others, with their resolutions. */
export const worstBlocks = (
  first: string,
  dpi: number,
  others: readonly (readonly [picture: string, dpi: number])[],
): number[] => {
  const call = [join(root, 'tests/helpers/worstBlock.mjs'), first, String(dpi), ...others.flat().map(String)];
  return execFileSync(process.execPath, call, { encoding: 'utf8' }).trim().split('\n').map(Number);
};

/** An EPS file as a picture of 600 dots to an inch, with edges smoothed as the others smooth them. */
const ghostscript = (eps: string, picture: string) =>
  execFileSync('gs', [
    ...['-q', '-dSAFER', '-dBATCH', '-dNOPAUSE', '-dEPSCrop', '-sDEVICE=tiff24nc', '-r600'],
    ...['-dTextAlphaBits=4', '-dGraphicsAlphaBits=4', `-sOutputFile=${picture}`, eps],
  ]);

async function inBrowser(browser: Browser, svg: string, picture: string): Promise<void> {
  const viewport = { width: (300 * 96) / 72, height: (198 * 96) / 72 };
  const page = await browser.newPage({ viewport, deviceScaleFactor: 600 / 96 });
  const drawing = readFileSync(svg, 'utf8').replace(/^<\?xml.*\n/, '');
  await page.setContent(`<style>body{margin:0}svg{display:block}</style>${drawing}`);
  await page.screenshot({ path: picture });
  await page.close();
}

/**
 * How far independent renderers of the files `NAME.svg`, `.pdf`, `.eps` and `.tiff` of a folder are from `NAME.png`,
 * which has 600 dots to an inch and shows a page of 300 × 198 pt: whole pixels at every resolution, so that no renderer
 * has to round the page.
 */
export async function apart(browser: Browser, at: (name: string) => string, name: string): Promise<number[]> {
  // Poppler sets glyphs on whole pixels: a high resolution makes that small.
  // Pictures that are not packed: packing them takes longer than drawing them.
  const asIs = ['-tiff', '-tiffcompression', 'none', '-r', '1200', '-singlefile'];
  execFileSync('pdftocairo', [...asIs, at(`${name}.pdf`), at('pdf')]);
  await inBrowser(browser, at(`${name}.svg`), at('browser.png'));
  ghostscript(at(`${name}.eps`), at('eps.tif'));
  await sharp(at(`${name}.tiff`))
    .removeAlpha()
    .toColourspace('srgb')
    .png()
    .toFile(at('tiff.png'));
  return worstBlocks(at(`${name}.png`), 600, [
    [at('tiff.png'), 600],
    [at('eps.tif'), 600],
    [at('pdf.tif'), 1200],
    [at('browser.png'), 600],
  ]);
}

/** The words of each page of a PDF, as another program reads them. */
export const pdfPages = (pdf: string): string[] =>
  execFileSync('pdftotext', ['-layout', pdf, '-'], { encoding: 'utf8' }).split('\f').slice(0, -1);

/** How large a PNG is, from its header. */
export function pixelsOf(picture: string): { width: number; height: number } {
  const head = readFileSync(picture);
  return { width: head.readUInt32BE(16), height: head.readUInt32BE(20) };
}
