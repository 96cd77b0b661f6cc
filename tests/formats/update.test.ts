import { cpSync, readFileSync, writeFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ok } from 'hexis';
import { bind, bindInto, type DrawnReport, drawReport } from 'hexis/node';
import { type MarkedPart, markName } from '../../src/core/report/ownMarks.js';
import { updateDocx } from '../../src/node/bind/update/updateDocx.js';
import { xmlOf } from '../../src/node/bind/update/wordPackage.js';
import { nastyTexts } from '../fuzz/nasty.mjs';
import { demo, folderWith, hexis } from '../helpers/hexis.js';
import {
  count,
  documentOf,
  misplaced,
  packed,
  paragraph,
  partsOf,
  pictureRun,
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
      documentOf({ body: paragraph(pictureRun(bars, 'rId1', { width: 412, height: 100 })), media }),
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
    ['in a cell of a table', (one: string) => `<w:tbl><w:tr><w:tc>${paragraph(one)}</w:tc></w:tr></w:tbl>`],
    ['beside other words', (one: string) => paragraph(`${words('see ')}${one}${words(' there')}`)],
    [
      'in a text box, and in what older programs show in its place',
      (one: string) =>
        paragraph(
          run(
            `<mc:AlternateContent><mc:Choice Requires="wps"><w:drawing><wp:anchor><wp:extent cx="5" cy="6"/><wp:docPr id="1" name="Text Box 1"/><a:graphic><a:graphicData uri="u"><wps:wsp><wps:txbx><w:txbxContent>${paragraph(one)}</w:txbxContent></wps:txbx></wps:wsp></a:graphicData></a:graphic></wp:anchor></w:drawing></mc:Choice><mc:Fallback><w:pict><w:txbxContent>${paragraph(one)}</w:txbxContent></w:pict></mc:Fallback></mc:AlternateContent>`,
          ),
        ),
    ],
    ['in an insertion that is tracked', (one: string) => `<w:p><w:ins w:id="1" w:author="A">${one}</w:ins></w:p>`],
    ['as a floating picture', (_: string) => paragraph(pictureRun(bars, 'rId1', { anchored: true }))],
  ])('finds a picture %s', (_, place) => {
    const { changed, body } = updated(documentOf({ body: place(pictureRun(bars, 'rId1')), media }));
    expect(changed).toEqual(['word/document.xml', 'word/media/image1.png']);
    expect(body).not.toContain('old words');
    // A text box around it keeps its size.
    if (body.includes('Text Box')) expect(body).toContain('<wp:extent cx="5" cy="6"/>');
  });

  test('finds a picture in a header', () => {
    const { changed } = updated(
      documentOf({ body: paragraph(words('text')), header: paragraph(pictureRun(bars, 'rId1')), media }),
    );
    expect(changed).toEqual(['word/header1.xml', 'word/media/image1.png']);
  });

  test('leaves a picture that a tracked change has deleted', () => {
    const body = `<w:p><w:del w:id="1" w:author="A">${pictureRun(bars, 'rId1')}</w:del></w:p>`;
    expect(updated(documentOf({ body, media })).changed).toEqual([]);
  });

  test('leaves other pictures, also one that shares the file with ours', () => {
    const body = `${paragraph(pictureRun(bars, 'rId1'))}${paragraph(run(pictureXml('Picture 3', 'rId1')))}${paragraph(run(pictureXml('Picture 4', 'rId2')))}`;
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
    const body = [200, 320].map((width) => paragraph(pictureRun(bars, 'rId1', { width, height: 50 }))).join('');
    const { changed, body: text } = updated(documentOf({ body, media }));
    expect(changed).toEqual(['word/document.xml', 'word/media/image1.png']);
    expect(extents(text).map(([cx]) => cx / 12700)).toEqual([200, 320]);
    for (const [cx, cy] of extents(text)) expect(Math.abs(cx / cy - ratio(bars))).toBeLessThan(1e-4);
  });

  test('adds lines beside dots where the document has both, and their type where it is missing', () => {
    const files = { ...media, rId5: { path: 'media/image5.emf', bytes: foreign } };
    const { is, changed } = updated(
      documentOf({ body: paragraph(pictureRun(bars, 'rId1', { lines: 'rId5' })), media: files }),
    );
    expect(changed.filter((name) => name.endsWith('.svg'))).toHaveLength(1);
    expect(textOf(is['[Content_Types].xml'])).toContain('<Default Extension="svg" ContentType="image/svg+xml"/>');
    expect(Buffer.compare(is['word/media/image5.emf'] as Uint8Array, foreign)).toBe(0);
  });

  test('is left as it is to the byte where all is up to date', () => {
    const { after } = updated(documentOf({ body: paragraph(pictureRun(bars, 'rId1')), media }));
    const twice = updateDocx(after, drawn.document.figures);
    expect([twice.parts, twice.bytes === after]).toEqual([[], true]);
  });
});

