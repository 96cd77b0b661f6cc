import { beforeAll, describe, expect, test } from '@jest/globals';
import { ok } from 'hexis';
import { bind, type DrawnReport, drawReport } from 'hexis/node';
import mammoth from 'mammoth';
import { SaxesParser } from 'saxes';
import { demo } from '../helpers/hexis.js';
import { misplaced, partsOf, textOf } from '../helpers/words.js';

const report = demo('garden.report.yaml');
let bytes: Uint8Array;
let parts: Record<string, Uint8Array>;
let body: string;
let drawn: DrawnReport;
beforeAll(async () => {
  bytes = ok(await bind(report, 'docx'))[0]?.bytes as Uint8Array;
  parts = partsOf(bytes);
  body = textOf(parts['word/document.xml']);
  drawn = ok(await drawReport(report, {}));
});

const all = (pattern: RegExp, text = body): string[][] => [...text.matchAll(pattern)].map(([, ...found]) => found);

describe('a document for word processors', () => {
  test('consists of well-formed parts, each of a type that is said', () => {
    const types = textOf(parts['[Content_Types].xml']);
    for (const [name, part] of Object.entries(parts)) {
      if (!/\.(xml|rels|svg)$/.test(name)) continue;
      const parser = new SaxesParser({ xmlns: true });
      parser.on('error', (fault) => {
        throw new Error(`${name}: ${fault.message}`);
      });
      parser.write(textOf(part)).close();
    }
    for (const name of Object.keys(parts)) {
      const ending = name.split('.').at(-1) as string;
      expect([name, types.includes(`Extension="${ending}"`) || types.includes(`PartName="/${name}"`)]).toEqual([
        name,
        true,
      ]);
    }
  });

  test('has its elements in the order of the standard, and no style or bookmark twice', () => {
    for (const name of ['word/document.xml', 'word/styles.xml'])
      expect([name, misplaced(textOf(parts[name]))]).toEqual([name, []]);
    expect(misplaced('<w:pPr><w:keepNext/><w:pStyle/><w:strange/></w:pPr>')).toEqual([
      'pStyle in pPr',
      'strange in pPr',
    ]);
    const styles = all(/<w:style [^>]*w:styleId="([^"]*)"/g, textOf(parts['word/styles.xml'])).flat();
    expect(new Set(styles).size).toBe(styles.length);
    const used = all(/<w:pStyle w:val="([^"]*)"/g).flat();
    for (const style of used) expect(styles).toContain(style);
  });

  test('refers to nothing that is not in it', () => {
    for (const [name, part] of Object.entries(parts)) {
      if (!name.endsWith('.rels')) continue;
      const folder = name.replace(/_rels\/[^/]*$/, '');
      for (const [target = ''] of all(/Target="([^"]*)"/g, textOf(part)))
        expect(Object.keys(parts)).toContain(target.startsWith('/') ? target.slice(1) : folder + target);
    }
    const ids = all(/Id="([^"]*)"/g, textOf(parts['word/_rels/document.xml.rels'])).flat();
    for (const [id] of all(/r:embed="([^"]*)"/g)) expect(ids).toContain(id);
  });

  test('is read by another library: words, emphasis, alternative texts, pictures', async () => {
    const { value, messages } = await mammoth.convertToHtml(
      { buffer: Buffer.from(bytes) },
      { convertImage: mammoth.images.imgElement(async (image) => ({ src: image.contentType })) },
    );
    expect(messages.filter(({ type }) => type === 'error')).toEqual([]);
    const { figures } = drawn.document;
    for (const { altText } of figures) expect(value).toContain(`alt="${altText.replaceAll('"', '&quot;')}"`);
    expect(value.match(/<img/g)).toHaveLength(figures.length);
    expect(value).toMatch(
      /<strong>Figure 1<\/strong><br ?\/><a id="_hexis_title_\w+"><\/a><em>Mean Yield by Type of Bed and Season<\/em>/,
    );
    expect(value).toMatch(/<em>Note\.<\/em> Error bars show 95% confidence intervals of the mean\. <em>N<\/em>/);
  });

  test('counts by fields, in order, each with the number that it has, and lists the figures by a field', () => {
    expect(all(/<w:instrText[^>]*>([^<]*)</g).flat()).toEqual([
      ' TOC \\h \\z \\c "Figure" ',
      ...[1, 2, 3, 4, 5].map(() => ' SEQ Figure \\* ARABIC '),
    ]);
    expect(
      all(/fldCharType="separate"\/><\/w:r><w:r>(?:<w:rPr>(?:(?!<\/w:rPr>).)*<\/w:rPr>)?<w:t>(\d+)</g).flat(),
    ).toEqual(['1', '2', '3', '4', '5']);
    expect(all(/fldCharType="(\w+)"/g).flat()).toEqual(
      Array.from({ length: 6 }, () => ['begin', 'separate', 'end']).flat(),
    );
  });

  test('has pictures of the size that the figures have, to a tenth of a millimetre, as lines with dots behind them', () => {
    const { figures } = drawn.document;
    const sizes = all(/<wp:extent cx="(\d+)" cy="(\d+)"/g).map((pair) => pair.map((emu) => Number(emu) / 36000));
    expect(sizes.length).toBe(figures.length);
    for (const [i, { width, height }] of figures.entries()) {
      expect(Math.abs((sizes[i]?.[0] ?? 0) - (width * 25.4) / 72)).toBeLessThan(0.1);
      expect(Math.abs((sizes[i]?.[1] ?? 0) - (height * 25.4) / 72)).toBeLessThan(0.1);
    }
    const relations = new Map(
      all(/Id="([^"]*)"[^>]*Target="([^"]*)"/g, textOf(parts['word/_rels/document.xml.rels'])) as [string, string][],
    );
    const dots = all(/<a:blip [^>]*r:embed="([^"]*)"/g).map(([id = '']) => relations.get(id));
    const lines = all(/svgBlip [^>]*r:embed="([^"]*)"/g).map(([id = '']) => relations.get(id));
    expect(dots.map((path) => path?.split('.').at(-1))).toEqual(figures.map(() => 'png'));
    expect(lines.map((path) => path?.split('.').at(-1))).toEqual(figures.map(() => 'svg'));
    // A picture with transparent dots turns black in some programs: colour type 2 has none.
    for (const path of dots) expect(parts[`word/${path}`]?.[25]).toBe(2);
  });

  test('never parts a caption from its picture, nor a note', () => {
    const paragraphs = all(/<w:p>(?:<w:pPr>(.*?)<\/w:pPr>)?(.*?)<\/w:p>/g);
    const styleOf = (properties = '') => /w:pStyle w:val="(\w+)"/.exec(properties)?.[1];
    const own = paragraphs.filter(([properties]) =>
      ['Caption', 'Figure', 'FigureNote'].includes(styleOf(properties) ?? ''),
    );
    expect(own.map(([properties]) => styleOf(properties))).toEqual(
      Array.from({ length: 5 }, () => ['Caption', 'Figure', 'FigureNote']).flat(),
    );
    for (const [i, [properties = '']] of own.entries())
      expect([i, properties.includes('<w:keepNext/>')]).toEqual([i, i % 3 !== 2]);
  });

  test('has the page of the style, and styles by names that a template can take over', () => {
    expect(all(/<w:pgSz w:w="(\d+)" w:h="(\d+)"/g)[0]).toEqual(['12240', '15840']);
    expect(all(/<w:pgMar w:top="(\d+)" w:right="(\d+)" w:bottom="(\d+)" w:left="(\d+)"/g)[0]).toEqual([
      '1440',
      '1440',
      '1440',
      '1440',
    ]);
    const names = all(
      /<w:style [^>]*w:styleId="([^"]*)"[^>]*><w:name w:val="([^"]*)"/g,
      textOf(parts['word/styles.xml']),
    );
    expect(names).toEqual(
      expect.arrayContaining([
        ['Caption', 'caption'],
        ['Figure', 'Figure'],
        ['FigureNote', 'Figure Note'],
      ]),
    );
  });

  test('is the same to the byte, in one program and with others made in between', async () => {
    await bind(report, 'docx', { only: ['2'], isFresh: true });
    const again = ok(await bind(report, 'docx', { isFresh: true }))[0]?.bytes as Uint8Array;
    expect(Buffer.compare(again, bytes)).toBe(0);
  });
});
