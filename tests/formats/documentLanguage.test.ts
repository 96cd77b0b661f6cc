import { readFileSync, writeFileSync } from 'node:fs';
import { afterAll, describe, expect, test } from '@jest/globals';
import { ok } from 'hexis';
import { bind } from 'hexis/node';
import { folderWith, hexis } from '../helpers/hexis.js';
import { pdfPages } from '../helpers/renderers.js';
import { partsOf, textOf } from '../helpers/words.js';

const folder = folderWith({
  't.csv': 'bed,yield\n1,2.5\n1,3.5\n1,2\n2,4\n2,5\n2,\n',
  'c.yaml': `hexis: codebook/1
cases: { en: plots, de: Beete }
variables:
  bed: { label: { en: Type of bed, de: Art des Beets }, values: { 1: { en: Bare soil, de: Nackter Boden }, 2: { en: Compost, de: Kompost } } }
  yield: { label: { en: Yield, de: Ertrag }, unit: kg/m² }
`,
  'f.figure.yaml':
    'hexis: figure/1\nid: f\nstyle: apa\ndata: t.csv\ncodebook: c.yaml\nchart: { kind: bar, category: bed, value: yield, error: { shows: ci } }\ncaption: { title: Ertrag nach Beet }\n',
  'r.report.yaml': 'hexis: report/1\nlanguage: de-AT\nfigures: [f.figure.yaml]\n',
  'plain.report.yaml': 'hexis: report/1\nfigures: [f.figure.yaml]\n',
});
const pagesOf = (bytes: Uint8Array): string => {
  writeFileSync(folder.at('read.pdf'), bytes);
  return pdfPages(folder.at('read.pdf')).join(' ');
};
afterAll(() => folder.remove());
const run = (...args: string[]) => hexis(args, { cwd: folder.at('') });

describe('a document in German', () => {
  test('counts figures by their word, has German notes, and is proofed as German', () => {
    expect(run('bind', 'r.report.yaml', '-o', 'r.docx').code).toBe(0);
    const parts = partsOf(readFileSync(folder.at('r.docx')));
    const text = textOf(parts['word/document.xml']);
    expect(text).toContain('<w:instrText xml:space="preserve"> SEQ Abbildung \\* ARABIC </w:instrText>');
    expect(text).toContain('TOC \\h \\z \\c "Abbildung"');
    expect(text).toContain('Abbildung ');
    expect(text).toContain('Fehlerbalken zeigen 95-%-Konfidenzintervalle des Mittelwerts.');
    expect(text).toContain('Nicht dargestellt: Beete ohne Angabe (Ertrag): 1.');
    expect(text).toMatch(/descr="Säulendiagramm: Ertrag, Mittelwert in kg\/m², nach Art des Beets\./);
    expect(textOf(parts['word/styles.xml'])).toContain('<w:lang w:val="de-AT"/>');
  });

  test('stays German when it is brought up to date', () => {
    writeFileSync(folder.at('t.csv'), 'bed,yield\n1,2.5\n1,3.5\n1,2\n2,4\n2,5\n2,9\n');
    expect(run('bind', 'r.report.yaml', '--into', 'r.docx', '-o', 'new.docx').code).toBe(0);
    const text = textOf(partsOf(readFileSync(folder.at('new.docx')))['word/document.xml']);
    expect(text).toContain('Fehlerbalken zeigen');
    expect(text).not.toMatch(/Error bars|Nicht dargestellt/);
    expect(text).toContain('SEQ Abbildung');
  });

  test('is said to be German where nobody says which language its figures shall have', () => {
    const said = run('bind', 'plain.report.yaml', '--into', 'r.docx', '-o', 'other.docx');
    expect(said.err).toMatch(/r\.docx is a document in "de-AT", and its figures are in "en"/);
    expect(
      run('bind', 'plain.report.yaml', '--language', 'en', '--into', 'r.docx', '-o', 'other.docx').err,
    ).not.toMatch(/is a document in/);
  });

  test('has its language as a page, and for LaTeX', async () => {
    const [page] = ok(await bind(folder.at('r.report.yaml'), 'html'));
    expect(String(page?.bytes)).toMatch(/<html lang="de-AT">/);
    expect(String(page?.bytes)).toMatch(/<h2>Abbildungen<\/h2>/);
    expect(String(page?.bytes)).toMatch(/<summary>Zahlen zu Abbildung 1<\/summary>/);
    expect(String(page?.bytes)).toMatch(/<td class="n">2,6667<\/td>/);
    expect(String(page?.bytes)).toMatch(/hyphens: auto/);
    expect(String(page?.bytes)).toMatch(/<svg aria-label="[^"]*" xmlns="[^"]*"[^>]* lang="de"/);
    const [tex] = ok(await bind(folder.at('r.report.yaml'), 'tex'));
    expect(String(tex?.bytes)).toContain('\\selectlanguage{ngerman}');
    expect(String(tex?.bytes)).toContain('\\begin{figure}[htbp]\n  \\hexislanguage\n');
    const [plain] = ok(await bind(folder.at('plain.report.yaml'), 'tex'));
    expect(String(plain?.bytes)).not.toContain('hexislanguage');
  });

  test.each(['html', 'tex', 'markdown', 'pdf', 'docx'] as const)(
    'says its title and the words before a figure as its figures say theirs, where it names no language: %s',
    async (form) => {
      const figure = readFileSync(folder.at('f.figure.yaml'), 'utf8');
      writeFileSync(folder.at('g.figure.yaml'), figure.replace('style: apa', 'style: apa\nlanguage: de'));
      writeFileSync(
        folder.at('both.report.yaml'),
        'hexis: report/1\ntitle: { en: Garden, de: Garten }\nfigures: [{ file: g.figure.yaml, before: { en: Before it., de: Davor. } }]\n',
      );
      const said = async (language?: string) => {
        const [page] = ok(await bind(folder.at('both.report.yaml'), form, language === undefined ? {} : { language }));
        const bytes = page?.bytes as Uint8Array;
        const text = form === 'docx' ? textOf(partsOf(bytes)['word/document.xml']) : String(bytes);
        return form === 'pdf' ? pagesOf(bytes) : text;
      };
      const german = [/Davor\./, ...(form === 'tex' ? [] : [/Garten/])];
      for (const language of [undefined, 'de-CH']) {
        const text = await said(language);
        for (const word of german) expect(text).toMatch(word);
        expect(text).not.toMatch(/Before it/);
      }
      const english = await said('en');
      expect(english).toMatch(/Before it\./);
      expect(english).not.toMatch(/Davor|Garten/);
    },
  );

  test('is refused in a language that there is none of', () => {
    writeFileSync(folder.at('x.report.yaml'), 'hexis: report/1\nlanguage: germn\nfigures: [f.figure.yaml]\n');
    const said = run('bind', 'x.report.yaml', '-o', 'x.docx');
    expect(said.code).toBe(2);
    expect(said.err).toMatch(
      /x\.report\.yaml:2:11: there are no words in the language "germn"[\s\S]*write: language: de/,
    );
  });
});
