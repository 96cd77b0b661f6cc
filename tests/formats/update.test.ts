import { cpSync, readFileSync, writeFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ok } from 'hexis';
import { bind, bindInto, type DrawnReport, drawReport } from 'hexis/node';
import { updateDocx } from '../../src/node/bind/update/updateDocx.js';
import { demo, folderWith, hexis } from '../helpers/hexis.js';
import {
  count,
  documentOf,
  misplaced,
  packed,
  paragraph,
  partsOf,
  pictureXml,
  run,
  textOf,
  words,
} from '../helpers/words.js';

const folder = folderWith();
const report = folder.at('g.report.yaml');
const pictures = { svg: { text: 'outlines', ground: 'none' }, png: { ground: 'paper' } } as const;
let drawn: DrawnReport;
beforeAll(async () => {
  for (const part of ['figures', 'data', 'garden.codebook.yaml'])
    cpSync(demo(part), folder.at(part), { recursive: true });
  writeFileSync(
    report,
    'hexis: report/1\nstyle: apa\nfigures: [figures/yield-by-bed.figure.yaml, figures/yield-boxes.figure.yaml]\n',
  );
  drawn = ok(await drawReport(report, pictures));
});
afterAll(() => folder.remove());

const old = new Uint8Array([0x89, 0x50, 0x4e, 0x47, 1, 2, 3]);
const foreign = new Uint8Array([0x89, 0x50, 0x4e, 0x47, 9, 9, 9]);
const bars = 'hexis-yield-by-bed';
const boxes = 'hexis-yield-boxes';

const figureOf = (name: string) => {
  const found = drawn.document.figures.find(({ id }) => `hexis-${id}` === name);
  if (!found) throw new Error(`there is no figure ${name}`);
  return found;
};
const media = {
  rId1: { path: 'media/image1.png', bytes: old },
  rId2: { path: 'media/image2.png', bytes: foreign },
  rId3: { path: 'media/image3.png', bytes: old.slice() },
};

/** What an update did to a document: its parts before and after, and the text of the body. */
function updated(bytes: Uint8Array) {
  const { bytes: after, kept, parts: names } = updateDocx(bytes, drawn.document.figures);
  const [was, is] = [partsOf(bytes), partsOf(after)];
  const changed = Object.keys(is).filter(
    (name) => !was[name] || Buffer.compare(was[name], is[name] as Uint8Array) !== 0,
  );
  expect([...names].sort()).toEqual(changed.sort());
  expect(Object.keys(was).filter((name) => !is[name])).toEqual([]);
  return { is, changed, kept, body: textOf(is['word/document.xml']), after };
}

const ratio = (name: string) => figureOf(name).width / figureOf(name).height;
const extents = (text: string) =>
  [...text.matchAll(/<wp:extent cx="(\d+)" cy="(\d+)"/g)].map(([, cx, cy]) => [Number(cx), Number(cy)] as const);

