import { writeFileSync } from 'node:fs';
import { afterAll, describe, expect, test } from '@jest/globals';
import { ok } from 'hexis';
import { bind, bindInto } from 'hexis/node';
import { folderWith } from '../helpers/hexis.js';
import { misplaced, partsOf, textOf } from '../helpers/words.js';

const folder = folderWith();
afterAll(() => folder.remove());

const report = folder.at('g.report.yaml');
writeFileSync(folder.at('t.csv'), 'bed,yield\nA,2\nB,3\n');
writeFileSync(report, 'hexis: report/1\ntitle: حديقة (Lanternfield)\nlanguage: ar\nfigures: [f.figure.yaml]\n');

/** The document of a figure with a title and a note. */
async function documentWith(title: string, note: string): Promise<Uint8Array> {
  const caption = `caption: { title: ${JSON.stringify(title)}, note: ${JSON.stringify(note)} }`;
  writeFileSync(
    folder.at('f.figure.yaml'),
    `hexis: figure/1\nstyle: apa\ndata: t.csv\nchart: { kind: bar, category: bed, value: yield }\n${caption}\n`,
  );
  return ok(await bind(report, 'docx'))[0]?.bytes as Uint8Array;
}

interface Run {
  text: string;
  /** What its form says, in order, without the list of figures. */
  form: string;
}

/** The runs behind the mark of a title or a note. */
function runsOf(body: string, part: 'title' | 'note'): Run[] {
  const [, marked = ''] =
    new RegExp(`w:name="_hexis_${part}_[^"]*"[^>]*>(.*?)<w:bookmarkEnd`).exec(body) ??
    new RegExp(`<w:bookmarkStart [^>]*_hexis_${part}_[^>]*>(.*?)<w:bookmarkEnd`).exec(body) ??
    [];
  return [...marked.matchAll(/<w:r>(?:<w:rPr>(.*?)<\/w:rPr>)?<w:t[^>]*>([^<]*)<\/w:t><\/w:r>/g)].map(
    ([, form = '', text = '']) => ({ text, form: form.replace(/<w:(\w+)( [^>]*)?\/>/g, '$1 ').trim() }),
  );
}

const slotsOf = (body: string, words: string) =>
  new RegExp(`<w:rFonts ([^>]*)/>(?:(?!<w:r>).)*<w:t[^>]*> ?${words}`).exec(body)?.[1];

describe('words in a document for word processors', () => {
  test('are set by the form of their letters: from the right, complex, East Asian and plain ones', async () => {
    const bytes = await documentWith('المحصول **لكل** حوض (kg) 水', 'पलवार से *उपज* (kg)');
    const parts = partsOf(bytes);
    const body = textOf(parts['word/document.xml']);
    expect([misplaced(body), misplaced(textOf(parts['word/styles.xml']))]).toEqual([[], []]);
    expect(runsOf(body, 'title')).toEqual([
      { text: 'المحصول ', form: 'rFonts i iCs rtl' },
      { text: 'لكل', form: 'rFonts b bCs i iCs rtl' },
      { text: ' حوض (', form: 'rFonts i iCs rtl' },
      { text: 'kg) ', form: 'i iCs' },
      { text: '水', form: 'rFonts i iCs' },
    ]);
    expect(runsOf(body, 'note')).toEqual([
      { text: 'ملاحظة.', form: 'rFonts i iCs rtl' },
      { text: ' पलवार से ', form: 'rFonts cs' },
      { text: 'उपज', form: 'rFonts i iCs cs' },
      { text: ' (kg)', form: '' },
    ]);
    expect(slotsOf(body, 'المحصول')).toBe('w:cs="Noto Sans Arabic" w:hint="cs"');
    expect(slotsOf(body, 'पलवार')).toBe('w:cs="Noto Sans Devanagari" w:hint="cs"');
    expect(slotsOf(body, '水')).toBe('w:hint="eastAsia"');
    // In the list of figures too.
    const [entry = ''] = /<w:p><w:pPr><w:pStyle w:val="TableofFigures"\/>.*?<\/w:p>/.exec(body) ?? [];
    expect(entry).toMatch(/<w:rtl\/><\/w:rPr><w:t[^>]*>[^<]*المحصول/);
    expect(entry).toMatch(/<w:r><w:t[^>]*>kg\) <\/w:t>/);
    // What is written into the styles later has the faces as well.
    expect(textOf(parts['word/styles.xml'])).toContain(
      '<w:rFonts w:ascii="Arimo" w:cs="Noto Sans Arabic" w:eastAsia="Arimo" w:hAnsi="Arimo"/>',
    );
  });

  test('stay so where a document is brought up to date, in the form that its author gave them', async () => {
    const first = await documentWith('المحصول لكل حوض', 'Mulch');
    await documentWith('الحصاد ^2^ kg **पलवार**', 'Mulch و *الماء*');
    const bytes = ok(await bindInto(report, first));
    const body = textOf(partsOf(bytes)['word/document.xml']);
    expect(misplaced(body)).toEqual([]);
    expect(runsOf(body, 'title')).toEqual([
      { text: 'الحصاد ', form: 'rFonts i iCs rtl' },
      { text: '2', form: 'rFonts i iCs vertAlign' },
      { text: ' kg ', form: 'rFonts i iCs' },
      { text: 'पलवार', form: 'rFonts b bCs i iCs cs' },
    ]);
  });
});