describe('the words of a figure', () => {
  const picture = paragraph(pictureRun(bars, 'rId1'), 'Figure');
  const id = 'yield-by-bed';
  /** Words of ours within their mark, as they were when they were written. */
  const marked = (part: MarkedPart, said: string, content: string, number = 5) =>
    `<w:bookmarkStart w:id="${number}" w:name="${markName(part, id, said)}"/>${content}<w:bookmarkEnd w:id="${number}"/>`;
  const italic = '<w:rPr><w:rFonts w:ascii="X"/><w:i/><w:color w:val="112233"/></w:rPr>';
  const old = `${run(`${italic}<w:t>Old </w:t>`)}<w:proofErr w:type="spellStart"/>${run(`${italic}<w:t>title</w:t>`)}`;
  const caption = (content = old, said = 'Old title') =>
    paragraph(`${count(7)}${run('<w:br/>')}${marked('title', said, content)}`, 'Caption');
  const note = (content = words('Old note.'), said = 'Old note.') => paragraph(marked('note', said, content, 6), 'X');
  const change = (body: string, oursAlways = false) => {
    const bytes = documentOf({ body, media });
    const { bytes: after, kept } = updateDocx(bytes, drawn.document.figures, { oursAlways });
    return { body: textOf(partsOf(after)['word/document.xml']), kept, after };
  };
  const title = 'Mean Yield by Type of Bed and Season';

  test('change within their marks; number, bookmarks and the form of the words stay', () => {
    const mark = '<w:bookmarkStart w:id="3" w:name="_Ref9"/>';
    const heading = `${mark}${count(7)}<w:bookmarkEnd w:id="3"/>${run('<w:br/>')}${marked('title', 'Old title', old)}`;
    const { body, kept } = change(`${paragraph(heading, 'Caption')}${picture}${note()}`);
    expect(body).toContain(`${mark}${count(7)}<w:bookmarkEnd w:id="3"/>`);
    expect(body).toContain(`${italic}<w:t xml:space="preserve">${title}</w:t>`);
    expect(body).toContain(`w:name="${markName('title', id, title)}"`);
    expect([kept, /Old/.test(body)]).toEqual([[], false]);
    expect(body).toMatch(/<w:rPr><w:i\/><\/w:rPr><w:t xml:space="preserve">Note\.<\/w:t>/);
    expect(misplaced(body)).toEqual([]);
  });

  test.each([
    ['in styles of another name', (own: string) => own.replaceAll('"Caption"', '"Caption1"')],
    ['between other words', (own: string) => own.replace(picture, `${paragraph(words('between'))}${picture}`)],
    [
      'in cells of a table',
      (own: string) => `<w:tbl><w:tr><w:tc>${own.replace(picture, `</w:tc><w:tc>${picture}`)}</w:tc></w:tr></w:tbl>`,
    ],
    ['in a text box', (own: string) => paragraph(run(`<w:pict><w:txbxContent>${own}</w:txbxContent></w:pict>`))],
    ['with other prefixes', (own: string) => own],
  ])('are found wherever the author or another program has put them: %s', (_, place) => {
    const { body, kept } = change(place(`${caption()}${picture}${note()}`));
    expect([kept, body.includes(title), /Old/.test(body)]).toEqual([[], true, false]);
  });

  test('of others stay, though they look like ours', () => {
    const others = `${paragraph(`${count(6)}${words(' Caption of a map')}`, 'Caption')}`;
    const source = paragraph(words('Source: my own survey'), 'FigureNote');
    const { body } = change(`${others}${picture}${source}${caption()}${note()}`);
    for (const own of [others, source]) expect(body).toContain(own);
  });

  test('that nothing marks stay, and that is said; where they are as they should be there is nothing to say', () => {
    const rest = note();
    const { body, kept } = change(`${paragraph(words('Old title'), 'Caption')}${picture}${rest}`);
    expect(body).toContain('Old title');
    expect(kept).toEqual([{ id, part: 'title', reason: 'unmarked' }]);
    expect(change(`${paragraph(words(title), 'Caption')}${picture}${rest}`).kept).toEqual([]);
  });

  test('that the author has rewritten stay, and that is said, unless ours are asked for', () => {
    const body = `${caption(words('My own title'))}${picture}${note()}`;
    const kept = change(body);
    expect(kept.body).toContain('My own title');
    expect(kept.kept).toEqual([{ id, part: 'title', reason: 'rewritten' }]);
    const ours = change(body, true);
    expect([ours.body.includes(title), ours.body.includes('My own'), ours.kept]).toEqual([true, false, []]);
    // Blanks and forms of letters that a program writes otherwise are no words of the author's.
    expect(change(`${caption(words('Old \u00a0 title'))}${picture}${note()}`).kept).toEqual([]);
  });

  test('in an alternative text that the author has rewritten stay too', () => {
    const own = (descr: string) =>
      paragraph(
        `<w:bookmarkStart w:id="9" w:name="${markName('picture', id, 'old words')}"/>${run(pictureXml(bars, 'rId1', { descr }))}<w:bookmarkEnd w:id="9"/>`,
      );
    expect(change(`${caption()}${own('old words')}${note()}`).body).toContain(`descr="${figureOf(bars).altText}"`);
    const kept = change(`${caption()}${own('mine')}${note()}`);
    expect([kept.body.includes('descr="mine"'), kept.kept]).toEqual([
      true,
      [{ id, part: 'picture', reason: 'rewritten' }],
    ]);
  });

  test.each([
    ['an insertion', `<w:ins w:id="1" w:author="A">${words(' mine')}</w:ins>`],
    ['a deletion', `<w:del w:id="1" w:author="A">${run('<w:delText>mine</w:delText>')}</w:del>`],
    [
      'a tracked change of form',
      run('<w:rPr><w:b/><w:rPrChange w:id="1" w:author="A"><w:rPr/></w:rPrChange></w:rPr><w:t>x</w:t>'),
    ],
    ['a comment', '<w:commentRangeStart w:id="0"/>'],
    ['a link', `<w:hyperlink r:id="rId2">${words('mine')}</w:hyperlink>`],
    ['a footnote', run('<w:footnoteReference w:id="2"/>')],
    ['an endnote', run('<w:endnoteReference w:id="2"/>')],
    ['a symbol', run('<w:sym w:font="Symbol" w:char="F061"/>')],
    ['a cross reference', '<w:fldSimple w:instr=" REF _Ref1 "><w:r><w:t>1</w:t></w:r></w:fldSimple>'],
    ['a field of several runs', run('<w:fldChar w:fldCharType="begin"/>')],
    ['a bookmark', '<w:bookmarkStart w:id="8" w:name="mine"/>'],
    ['a formula', '<m:oMath xmlns:m="u"><m:r/></m:oMath>'],
    ['a second paragraph', `</w:p><w:p>${words('mine')}`],
  ])('with more than words stay, and that is said: %s', (_, more) => {
    const { body, kept } = change(`${caption(old + more, 'Old title')}${picture}${note()}`);
    expect(body).toContain(old + more);
    expect(kept).toEqual([{ id, part: 'title', reason: 'more-than-words' }]);
    // Not even where ours are asked for.
    expect(change(`${caption(old + more)}${picture}${note()}`, true).body).toContain(old + more);
  });

  test('whatever they are, the part can be read again', () => {
    const nasty = fc.oneof(fc.constantFrom(...nastyTexts), fc.string({ unit: 'binary', maxLength: 20 }));
    const figure = figureOf(bars);
    fc.assert(
      fc.property(nasty, nasty, nasty, (own, other, alt) => {
        const spans = (text: string) => [{ text, bold: false, italic: true }];
        const wanted = {
          ...figure,
          altText: alt,
          title: own,
          caption: { ...figure.caption, title: spans(own), note: spans(other) },
        };
        const bytes = documentOf({ body: `${caption()}${picture}${note()}`, media });
        const { bytes: after } = updateDocx(bytes, [wanted]);
        expect(xmlOf(partsOf(after)['word/document.xml'] as Uint8Array)).toBeDefined();
      }),
      { numRuns: 150, seed: 3 },
    );
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

  test('sets apart the words of a note that are set apart, and no others', async () => {
    const before = ok(await bind(report, 'docx'))[0]?.bytes as Uint8Array;
    const at = folder.at('figures/yield-by-bed.figure.yaml');
    const file = readFileSync(at, 'utf8');
    writeFileSync(at, file.replace('note: auto', 'note: Some words, a *slanted* one and a **bold** one among them.'));
    const noteIn = (bytes: Uint8Array) =>
      /_hexis_note_\w+"[^>]*>(.*?)<w:bookmarkEnd/.exec(textOf(partsOf(bytes)['word/document.xml']))?.[1] ?? '';
    const slanted = (bytes: Uint8Array) =>
      [...noteIn(bytes).matchAll(/<w:r>(.*?)<\/w:r>/g)].map(([, inside = '']) => [
        inside.replace(/<[^>]*>/g, ''),
        /<w:i\/>/.test(inside),
        /<w:b\/>/.test(inside),
      ]);
    const after = ok(await bindInto(report, before));
    expect(slanted(after)).toEqual(slanted(ok(await bind(report, 'docx'))[0]?.bytes as Uint8Array));
    expect(slanted(after)).toContainEqual(['slanted', true, false]);
    expect(slanted(after)).toContainEqual(['bold', false, true]);
    writeFileSync(at, file);
  });

  test('keeps what its author has made of it, and gives it up where ours are asked for', async () => {
    const own = folderWith();
    const path = own.at('thesis.docx');
    const bound = ok(await bind(report, 'docx'))[0]?.bytes as Uint8Array;
    const parts = partsOf(bound);
    const body = textOf(parts['word/document.xml']);
    // The list of figures has it first.
    const at = body.lastIndexOf('Mean Yield by Type of Bed and Season');
    const mine = `${body.slice(0, at)}What I found${body.slice(at + 'Mean Yield by Type of Bed and Season'.length)}`;
    writeFileSync(path, packed({ ...parts, 'word/document.xml': mine }));
    const before = readFileSync(path);
    const kept = hexis(['bind', report, '--into', path, '-o', path]);
    expect([kept.code, kept.err]).toEqual([0, expect.stringContaining('the title of figure 1 ("yield-by-bed") stays')]);
    expect(kept.err).toContain('expected: that, or "--captions ours"');
    expect(Buffer.compare(before, readFileSync(path))).toBe(0);
    const ours = hexis(['bind', report, '--into', path, '-o', path, '--captions', 'ours']);
    expect([ours.code, ours.err, ours.out]).toEqual([
      0,
      '',
      expect.stringContaining(`taken back by: hexis undo ${path}`),
    ]);
    expect(textOf(partsOf(readFileSync(path))['word/document.xml'])).not.toContain('What I found');
    expect(hexis(['undo', path]).out).toMatch(/what bind did is taken back\n {2}\d+ bytes become \d+\nnothing more/);
    expect(Buffer.compare(before, readFileSync(path))).toBe(0);
    expect(hexis(['bind', report, '--into', path, '-o', path, '--captions', 'mine']).code).toBe(2);
    own.remove();
  });

  test('is judged at the width that the author gave a picture, and says what it does not have', async () => {
    const body = paragraph(pictureRun(boxes, 'rId1', { width: 100, height: 60 }));
    const path = folder.at('theirs.docx');
    writeFileSync(path, documentOf({ body, media }));
    const { code, out, err } = hexis(['bind', report, '--into', path, '-o', folder.at('new.docx'), '--json']);
    expect(code).toBe(0);
    const said = JSON.parse(out || err);
    expect(said.figures.map(({ width }: { width: number }) => Math.round(width))[1]).toBe(100);
    expect(said.figures[1].findings.map(({ rule }: { rule: string }) => rule)).toContain('text-size');
    expect(said.problems.map(({ code: own }: { code: string }) => own)).toEqual([
      'figure-not-there',
      'words-kept',
      'words-kept',
    ]);
    const { out: text } = hexis(['bind', report, '--into', path, '-o', folder.at('new.docx')]);
    expect(text).toMatch(/figure 2 stands 3\.5 cm wide in .*: \d+ errors?[\s\S]*error text-size/);
    expect(hexis(['bind', report, '--into', path]).err).toContain('write: -o thesis-updated.docx');
  });
});

describe('what is no document that can be changed', () => {
  const fine = () => documentOf({ body: paragraph(pictureRun(bars, 'rId1')), media });

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
    const bomb = Buffer.from(packed({ ...partsOf(fine()), 'word/big.xml': new Uint8Array(1000) }));
    // The list of parts at the end says how large each is: in the 24th byte of an entry, whose name begins with the 46th.
    bomb.writeUInt32LE(600_000_000, bomb.lastIndexOf('word/big.xml') - 46 + 24);
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
      paragraph(pictureRun(bars, 'rId1')),
      paragraph(pictureRun(boxes, 'rId3', { width: 111, anchored: true })),
      paragraph(run(pictureXml('Picture 9', 'rId2'))),
      paragraph(run(pictureXml('Picture 8', 'rId1'))),
      `<w:tbl><w:tr><w:tc>${paragraph(pictureRun(bars, 'rId1'))}</w:tc></w:tr></w:tbl>`,
      `<!-- a "remark" <w:p> --><w:p w:rsidR='00A1'><![CDATA[ ]]></w:p>`,
      `<w:p><w:del w:id="2" w:author="B">${pictureRun(boxes, 'rId3')}</w:del></w:p>`,
    ),
  );
  fc.assert(
    fc.property(fc.array(piece, { minLength: 1, maxLength: 8 }), fc.uint8Array({ maxLength: 40 }), (pieces, noise) => {
      const bytes = documentOf({ body: pieces.join(''), media, more: { 'word/embeddings/x.bin': noise } });
      const { changed, body } = updated(bytes);
      for (const name of changed) expect(name).toMatch(/^word\/(document\.xml|media\/|_rels\/document\.xml\.rels)/);
      // Without what belongs to our pictures the body is as it was.
      const rest = (own: string) =>
        own.replace(
          /<w:drawing>(?:(?!<\/w:drawing>)[\s\S])*?name="hexis-[\s\S]*?<\/w:drawing>|_hexis_picture_\w+/g,
          'OURS',
        );
      expect(rest(body)).toBe(rest(textOf(partsOf(bytes)['word/document.xml'])));
    }),
    { numRuns: 60, seed: 11 },
  );
});