describe('a document that another program wrote', () => {
  test('gets the new picture and its alternative text; its width stays, its height follows', () => {
    const { is, changed, body } = updated(
      documentOf({ body: paragraph(run(pictureXml(bars, 'rId1', { width: 412, height: 100 }))), media }),
    );
    expect(changed).toEqual(['word/document.xml', 'word/media/image1.png']);
    expect(
      Buffer.compare(is['word/media/image1.png'] as Uint8Array, figureOf(bars).pictures['png'] as Uint8Array),
    ).toBe(0);
    expect(body).toContain(`descr="${figureOf(bars).altText}"`);
    const [[cx, cy] = [0, 0]] = extents(body);
    expect(cx).toBe(412 * 12700);
    expect(Math.abs(cx / cy - ratio(bars))).toBeLessThan(1e-4);
    // The picture within the frame has the same size.
    expect(body).toContain(`<a:ext cx="${cx}" cy="${cy}"/>`);
  });

  test.each([
    ['in a cell of a table', (one: string) => `<w:tbl><w:tr><w:tc>${paragraph(run(one))}</w:tc></w:tr></w:tbl>`],
    ['beside other words', (one: string) => paragraph(`${words('see ')}${run(one)}${words(' there')}`)],
    [
      'in a text box, and in what older programs show in its place',
      (one: string) =>
        paragraph(
          run(
            `<mc:AlternateContent><mc:Choice Requires="wps"><w:drawing><wp:anchor><wp:extent cx="5" cy="6"/><wp:docPr id="1" name="Text Box 1"/><a:graphic><a:graphicData uri="u"><wps:wsp><wps:txbx><w:txbxContent>${paragraph(run(one))}</w:txbxContent></wps:txbx></wps:wsp></a:graphicData></a:graphic></wp:anchor></w:drawing></mc:Choice><mc:Fallback><w:pict><w:txbxContent>${paragraph(run(one))}</w:txbxContent></w:pict></mc:Fallback></mc:AlternateContent>`,
          ),
        ),
    ],
    ['in an insertion that is tracked', (one: string) => `<w:p><w:ins w:id="1" w:author="A">${run(one)}</w:ins></w:p>`],
    ['as a floating picture', (_: string) => paragraph(run(pictureXml(bars, 'rId1', { anchored: true })))],
  ])('finds a picture %s', (_, place) => {
    const { changed, body } = updated(documentOf({ body: place(pictureXml(bars, 'rId1')), media }));
    expect(changed).toEqual(['word/document.xml', 'word/media/image1.png']);
    expect(body).not.toContain('old words');
    // A text box around it keeps its size.
    if (body.includes('Text Box')) expect(body).toContain('<wp:extent cx="5" cy="6"/>');
  });

  test('finds a picture in a header', () => {
    const { changed } = updated(
      documentOf({ body: paragraph(words('text')), header: paragraph(run(pictureXml(bars, 'rId1'))), media }),
    );
    expect(changed).toEqual(['word/header1.xml', 'word/media/image1.png']);
  });

  test('leaves a picture that a tracked change has deleted', () => {
    const body = `<w:p><w:del w:id="1" w:author="A">${run(pictureXml(bars, 'rId1'))}</w:del></w:p>`;
    expect(updated(documentOf({ body, media })).changed).toEqual([]);
  });

  test('leaves other pictures, also one that shares the file with ours', () => {
    const body = `${paragraph(run(pictureXml(bars, 'rId1')))}${paragraph(run(pictureXml('Picture 3', 'rId1')))}${paragraph(run(pictureXml('Picture 4', 'rId2')))}`;
    const { is, changed, body: text } = updated(documentOf({ body, media }));
    const added = changed.find((name) => name.startsWith('word/media/'));
    expect(added).toMatch(/^word\/media\/hexis-yield-by-bed-[\da-f]{12}\.png$/);
    expect(Buffer.compare(is['word/media/image1.png'] as Uint8Array, old)).toBe(0);
    expect(changed).toEqual(['word/_rels/document.xml.rels', 'word/document.xml', added].sort());
    expect(text).toMatch(/name="Picture 3"[\s\S]*?r:embed="rId1"/);
    expect(text).toMatch(/name="hexis-yield-by-bed"[\s\S]*?r:embed="rIdHexis1"/);
    expect(text.match(/old words/g)).toHaveLength(2);
  });

  test('brings every copy of a picture up to date, each at its own width', () => {
    const body = [200, 320].map((width) => paragraph(run(pictureXml(bars, 'rId1', { width, height: 50 })))).join('');
    const { changed, body: text } = updated(documentOf({ body, media }));
    expect(changed).toEqual(['word/document.xml', 'word/media/image1.png']);
    expect(extents(text).map(([cx]) => cx / 12700)).toEqual([200, 320]);
    for (const [cx, cy] of extents(text)) expect(Math.abs(cx / cy - ratio(bars))).toBeLessThan(1e-4);
  });

  test('adds lines beside dots where the document has both, and their type where it is missing', () => {
    const files = { ...media, rId5: { path: 'media/image5.emf', bytes: foreign } };
    const { is, changed } = updated(
      documentOf({ body: paragraph(run(pictureXml(bars, 'rId1', { lines: 'rId5' }))), media: files }),
    );
    expect(changed.filter((name) => name.endsWith('.svg'))).toHaveLength(1);
    expect(textOf(is['[Content_Types].xml'])).toContain('<Default Extension="svg" ContentType="image/svg+xml"/>');
    expect(Buffer.compare(is['word/media/image5.emf'] as Uint8Array, foreign)).toBe(0);
  });

  test('is left as it is to the byte where all is up to date', () => {
    const { after } = updated(documentOf({ body: paragraph(run(pictureXml(bars, 'rId1'))), media }));
    const twice = updateDocx(after, drawn.document.figures);
    expect([twice.parts, twice.bytes === after]).toEqual([[], true]);
  });
});

