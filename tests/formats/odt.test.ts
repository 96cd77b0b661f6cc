import { cpSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { unzipSync } from 'fflate';
import { ok } from 'hexis';
import { bind, bindInto, type DrawnReport, drawReport } from 'hexis/node';
import { SaxesParser } from 'saxes';
import { packedText } from '../../src/core/report/write/packedText.js';
import { documents } from '../../src/node/bind/documents.js';
import { updateOdt } from '../../src/node/bind/update/updateOdt.js';
import { nastyTexts } from '../fuzz/nasty.mjs';
import { demo, folderWith, hexis, root } from '../helpers/hexis.js';
import { textOf } from '../helpers/words.js';

const folder = folderWith();
const report = folder.at('g.report.yaml');
const bars = 'yield-by-bed';
let bytes: Uint8Array;
let drawn: DrawnReport;

beforeAll(async () => {
  for (const part of ['figures', 'data', 'garden.codebook.yaml'])
    cpSync(demo(part), folder.at(part), { recursive: true });
  writeFileSync(
    report,
    'hexis: report/1\ntitle: Beds & *lanterns*\nauthor: The garden\nstyle: apa\nfigures: [figures/yield-by-bed.figure.yaml, { file: figures/yield-boxes.figure.yaml, number: 7 }]\n',
  );
  bytes = ok(await bind(report, 'odt'))[0]?.bytes as Uint8Array;
  drawn = ok(await drawReport(report, documents.find(({ name }) => name === 'odt')?.pictures ?? {}));
});
afterAll(() => folder.remove());

/** The parts of a document as texts and bytes. */
const partsOf = (own: Uint8Array) => unzipSync(own);
const contentOf = (own: Uint8Array) => textOf(partsOf(own)['content.xml']);

/** A document with another text. */
function rewritten(own: Uint8Array, change: (text: string) => string): Uint8Array {
  const parts = new Map(Object.entries(partsOf(own)));
  parts.set('content.xml', new TextEncoder().encode(change(textOf(parts.get('content.xml')))));
  return packedText(parts);
}

function wellFormed(name: string, text: string): void {
  const parser = new SaxesParser({ xmlns: true });
  parser.on('error', (fault) => {
    throw new Error(`${name}: ${fault.message}`);
  });
  parser.write(text).close();
}

/** A figure file with other words, while something is done. */
async function withFigure<T>(change: (text: string) => string, act: () => Promise<T>): Promise<T> {
  const path = folder.at(`figures/${bars}.figure.yaml`);
  const text = readFileSync(path, 'utf8');
  writeFileSync(path, change(text));
  try {
    return await act();
  } finally {
    writeFileSync(path, text);
  }
}

/** What a reader of the text sees, by paragraphs. */
const paragraphs = (own: Uint8Array) =>
  contentOf(own)
    .replace(
      /<(svg:title|svg:desc|text:illustration-index-source)>.*?<\/\1>|<text:illustration-index-source .*?<\/text:illustration-index-source>/g,
      '',
    )
    .replace(/<text:line-break\/>/g, '\n')
    .replace(/<text:s(?: text:c="(\d+)")?\/>/g, (_, count = '1') => ' '.repeat(Number(count)))
    .split('</text:p>')
    .map((one) => one.replace(/<[^>]*>/g, ''));

describe('a document of the OpenDocument format', () => {
  test('is a package by which programs know it, with all of its files in the list', () => {
    expect(textOf(bytes.subarray(30, 77))).toBe('mimetypeapplication/vnd.oasis.opendocument.text');
    expect([bytes[8], bytes[9]]).toEqual([0, 0]);
    const parts = partsOf(bytes);
    const listed = [...textOf(parts['META-INF/manifest.xml']).matchAll(/full-path="([^"]*)"/g)].map(([, path]) => path);
    expect(listed.sort()).toEqual(
      ['/', ...Object.keys(parts).filter((name) => name !== 'mimetype' && !name.startsWith('META-INF'))].sort(),
    );
    for (const [name, part] of Object.entries(parts)) if (/\.(xml|svg)$/.test(name)) wellFormed(name, textOf(part));
    const named = [...contentOf(bytes).matchAll(/xlink:href="([^"]*)"/g)].map(([, path]) => path);
    expect(named).toHaveLength(4);
    for (const path of named) expect(Object.keys(parts)).toContain(path);
  });

  test('has numbers that count, titles, alternative texts and a list of figures', () => {
    const text = contentOf(bytes);
    expect([...text.matchAll(/text:formula="([^"]*)"[^>]*>(\d+)</g)].map(([, ...own]) => own)).toEqual([
      ['ooow:Figure+1', '1'],
      ['ooow:7', '7'],
    ]);
    const read = paragraphs(bytes);
    expect(read[0]?.trim()).toBe('Beds &amp; lanterns');
    expect(read).toContain('Figure 1\nMean Yield by Type of Bed and Season');
    expect(read).toContain('Figure 7 Yields Spread More on Bare Soil');
    for (const { altText } of drawn.document.figures)
      expect(text).toContain(`<svg:desc>${altText.replaceAll('&', '&amp;')}</svg:desc>`);
    const styles = textOf(partsOf(bytes)['styles.xml']) + text;
    for (const [, name] of text.matchAll(/text:style-name="([^"]*)"/g))
      expect(styles).toContain(`style:name="${name}"`);
  });

  test('is the same to the byte when it is made again, and its style is read back', async () => {
    expect(ok(await bind(report, 'odt'))[0]?.bytes).toEqual(bytes);
    writeFileSync(folder.at('own.odt'), bytes);
    const { out } = hexis(['style', '--from', folder.at('own.odt'), '--json']);
    expect(JSON.parse(out).read).toContainEqual(
      expect.objectContaining({ what: 'captions', value: 'Figure 1, the title on a line of its own' }),
    );
  });

  test.each(['ar', 'ja', 'hi'])('speaks the language of its figures: %s', async (language) => {
    const own = ok(await bind(report, 'odt', { language }))[0]?.bytes as Uint8Array;
    const styles = textOf(partsOf(own)['styles.xml']);
    expect(styles).toContain(`fo:language="${language}"`);
    expect(styles.includes('style:writing-mode="rl-tb"')).toBe(language === 'ar');
    wellFormed('content.xml', contentOf(own));
  });
});

