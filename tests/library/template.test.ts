import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { openProject, reportStyle } from 'hexis';
import { disk, styleOfDocuments } from 'hexis/node';
import { parse } from 'yaml';
import { distanceIn } from '../../src/core/color/views.js';
import { folderWith, hexis, root } from '../helpers/hexis.js';

const document = (name: string) => join(root, 'tests/documents', name);

interface Drafted {
  document: Record<string, string>;
  widths: Record<string, string>;
  text: Record<string, unknown>;
  palette?: { groups: string[] };
  [key: string]: unknown;
}

/** A style as it is drafted from a document, which must be one without a finding. */
async function drafted(path: string): Promise<{ style: Drafted; text: string; left: string[] }> {
  const outcome = await styleOfDocuments(path);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems));
  const { text, left } = outcome.value;
  const folder = folderWith({ 'own.style.yaml': text });
  const report = await reportStyle(openProject(disk), folder.at('own.style.yaml'));
  folder.remove();
  if (!report.ok) throw new Error(JSON.stringify(report.problems));
  expect(report.problems).toEqual([]);
  expect(report.value.findings).toEqual([]);
  return { style: parse(text), text, left };
}

/** A document of TeX, and files beside it. */
async function ofTex(text: string, beside: Record<string, string> = {}): Promise<Drafted> {
  const folder = folderWith({ 'garden.tex': text, ...beside });
  try {
    return (await drafted(folder.at('garden.tex'))).style;
  } finally {
    folder.remove();
  }
}

/** A DOCX with parts in place of its own. */
function changed(name: string, parts: Record<string, (text: string) => string>): Uint8Array {
  const all = unzipSync(readFileSync(document(name)));
  for (const [part, change] of Object.entries(parts)) all[part] = strToU8(change(new TextDecoder().decode(all[part])));
  return zipSync(all);
}