describe('the words beside a picture', () => {
  const picture = paragraph(run(pictureXml(bars, 'rId1')), 'Figure');
  const caption = (rest: string) => paragraph(`${count(7)}${rest}`, 'Caption');
  const italic = '<w:rPr><w:i/><w:color w:val="112233"/></w:rPr>';
  const title = `${run('<w:br/>')}${run(`${italic}<w:t>Old </w:t>`)}<w:proofErr w:type="spellStart"/>${run(`${italic}<w:t>title</w:t>`)}`;
  const note = paragraph(words('Old note.'), 'FigureNote');

  test('change where they stand in our form; number, bookmarks and the form of the words stay', () => {
    const mark = '<w:bookmarkStart w:id="3" w:name="_Ref9"/>';
    const { body } = updated(
      documentOf({ body: `${caption(`${title}${mark}<w:bookmarkEnd w:id="3"/>`)}${picture}${note}`, media }),
    );
    expect(body).toContain(count(7));
    expect(body).toContain(`${italic}<w:t xml:space="preserve">Mean Yield by Type of Bed and Season</w:t>`);
    expect(body).toContain(`${mark}<w:bookmarkEnd w:id="3"/>`);
    expect(body).not.toMatch(/Old/);
    expect(body).toMatch(/<w:rPr><w:i\/><\/w:rPr><w:t xml:space="preserve">Note\.<\/w:t>/);
  });

  test.each([
    [
      'words of the author in a style of theirs',
      `${paragraph(words('Old title'))}${picture}${paragraph(words('Old note.'))}`,
    ],
    ['a caption without a count', `${paragraph(words('Figure 7 Old title'), 'Caption')}${picture}`],
    ['a caption that stands elsewhere', `${caption(title)}${paragraph(words('between'))}${picture}`],
    ['a caption in another cell', `<w:tbl><w:tr><w:tc>${caption(title)}</w:tc><w:tc>${picture}</w:tc></w:tr></w:tbl>`],
  ])('stay: %s', (_, body) => {
    const { body: text, kept } = updated(documentOf({ body, media }));
    expect(text).toContain('Old');
    expect(kept).toEqual([]);
  });

  test.each([
    ['tracked changes', `<w:ins w:id="1" w:author="A">${words(' mine')}</w:ins>`],
    ['a comment', '<w:commentRangeStart w:id="0"/>'],
    ['a link', `<w:hyperlink r:id="rId2">${words('mine')}</w:hyperlink>`],
  ])('stay, and it is said: %s', (_, more) => {
    const { body, kept } = updated(documentOf({ body: `${caption(title + more)}${picture}${note}`, media }));
    expect(body).toContain('Old ');
    expect(kept).toEqual([{ id: 'yield-by-bed', reason: 'the caption has tracked changes, comments or links' }]);
  });
});