describe('a document of the OpenDocument format that is brought up to date', () => {
  test('is left as it is to the byte where all is up to date', () => {
    expect(updateOdt(bytes, drawn.document.figures)).toMatchObject({ bytes, parts: [], kept: [], figures: new Set() });
  });

  test('becomes what binding anew makes, and says which figures became others', async () => {
    await withFigure(
      (text) =>
        text
          .replace(/title: .*/, 'title: Another *title* & <more>')
          .replace('note: auto', 'note: Some words, a *slanted* and a **bold** one.'),
      async () => {
        const after = ok(await bindInto(report, bytes));
        const anew = ok(await bind(report, 'odt'))[0]?.bytes as Uint8Array;
        const words = (own: Uint8Array) => paragraphs(own).filter((one) => !/^Figure \d .*\w/.test(one));
        expect(words(after)).toEqual(words(anew));
        expect(words(after)).not.toEqual(words(bytes));
        wellFormed('content.xml', contentOf(after));
        const styles = contentOf(after);
        for (const [, name] of styles.matchAll(/text:style-name="(HexisWords\w+)"/g))
          expect(styles).toContain(`style:name="${name}"`);
        // Emphasis within the slanted title stands upright, that of the note is slanted.
        expect(styles).toMatch(/HexisWordsUpright">Title</);
        expect(styles).toMatch(/HexisWordsItalic">slanted</);
        expect(ok(await bindInto(report, after))).toEqual(after);
        writeFileSync(folder.at('n.odt'), bytes);
        const { out } = hexis(['bind', report, '--into', folder.at('n.odt'), '-o', folder.at('n2.odt')]);
        expect(out).toMatch(/2 figures, brought up to date: 1\n/);
        expect(hexis(['bind', report, '--into', folder.at('n2.odt'), '-o', folder.at('n3.odt')]).out).toMatch(
          /n2\.odt is up to date/,
        );
      },
    );
  });

  test('keeps the width that its author gave a picture, and the height follows', () => {
    const own = rewritten(bytes, (text) =>
      text.replace(/(draw:name="hexis-yield-by-bed"[^>]*svg:width=")[^"]*(" svg:height=")[^"]*/, '$110cm$29cm'),
    );
    const { bytes: after, figures } = updateOdt(own, drawn.document.figures);
    const figure = drawn.document.figures[0];
    const [, width, height] =
      /draw:name="hexis-yield-by-bed"[^>]*svg:width="([^"]*)" svg:height="([^"]*)pt"/.exec(contentOf(after)) ?? [];
    expect(width).toBe('10cm');
    expect(Number(height)).toBeCloseTo(((10 / 2.54) * 72 * (figure?.height ?? 0)) / (figure?.width ?? 1), 1);
    expect([...figures]).toEqual([bars]);
  });

  test('keeps what its author has rewritten, and what is more than words', () => {
    const other = drawn.document.figures.map((figure) => ({
      ...figure,
      altText: 'New words',
      caption: { ...figure.caption, title: [{ text: 'New title', bold: false, italic: false }] },
    }));
    const own = rewritten(bytes, (text) =>
      text
        .replace('Mean Yield by Type of Bed and Season<text:bookmark-end', 'My own words<text:bookmark-end')
        .replace(
          'Yields Spread More on Bare Soil<text:bookmark-end',
          'Yields <text:a xlink:href="https://example.org/">Spread</text:a> More on Bare Soil<text:bookmark-end',
        )
        .replace(/<svg:desc>Bar chart[^<]*/, '<svg:desc>What I see'),
    );
    const { kept, bytes: after } = updateOdt(own, other);
    expect(kept).toEqual([
      { id: bars, part: 'picture', reason: 'rewritten' },
      { id: bars, part: 'title', reason: 'rewritten' },
      { id: 'yield-boxes', part: 'title', reason: 'more-than-words' },
    ]);
    expect(contentOf(after)).toContain('My own words<');
    expect(contentOf(after)).toContain('<svg:desc>What I see<');
    const ours = updateOdt(own, other, { oursAlways: true });
    expect(contentOf(ours.bytes)).toContain('>New title<');
    expect(contentOf(ours.bytes)).not.toContain('What I see');
  });

  test('keeps the form that its author gave to the words, and leaves what a tracked change has deleted', () => {
    const other = drawn.document.figures.map((figure) => ({
      ...figure,
      caption: { ...figure.caption, title: [{ text: 'New', bold: false, italic: false }] },
    }));
    const own = rewritten(bytes, (text) =>
      text
        .replace(
          /(<text:bookmark-start text:name="_hexis_title_[^>]*>)(Mean Yield[^<]*)/,
          '$1<text:span text:style-name="Red">$2</text:span>',
        )
        .replace(
          '<text:sequence-decls>',
          `<text:tracked-changes><text:changed-region text:id="c"><text:deletion><office:change-info/>${/<draw:frame.*?<\/draw:frame>/.exec(text)?.[0].replace('svg:height="', 'svg:height="9')}</text:deletion></text:changed-region></text:tracked-changes><text:sequence-decls>`,
        ),
    );
    const { bytes: after } = updateOdt(own, other);
    expect(contentOf(after)).toMatch(/_hexis_title_\w+"\/><text:span text:style-name="Red">New<\/text:span>/);
    expect(contentOf(after).split('svg:height="9')).toHaveLength(2);
  });

  test('finds a copy again to which an office program gave other names', () => {
    const other = drawn.document.figures.map((figure) => ({
      ...figure,
      altText: 'New words',
      caption: { ...figure.caption, title: [{ text: 'New title', bold: false, italic: false }] },
    }));
    // What an office program makes of a copy: frames and bookmarks have names of their own.
    const own = rewritten(bytes, (text) => {
      const from = text.indexOf('<text:p text:style-name="Figure_20_kept">');
      const copy = text
        .slice(from, text.indexOf('</office:text>'))
        .replace(/draw:name="hexis-[^"]*"/g, 'draw:name="Image1"')
        .replace(/text:name="(_hexis_\w+)"/g, 'text:name="$1 Copy 1"');
      return text.replace('</office:text>', `${copy}</office:text>`);
    });
    const { bytes: after, kept } = updateOdt(own, other);
    expect(kept).toEqual([]);
    const text = contentOf(after);
    expect(text.match(/>New title</g)).toHaveLength(4);
    expect(text.match(/<svg:desc>New words</g)).toHaveLength(4);
    expect(text.match(/text:name="_hexis_title_\w+ Copy 1"/g)).toHaveLength(4);
    expect(text.match(/draw:name="Image1"/g)).toHaveLength(2);
    expect(updateOdt(after, other).parts).toEqual([]);
  });

  test('leaves a picture of the author that stands in a mark of ours', () => {
    const own = rewritten(bytes, (text) => {
      const mine =
        '<draw:frame draw:name="Mine" svg:width="3cm" svg:height="2cm"><draw:image xlink:href="Pictures/mine.png"/></draw:frame>';
      return text
        .replace(/(<text:bookmark-start text:name="_hexis_picture_\w+"\/>)/, `$1${mine}`)
        .replace(/text:name="(_hexis_picture_\w+)"/g, 'text:name="$1 Copy 1"');
    });
    const png = new Uint8Array([0x89, 0x50, 0x4e, 0x47, 1, 2, 3]);
    const other = drawn.document.figures.map((figure) => ({
      ...figure,
      altText: 'New',
      pictures: { ...figure.pictures, png },
    }));
    expect(contentOf(updateOdt(own, other).bytes)).toContain(
      'draw:name="Mine" svg:width="3cm" svg:height="2cm"><draw:image xlink:href="Pictures/mine.png"/></draw:frame>',
    );
  });

  test('gives a picture a file of its own where another picture shares it, and lists it', () => {
    const own = rewritten(bytes, (text) =>
      text.replace(
        '<text:p text:style-name="Figure_20_Note">',
        '<text:p><draw:frame draw:name="Mine" svg:width="3cm" svg:height="2cm"><draw:image xlink:href="Pictures/hexis-yield-by-bed.png"/></draw:frame></text:p><text:p text:style-name="Figure_20_Note">',
      ),
    );
    const png = new Uint8Array([0x89, 0x50, 0x4e, 0x47, 1, 2, 3]);
    const other = drawn.document.figures.map((figure) => ({ ...figure, pictures: { ...figure.pictures, png } }));
    const after = partsOf(updateOdt(own, other).bytes);
    expect(after['Pictures/hexis-yield-by-bed.png']).toEqual(partsOf(bytes)['Pictures/hexis-yield-by-bed.png']);
    const [path = ''] = Object.keys(after).filter((name) => /^Pictures\/hexis-[\da-f]{16}\.png$/.test(name));
    expect(after[path]).toEqual(png);
    expect(textOf(after['META-INF/manifest.xml'])).toContain(`full-path="${path}"`);
    expect(after['Pictures/hexis-yield-boxes.png']).toEqual(png);
  });

  test('can be read again whatever the words are, and all else stays to the byte', () => {
    fc.assert(
      fc.property(fc.constantFrom(...nastyTexts), fc.constantFrom(...nastyTexts), (title, altText) => {
        const other = drawn.document.figures.map((figure) => ({
          ...figure,
          altText,
          caption: { ...figure.caption, title: [{ text: title || 'x', bold: true, italic: true }] },
        }));
        const { bytes: after } = updateOdt(bytes, other);
        const [was, is] = [partsOf(bytes), partsOf(after)];
        wellFormed('content.xml', textOf(is['content.xml']));
        for (const name of Object.keys(was)) if (name !== 'content.xml') expect(is[name]).toEqual(was[name]);
        const without = (text: string) =>
          text
            .replace(/<text:bookmark-start.*?<text:bookmark-end[^>]*>/gs, '')
            .replace(/<style:style style:name="HexisWords.*?<\/style:style>/gs, '');
        expect(without(textOf(is['content.xml']))).toBe(without(textOf(was['content.xml'])));
        // What is up to date is not changed again.
        expect(updateOdt(after, other).parts).toEqual([]);
      }),
      { numRuns: 25 },
    );
  });

  test.each([
    [
      'locked',
      (parts: Map<string, Uint8Array>) =>
        parts.set(
          'META-INF/manifest.xml',
          new TextEncoder().encode(
            '<m:manifest xmlns:m="m"><m:file-entry><m:encryption-data/></m:file-entry></m:manifest>',
          ),
        ),
      /locked with a password/,
    ],
    [
      'signed',
      (parts: Map<string, Uint8Array>) => parts.set('META-INF/documentsignatures.xml', new Uint8Array()),
      /signed/,
    ],
    ['without its text', (parts: Map<string, Uint8Array>) => parts.delete('content.xml'), /no document of text/],
  ])('is refused where it is %s', async (_, change, message) => {
    const parts = new Map(Object.entries(partsOf(bytes)));
    change(parts);
    const found = await bindInto(report, packedText(parts));
    expect(found.ok).toBe(false);
    expect(JSON.stringify(found.problems)).toMatch(message);
  });

  test('that another program has saved gets its figures, and its own words stay', async () => {
    // A document of an office program into which our picture was pasted under its name.
    const strange = new Map(Object.entries(unzipSync(readFileSync(join(root, 'tests/documents/strange.odt')))));
    const before = textOf(strange.get('content.xml'));
    strange.set(
      'content.xml',
      new TextEncoder().encode(before.replace('draw:name="Image1"', 'draw:name="hexis-yield-by-bed"')),
    );
    const own = packedText(strange);
    const after = ok(await bindInto(report, own));
    const [was, is] = [partsOf(own), partsOf(after)];
    const changed = Object.keys(is).filter(
      (name) => Buffer.compare(is[name] as Uint8Array, was[name] ?? new Uint8Array()) !== 0,
    );
    expect(
      changed.every(
        (name) => name === 'content.xml' || name === 'META-INF/manifest.xml' || name.startsWith('Pictures/'),
      ),
    ).toBe(true);
    const words = (text: string) => text.replace(/<draw:frame [^>]*draw:name="hexis-.*?<\/draw:frame>/s, '');
    expect(words(textOf(is['content.xml']))).toBe(words(textOf(was['content.xml'])));
    wellFormed('content.xml', textOf(is['content.xml']));
  });
});