describe('the style of a document', () => {
  test.each(['thesis.docx', 'thesis.odt'])('is that of its page, its words and its captions: %s', async (name) => {
    const { style, text } = await drafted(document(name));
    expect(style).toMatchObject({
      hexis: 'style/1',
      name: 'thesis',
      extends: 'plain',
      language: 'de-DE',
      document: { width: '21cm', height: '29.7cm', left: '3.5cm', right: '2cm', top: '2.5cm', bottom: '3cm' },
      widths: { text: '15.5cm', column: '7.5cm' },
      text: {
        face: 'Tinos',
        size: '10.5pt',
        captionTitle: { size: '9pt', weight: 'bold' },
        heading: { size: '13pt', weight: 'bold', color: '#365f91' },
      },
      captionForm: { number: '{figure}:', arrange: 'run-in' },
      heading: { show: false },
    });
    // Where each thing was read.
    for (const words of ['Abbildung 1: Ertrag der Beete', 'Times New Roman', 'too pale for words'])
      expect(text).toContain(words);
  });

  test('takes the colours of its theme, those first that are meant for marks, and says what it moved and why', async () => {
    const { style, text } = await drafted(document('thesis.docx'));
    expect(style.palette?.groups[0]).toBe('#4f81bd');
    expect(style.palette?.groups.length).toBeGreaterThan(5);
    expect(text).toMatch(/# 1 #4f81bd: accent1 as it is/);
    expect(text).toMatch(/accent\d, #9bbb59 there: too pale to be seen on white/);
  });

  test.each(['strange.docx', 'strange.odt'])(
    'reads sections, columns, text boxes, footnotes and changes that are tracked: %s',
    async (name) => {
      const { style, text, left } = await drafted(document(name));
      expect(style).toMatchObject({
        language: 'fr-FR',
        document: { width: '21cm', left: '3cm', right: '2cm' },
        widths: { text: '16cm', column: '7.6cm' },
        text: { face: 'Carlito', size: '9.5pt', captionTitle: { size: '9pt', slant: 'italic' } },
        captionForm: { number: '{figure}.', arrange: 'run-in' },
      });
      expect(text).toContain('2 captions, such as "Figure 1. Rendement des planches"');
      expect(left).toEqual(['that captions of one run stand above the image: here they stand below it']);
    },
  );

  test('is that of most documents of a folder; one that cannot be read is said', async () => {
    const folder = folderWith({ 'notes.txt': 'x', 'broken.docx': 'no package' });
    for (const name of ['thesis.docx', 'thesis.odt', 'strange.odt'])
      writeFileSync(folder.at(name), readFileSync(document(name)));
    const outcome = await styleOfDocuments(folder.at(''));
    if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems));
    expect(outcome.value.count).toBe(3);
    expect(outcome.problems.map(({ code, severity }) => [code, severity])).toEqual([['template-unread', 'warning']]);
    const style = parse(outcome.value.text);
    expect(style).toMatchObject({ language: 'de-DE', widths: { text: '15.5cm' } });
    expect(outcome.value.text).toContain('2 of 3 documents');
    folder.remove();
  });

  test('takes the theme before the name beside it, styles by what they build on, and both sizes of a section', async () => {
    const bytes = changed('thesis.docx', {
      'word/styles.xml': (text) =>
        text
          .replace(
            /<w:rFonts[^>]*w:ascii="Times New Roman"[^>]*\/>/,
            '<w:rFonts w:asciiTheme="minorHAnsi" w:ascii="Nonesuch"/>',
          )
          .replace(/<w:name w:val="caption"\/>/i, '<w:name w:val="Caption"/>'),
      'word/document.xml': (text) =>
        text
          .replace(/<w:pgSz[^>]*\/>/, '<w:pgSz w:w="12240" w:h="15840"/>')
          .replace(
            /<w:pgMar[^>]*\/>/,
            '<w:pgMar w:left="1440" w:right="1440" w:top="-1440" w:bottom="1440" w:gutter="360"/><w:cols w:num="2" w:space="360"/>',
          ),
    });
    const folder = folderWith();
    writeFileSync(folder.at('own.docx'), bytes);
    const { style, text } = await drafted(folder.at('own.docx'));
    expect(text).not.toContain('Nonesuch');
    // Paper of North America is measured in inches.
    expect(style).toMatchObject({
      document: { width: '8.5in', left: '1.25in', top: '1in' },
      widths: { text: '6.25in', column: '3in' },
    });
    folder.remove();
  });
});

describe('the style of LaTeX', () => {
  test.each([
    ['\\documentclass[11pt]{article}', '12.65cm', '9.5pt'],
    ['\\documentclass[12pt]{scrreprt}', '15.75cm', '10.5pt'],
    ['\\documentclass[11pt]{scrartcl}', '14.7cm', '9.5pt'],
  ])('knows the page of %s', async (line, text, size) => {
    const style = await ofTex(`${line}\\usepackage[utf8]{nonesuch}\\begin{document}x\\end{document}`);
    // The same by TeX itself to a tenth of a millimetre, where it is at hand; here a package is missing.
    expect([style.widths['text'], style.text['size']]).toEqual([
      /in$/.test(style.widths['text'] ?? '') ? `${Math.floor((Number.parseFloat(text) / 2.54) * 100) / 100}in` : text,
      size,
    ]);
  });

  test('reads its packages, and a class that stands beside it', async () => {
    const style = await ofTex(
      `% \\usepackage{helvet}
\\documentclass[twocolumn]{gardenthesis}
\\begin{document}
\\begin{figure}\\includegraphics{a}\\caption{One}\\end{figure}
\\end{document}`,
      {
        'gardenthesis.cls': `\\LoadClass[10pt]{article}
\\RequirePackage[a4paper,left=3cm,right=2cm,top=2cm,bottom=2cm]{geometry}
\\RequirePackage{mathptmx}
\\RequirePackage[english,ngerman]{babel}
\\RequirePackage[font=small,labelfont={bf,it},labelsep=period]{caption}
\\definecolor{leaf}{HTML}{2E6B3F}
\\definecolor{clay}{rgb}{0.66,0.31,0.12}
\\definecolor{mist}{gray}{0.97}
\\usepackage{nonesuch}`,
      },
    );
    expect(style).toMatchObject({
      language: 'de',
      document: { width: '21cm', left: '3cm', right: '2cm', top: '2cm' },
      widths: { text: '16cm', column: '7.82cm' },
      text: {
        face: 'Tinos',
        captionNumber: { size: '9.1pt', weight: 'bold', slant: 'italic' },
        captionTitle: { weight: 'regular' },
      },
      captionForm: { number: '{figure}.', arrange: 'run-in' },
    });
    // The second is too near to the first for some readers, and is moved no further than it must.
    const [leaf, clay = ''] = style.palette?.groups ?? [];
    expect(leaf).toBe('#2e6b3f');
    expect(distanceIn('protan', '#2e6b3f', '#a84f1f')).toBeLessThan(12);
    expect(distanceIn('protan', '#2e6b3f', clay)).toBeGreaterThanOrEqual(12);
    expect(distanceIn('normal', '#a84f1f', clay)).toBeLessThan(20);
  });
});