describe('a document of our own', () => {
  test('is brought up to date after the data change, and is then what binding anew makes', async () => {
    const before = ok(await bind(report, 'docx'))[0]?.bytes as Uint8Array;
    const path = folder.at('figures/yield-boxes.figure.yaml');
    const text = readFileSync(path, 'utf8');
    writeFileSync(path, text.replace(/title: .*/, 'title: Another title'));
    const after = ok(await bindInto(report, before));
    const anew = ok(await bind(report, 'docx'))[0]?.bytes as Uint8Array;
    writeFileSync(path, text);
    const words = (bytes: Uint8Array) =>
      textOf(partsOf(bytes)['word/document.xml'])
        .replace(/<w:p><w:pPr><w:pStyle w:val="TableofFigures"\/>.*?<\/w:p>/g, '')
        .replace(/<[^>]*>/g, '|')
        .replace(/\|+/g, '|');
    expect(words(after)).toBe(words(anew));
    expect(words(after)).not.toBe(words(before));
    expect(words(after)).toContain('Another Title');
    expect(misplaced(textOf(partsOf(after)['word/document.xml']))).toEqual([]);
  });

  test('is judged at the width that the author gave a picture, and says what it does not have', async () => {
    const body = paragraph(run(pictureXml(boxes, 'rId1', { width: 100, height: 60 })));
    const path = folder.at('theirs.docx');
    writeFileSync(path, documentOf({ body, media }));
    const { code, out, err } = hexis(['bind', report, '--into', path, '-o', folder.at('new.docx'), '--json']);
    expect(code).toBe(0);
    const said = JSON.parse(out || err);
    expect(said.figures.map(({ width }: { width: number }) => Math.round(width))[1]).toBe(100);
    expect(said.figures[1].findings.map(({ rule }: { rule: string }) => rule)).toContain('text-size');
    expect(said.problems.map(({ code: own }: { code: string }) => own)).toEqual(['figure-not-there']);
    const { out: text } = hexis(['bind', report, '--into', path, '-o', folder.at('new.docx')]);
    expect(text).toMatch(/figure 2 stands 3\.5 cm wide in .*: \d+ errors?[\s\S]*error text-size/);
    expect(hexis(['bind', report, '--into', path]).err).toContain('write: -o thesis-updated.docx');
  });
});

describe('what is no document that can be changed', () => {
  const fine = () => documentOf({ body: paragraph(run(pictureXml(bars, 'rId1'))), media });

  test.each([
    [
      'an encrypted one',
      () => new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1, 0, 0]),
      'it is encrypted',
    ],
    ['a text', () => new TextEncoder().encode('Dear reader'), 'it is no document of a word processor'],
    ['an empty file', () => new Uint8Array(), 'it is no document of a word processor'],
    ['one that is cut off', () => fine().subarray(0, 400), 'damaged'],
    ['another package', () => packed({ '[Content_Types].xml': '<Types/>', 'xl/workbook.xml': '<w/>' }), 'no document'],
    ['a signed one', () => packed({ ...partsOf(fine()), '_xmlsignatures/sig1.xml': '<s/>' }), 'it is signed'],
  ])('%s is refused in words', async (_, bytes, reason) => {
    const found = await bindInto(report, bytes());
    expect([found.ok, found.problems.map(({ code }) => code)]).toEqual([false, ['document-foreign']]);
    expect(JSON.stringify(found.problems)).toContain(reason);
  });

  test('one that unpacks to more than any document is refused before it is unpacked', async () => {
    const bomb = packed({ ...partsOf(fine()), 'word/big.xml': new Uint8Array(600_000_000) });
    const found = await bindInto(report, bomb);
    expect(JSON.stringify(found.problems)).toContain('unpacks to more than');
  });

  test('a broken part stays as it is', () => {
    const broken = `<w:document><w:p>${pictureXml(bars, 'rId1')}`;
    expect(updated(packed({ ...partsOf(fine()), 'word/document.xml': broken })).changed).toEqual([]);
  });

  test('macros stay to the byte', () => {
    const macro = new Uint8Array([1, 2, 3]);
    const { changed, is } = updated(packed({ ...partsOf(fine()), 'word/vbaProject.bin': macro }));
    expect(changed).toEqual(['word/document.xml', 'word/media/image1.png']);
    expect(is['word/vbaProject.bin']).toEqual(macro);
  });
});