describe('a folder of LaTeX', () => {
  const retitled = <T>(title: string, act: () => T): T => {
    const figure = folder.at('figures/yield-by-bed.figure.yaml');
    const before = readFileSync(figure, 'utf8');
    writeFileSync(figure, before.replace(/title: .*/, `title: ${title}`));
    try {
      return act();
    } finally {
      writeFileSync(figure, before);
    }
  };
  const bound = () => {
    const own = folderWith();
    expect(hexis(['bind', report, '-o', own.at('g.tex')]).code).toBe(0);
    return { ...own, text: readFileSync(own.at('g.tex'), 'utf8') };
  };
  const into = (path: string, ...more: string[]) => hexis(['bind', report, '--into', path, ...more]);

  test('gets new pictures wherever they stand, and new words in the lines that are ours; nothing else', () => {
    const own = bound();
    const moved = own.at('chapter.tex');
    const text = own.text
      .replace(/width=[\d.]+bp/, 'width=0.5\\linewidth,angle=90')
      .replace('  \\includegraphics', '  \\centering\\fbox{\\includegraphics')
      .replace(/\.pdf\}% hexis picture/, '.pdf}}\\quad mine % hexis picture')
      .replace('\\caption{', '\\caption[Short]{');
    writeFileSync(moved, `% mine é\r\n${text.replaceAll('\n', '\r\n')}\r\nmore % hexis title nobody\r\n`);
    const remark = own.text
      .split('\n')
      .map((line) => `% ${line}\n`)
      .join('');
    writeFileSync(own.at('thesis.tex'), `Mine, 100\\% mine.\n${remark}`);
    const before = [moved, own.at('thesis.tex')].map((path) => readFileSync(path, 'utf8'));
    const found = retitled('Beds & plots 100%', () => into(own.path));
    expect([found.code, found.err]).toEqual([0, '']);
    const after = readFileSync(moved, 'utf8');
    expect(after).toContain('\\caption[Short]{Beds \\& Plots 100\\%}% hexis title yield-by-bed ');
    expect(after).toContain('\\centering\\fbox{\\includegraphics[width=0.5\\linewidth,angle=90,alt={{');
    expect(after).toContain('.pdf}}\\quad mine % hexis picture yield-by-bed ');
    // All but the words and the remarks about them is as it was.
    const rest = (one: string) =>
      one
        .replace(/caption\[Short\]\{.*?\}% hexis.*/g, '')
        .replace(/alt=\{\{.*?\}\}/g, '')
        .replace(/% hexis .*/g, '');
    expect(rest(after)).toBe(rest(before[0] as string));
    expect(readFileSync(own.at('thesis.tex'), 'utf8')).toBe(before[1]);
    expect(hexis(['undo', moved]).code).toBe(0);
    expect(readFileSync(moved, 'utf8')).toBe(before[0]);
    expect(into(own.path, '-o', 'x').code).toBe(2);
    own.remove();
  });

  test('keeps a caption that its author has rewritten, and one with more than words', () => {
    for (const [from, to, reason] of [
      [/\\caption\{.*?\}%/, '\\caption{My own \\label{fig:mine}}%', 'its author has rewritten it'],
      [/\\caption\{.*?\}%/, '\\caption{\n  My own}%', 'it holds more than words'],
    ] as const) {
      const own = bound();
      const mine = own.text.replace(from, () => to);
      writeFileSync(own.at('g.tex'), mine);
      const { code, err, out } = retitled('Beds', () => into(own.path));
      expect([code, err]).toEqual([0, expect.stringContaining(reason)]);
      expect(out).not.toContain('is up to date');
      expect(readFileSync(own.at('g.tex'), 'utf8')).toContain(to);
      own.remove();
    }
    const own = bound();
    writeFileSync(own.at('g.tex'), own.text.replace(/\\caption\{.*?\}%/, '\\caption{My own}%'));
    expect(retitled('Beds', () => into(own.path, '--captions', 'ours')).err).toBe('');
    expect(readFileSync(own.at('g.tex'), 'utf8')).toContain('\\caption{Beds}% hexis title');
    own.remove();
  });

  test('keeps the encoding of a file, and says where it has no place for the new words', () => {
    const own = bound();
    const latin = Buffer.from(`\u00fcber\n${own.text}`.replace(/[^\u0000-\u00ff]/g, '?'), 'latin1');
    writeFileSync(own.at('g.tex'), latin);
    expect(retitled('Beds', () => into(own.path)).code).toBe(0);
    const after = readFileSync(own.at('g.tex'));
    expect(after.subarray(0, 5)).toEqual(Buffer.from('\u00fcber\n', 'latin1'));
    expect(after.toString('latin1')).toContain('\\caption{Beds}');
    const { err } = retitled('Beete für Kürbis', () => into(own.path));
    expect(err).toContain('letters that the encoding of the file may not have');
    expect(readFileSync(own.at('g.tex')).toString('latin1')).toContain('\\caption{Beds}');
    own.remove();
  });

  test('follows what it takes in within the folder, and says what lies outside of it', () => {
    const own = bound();
    const other = bound();
    writeFileSync(own.at('figures.inc'), own.text);
    writeFileSync(
      own.at('g.tex'),
      `\\input{figures.inc}\n% \\input{${other.at('none')}}\n\\include{${other.at('g')}}\n`,
    );
    const { err } = retitled('Beds', () => into(own.path));
    expect(readFileSync(own.at('figures.inc'), 'utf8')).toContain('\\caption{Beds}');
    expect(err).toContain('g.tex has figures of the report and lies outside');
    expect(readFileSync(other.at('g.tex'), 'utf8')).toBe(other.text);
    own.remove();
    other.remove();
  });
});

test('an alternative text whose picture lost its mark stays, and that is said, unless ours are asked for', () => {
  const lost = documentOf({
    body: paragraph(run(pictureXml(bars, 'rId1', { descr: 'words of the author' }))),
    media,
  });
  const { body, kept, changed } = updated(lost);
  expect(changed).toContain('word/media/image1.png');
  expect(body).toContain('descr="words of the author"');
  expect(kept).toContainEqual({ id: 'yield-by-bed', part: 'picture', reason: 'unmarked' });
  const asked = updateDocx(lost, drawn.document.figures, { oursAlways: true });
  expect(textOf(partsOf(asked.bytes)['word/document.xml'])).toContain(`descr="${figureOf(bars).altText}"`);
  // An empty one is nobody's words.
  const empty = documentOf({ body: paragraph(run(pictureXml(bars, 'rId1', { descr: '' }))), media });
  expect(updated(empty).body).toContain(`descr="${figureOf(bars).altText}"`);
});
