import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { constants, inflateSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { ok } from 'hexis';
import { draw, type FormatName, formats } from 'hexis/node';
import sharp from 'sharp';
import { folderWith, hexis } from '../helpers/hexis.js';

const figure = `hexis: figure/1
data: { rows: [{ c: a, v: 1 }, { c: b, v: 2 }] }
chart: { kind: bar, category: c, value: v, summary: given }
caption: { number: 3, title: Two of <them> & a dash – here }
altText: Two bars.
size: { width: 80mm, height: 50mm }
export: { author: Lanternfield & Söhne }
`;
const hash = createHash('sha256').update(figure).digest('hex');

/** The international texts of a PNG, by keyword. */
function pngTexts(bytes: Uint8Array): Record<string, string> {
  const view = new DataView(bytes.buffer, bytes.byteOffset);
  const texts: Record<string, string> = {};
  for (let at = 8; at < bytes.length; ) {
    const length = view.getUint32(at);
    const type = Buffer.from(bytes.subarray(at + 4, at + 8)).toString('latin1');
    const [key = '', , , , , text = ''] = Buffer.from(bytes.subarray(at + 8, at + 8 + length))
      .toString('utf8')
      .split('\0');
    if (type === 'iTXt') texts[key] = text;
    at += 12 + length;
  }
  return texts;
}

describe('every file', () => {
  let folder: ReturnType<typeof folderWith>;
  beforeAll(() => {
    folder = folderWith({ 'two.figure.yaml': figure });
    mkdirSync(folder.at('drawings'));
  });
  afterAll(() => folder.remove());

  const bytesOf = async (name: FormatName, carries: 'nothing' | 'settings'): Promise<Uint8Array> => {
    const written = ok(await draw(folder.at('two.figure.yaml'), name, { dpi: 60, carries }));
    return typeof written === 'string' ? Buffer.from(written) : written;
  };

  const said: Record<string, (bytes: Uint8Array) => Promise<string> | string> = {
    svg: (bytes) =>
      Buffer.from(bytes).toString('utf8').replaceAll('&amp;', '&').replaceAll('&lt;', '<').replaceAll('&gt;', '>'),
    eps: (bytes) => Buffer.from(bytes).toString('latin1').replace('?', '–').replace('S??hne', 'Söhne'),
    plate: (bytes) => Buffer.from(bytes).toString('utf8'),
    png: (bytes) => JSON.stringify(pngTexts(bytes)),
    tiff: async (bytes) =>
      ((await sharp(bytes).metadata()).xmp as Buffer)
        .toString('utf8')
        .replaceAll('&amp;', '&')
        .replaceAll('&lt;', '<')
        .replaceAll('&gt;', '>'),
    pdf(bytes) {
      writeFileSync(folder.at('two.pdf'), bytes);
      return spawnSync('pdfinfo', [folder.at('two.pdf')], { encoding: 'utf8' }).stdout;
    },
  };

  test.each(formats.map(({ name }) => name))('says what it was made from: %s', async (name) => {
    const words = await (said[name] as (typeof said)[string])(await bytesOf(name, 'nothing'));
    expect(words).toContain(hash);
    expect(words).toContain('two.figure.yaml');
    expect(words).toContain('Two of <them> & a dash');
    if (name !== 'eps') expect(words).toContain('Two bars.');
    expect(words).toMatch(/Lanternfield & S..?.?hne/);
    expect(words).not.toContain(folder.path);
  });

  /** What a file carries, by readers that are not ours. */
  const carried: Record<string, (bytes: Uint8Array) => Promise<string> | string> = {
    png(bytes) {
      const start = Buffer.from(bytes).indexOf('Hexis carried') + 'Hexis carried'.length + 5;
      return inflateSync(bytes.subarray(start), { finishFlush: constants.Z_SYNC_FLUSH }).toString('utf8');
    },
    pdf(bytes) {
      writeFileSync(folder.at('two.pdf'), bytes);
      const call = ['-save', '1', '-o', folder.at('carried.json'), folder.at('two.pdf')];
      expect(spawnSync('pdfdetach', call).status).toBe(0);
      return readFileSync(folder.at('carried.json'), 'utf8');
    },
    eps: (bytes) =>
      [
        ...Buffer.from(bytes)
          .toString('latin1')
          .matchAll(/^% hexis-carried (.*)$/gm),
      ]
        .map(([, line]) => line)
        .join(''),
    plate: (bytes) => JSON.parse(Buffer.from(bytes).toString('utf8')).carries,
  };

  test.each(formats.map(({ name }) => name))('names no hash where it carries what it was made of: %s', async (name) => {
    const bytes = await bytesOf(name, 'settings');
    const words = await (said[name] as (typeof said)[string])(bytes);
    expect(words).toContain('two.figure.yaml');
    expect(words).not.toContain(hash);
    const own = carried[name];
    const text = own ? await own(bytes) : (/<hexis:carried [^>]*>(.*?)<\/hexis:carried>/s.exec(words)?.[1] ?? '');
    const { draw: drawn, files } = JSON.parse(text);
    expect(drawn).toBe('two.figure.yaml');
    expect(files[drawn].caption.title).toBe('Two of <them> & a dash – here');
    expect(files[drawn].data).toEqual({ file: 'two.csv' });
    expect(text).not.toContain(folder.path);
  });

  test('has the name that a pattern gives it', () => {
    const out = folder.at('drawings/');
    const run = (...more: string[]) => hexis(['draw', folder.at('two.figure.yaml'), '-o', out, ...more]);
    expect(run('--as', 'svg,pdf', '--name', 'fig-{number}-{id}-{width}x{height}mm-{style}').code).toBe(0);
    expect(readdirSync(out).sort()).toEqual(['fig-3-two-80x50mm-plain.pdf', 'fig-3-two-80x50mm-plain.svg']);
    expect(run('--name', 'a/{inks}: {dpi}', '--as', 'png', '--dpi', '50').code).toBe(0);
    expect(readdirSync(out)).toContain('a-color- 50.png');
  });

  test('is not written where the pattern asks for what is not there', () => {
    writeFileSync(folder.at('bare.figure.yaml'), figure.replace('number: 3, ', ''));
    const out = folder.at('drawings/');
    const before = readdirSync(out);
    const run = (name: string) => hexis(['draw', folder.at('bare.figure.yaml'), '-o', out, '--name', name]);
    expect(run('{number}')).toMatchObject({ code: 2, err: expect.stringContaining('which this figure does not have') });
    expect(run('{nummer}')).toMatchObject({ code: 2, err: expect.stringContaining('stands for nothing') });
    expect(run('{id')).toMatchObject({ code: 2, err: expect.stringContaining('not closed') });
    expect(run('..')).toMatchObject({ code: 2, err: expect.stringContaining('no name') });
    expect(readdirSync(out)).toEqual(before);
  });

  test('names a pattern in the style too', () => {
    writeFileSync(folder.at('named.figure.yaml'), `${figure.replace('export: {', 'export: { name: "{style}-{id}",')}`);
    expect(hexis(['draw', folder.at('named.figure.yaml'), '-o', folder.at('drawings/')]).code).toBe(0);
    expect(readFileSync(folder.at('drawings/plain-named.svg'), 'utf8')).toContain('<svg');
  });
});