test('whatever stands around our pictures, all else stays the same to the byte', () => {
  const text = fc.string({ maxLength: 12 }).map((own) => words(own.replace(/[^\p{L}\p{N} ]/gu, '')));
  const piece = fc.oneof(
    text.map((own) => paragraph(own)),
    fc.constantFrom(
      paragraph(run(pictureXml(bars, 'rId1'))),
      paragraph(run(pictureXml(boxes, 'rId3', { width: 111, anchored: true }))),
      paragraph(run(pictureXml('Picture 9', 'rId2'))),
      paragraph(run(pictureXml('Picture 8', 'rId1'))),
      `<w:tbl><w:tr><w:tc>${paragraph(run(pictureXml(bars, 'rId1')))}</w:tc></w:tr></w:tbl>`,
      `<!-- a "remark" <w:p> --><w:p w:rsidR='00A1'><![CDATA[ ]]></w:p>`,
      `<w:p><w:del w:id="2" w:author="B">${run(pictureXml(boxes, 'rId3'))}</w:del></w:p>`,
    ),
  );
  fc.assert(
    fc.property(fc.array(piece, { minLength: 1, maxLength: 8 }), fc.uint8Array({ maxLength: 40 }), (pieces, noise) => {
      const bytes = documentOf({ body: pieces.join(''), media, more: { 'word/embeddings/x.bin': noise } });
      const { changed, body } = updated(bytes);
      for (const name of changed) expect(name).toMatch(/^word\/(document\.xml|media\/|_rels\/document\.xml\.rels)/);
      // Without what belongs to our pictures the body is as it was.
      const rest = (own: string) =>
        own.replace(/<w:drawing>(?:(?!<\/w:drawing>)[\s\S])*?name="hexis-[\s\S]*?<\/w:drawing>/g, 'OURS');
      expect(rest(body)).toBe(rest(textOf(partsOf(bytes)['word/document.xml'])));
    }),
    { numRuns: 60, seed: 11 },
  );
});

describe('a folder of LaTeX', () => {
  test('gets new pictures wherever they stand, and new words in the lines that are ours; nothing else', async () => {
    const own = folderWith();
    expect(hexis(['bind', report, '-o', own.at('g.tex')]).code).toBe(0);
    const moved = own.at('chapter.tex');
    const text = readFileSync(own.at('g.tex'), 'utf8').replace(/width=[\d.]+bp/, 'width=0.5\\linewidth');
    writeFileSync(moved, `% mine é\r\n${text}\nmore % hexis title nobody\n`);
    writeFileSync(own.at('thesis.tex'), 'Mine, 100\\% mine.\n');
    const figure = folder.at('figures/yield-by-bed.figure.yaml');
    const before = readFileSync(figure, 'utf8');
    writeFileSync(figure, before.replace(/title: .*/, 'title: Beds & plots 100%'));
    const found = hexis(['bind', report, '--into', own.path]);
    writeFileSync(figure, before);
    expect([found.code, found.err]).toEqual([0, '']);
    const after = readFileSync(moved, 'utf8');
    expect(after).toContain('\\caption{Beds \\& Plots 100\\%}% hexis title yield-by-bed');
    expect(after).toContain('\\includegraphics[width=0.5\\linewidth,alt={');
    expect(after.startsWith('% mine é\r\n')).toBe(true);
    const others = (own: string) => own.split('\n').filter((line) => !/% hexis (title|note|picture)/.test(line));
    expect(others(after)).toEqual(others(`% mine é\r\n${text}\nmore % hexis title nobody\n`));
    expect(readFileSync(own.at('thesis.tex'), 'utf8')).toBe('Mine, 100\\% mine.\n');
    expect(hexis(['bind', report, '--into', own.path, '-o', 'x']).code).toBe(2);
    own.remove();
  });
});