describe('hexis style --from', () => {
  const fails = (bytes: Uint8Array | string, name: string) => {
    const folder = folderWith();
    writeFileSync(folder.at(name), bytes);
    const { code, err } = hexis(['style', '--from', name, '-o', 'own.style.yaml'], { cwd: folder.at('') });
    const isWritten = hexis(['style', 'own.style.yaml'], { cwd: folder.at('') }).code === 0;
    folder.remove();
    return { code, err, isWritten };
  };

  test('writes a style with which a report is bound, and does not write over another', () => {
    const folder = folderWith();
    const call = ['style', '--from', document('thesis.docx'), '-o', folder.at('thesis.style.yaml')];
    const first = hexis(call);
    expect(first).toMatchObject({ code: 0, err: '' });
    expect(first.out).toMatch(/captions +Abbildung 1: +2 captions, such as "Abbildung 1: Ertrag der Beete"/);
    expect(hexis(call)).toMatchObject({ code: 2 });
    expect(hexis([...call, '--replace']).code).toBe(0);
    const screen = hexis(['style', '--from', document('thesis.docx')]);
    expect(parse(screen.out)).toMatchObject({ hexis: 'style/1' });
    expect(screen.err).toContain('captions');
    folder.remove();
  });

  test.each([
    [
      'locked.docx',
      new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1]),
      /older form \.doc, or one that is locked/,
    ],
    ['none.docx', 'words', /no package of that kind/],
    [
      'part.docx',
      changed('thesis.docx', { 'word/document.xml': (text) => text.slice(0, 900) }),
      /part word\/document\.xml is damaged/,
    ],
    [
      'bomb.docx',
      changed('thesis.docx', {
        'word/styles.xml': () => `<!DOCTYPE x [<!ENTITY a "b"><!ENTITY c "&a;&a;">]><x>&c;</x>`,
      }),
      /part word\/styles\.xml is damaged/,
    ],
    ['short.docx', readFileSync(document('thesis.docx')).subarray(0, 20_000), /no package of that kind/],
    ['other.odt', zipSync({ mimetype: strToU8('x'), 'content.xml': strToU8('<a/>') }), /no document of text/],
    ['part.tex', '\\section{One}', /no \\documentclass/],
    ['text.txt', 'words', /no document whose style can be read/],
  ])('says why %s gives none', (name, bytes, message) => {
    const { code, err, isWritten } = fails(bytes, name);
    expect(code).toBe(2);
    expect(err).toMatch(message);
    expect(err).not.toMatch(/ at .*\.ts|mistake of its own/);
    expect(isWritten).toBe(false);
  });
});
