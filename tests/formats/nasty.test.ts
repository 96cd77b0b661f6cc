import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { draw, memory, numbersCsv, ok, openProject, write } from 'hexis';
import { bind, disk, write as writeInNode } from 'hexis/node';
import mammoth from 'mammoth';
import MarkdownIt from 'markdown-it';
import Papa from 'papaparse';
import { SaxesParser } from 'saxes';
import { xmlText } from '../../src/core/export/xml.js';
import { nastyTexts } from '../fuzz/nasty.mjs';
import { launch } from '../helpers/browser.js';
import { folderWith, hexis } from '../helpers/hexis.js';
import { partsOf, textOf } from '../helpers/words.js';

/** A figure in which a text stands wherever a text may. Markup of ours in it is written so that it is none. */
const plain = (text: string) => text.replace(/[*_~^`&<>\\[\]!]/g, '\\$&');
const figureOf = (text: string) => ({
  data: { rows: [1, 2, 3, 4].map((value) => ({ group: value % 2 === 0 ? 'other' : text, value })) },
  style: 'plain' as const,
  chart: { kind: 'bar' as const, category: 'group', value: 'value' },
  caption: { title: plain(text), note: plain(text) },
  export: { author: text },
  altText: text,
  axes: { value: { title: plain(text) } },
});

/** Elements and texts of XML as a parser reads it, which refuses what is not well-formed. */
function readXml(xml: string): { elements: string[]; texts: Record<string, string> } {
  const parser = new SaxesParser({ xmlns: true });
  const [elements, open]: string[][] = [[], []];
  const texts: Record<string, string> = {};
  parser.on('opentag', ({ local }) => {
    elements?.push(local);
    open?.push(local);
  });
  parser.on('closetag', () => void open?.pop());
  parser.on('text', (own) => {
    const name = open?.at(-1) ?? '';
    texts[name] = (texts[name] ?? '') + own;
  });
  parser.on('error', (fault) => {
    throw fault;
  });
  parser.write(xml).close();
  return { elements: elements as string[], texts };
}

const settled = (text: string) => xmlText(text).replaceAll('\ufffd', '').normalize('NFC').replace(/\s+/g, ' ').trim();

test.each(nastyTexts)('in pictures a text is a text: %j', async (text) => {
  const figure = figureOf(text);
  const found = await draw(figure, 'svg');
  const svg = readXml(String(ok(found)));
  expect(svg.elements).not.toContain('script');
  expect(settled(svg.texts['desc'] as string)).toBe(settled(text));
  const { drawing } = await openProject(disk).draw(figure);
  if (!drawing) throw new Error('it is not drawn');
  const folder = folderWith({
    'f.pdf': ok(await writeInNode(drawing, 'pdf')),
    'f.eps': String(ok(await write(drawing, 'eps'))),
  });
  const said = execFileSync('pdfinfo', ['-enc', 'UTF-8', folder.at('f.pdf')], { encoding: 'utf8' });
  expect(said).toMatch(/Tagged: +yes/);
  const metadata = readXml(execFileSync('pdfinfo', ['-meta', folder.at('f.pdf')], { encoding: 'utf8' }).trim());
  expect(settled(metadata.texts['li'] as string)).toContain(settled(text));
  // Ghostscript stops at what is no PostScript, and takes nothing but comments for comments.
  execFileSync('gs', ['-q', '-dSAFER', '-dBATCH', '-dNOPAUSE', '-dEPSCrop', '-sDEVICE=nullpage', folder.at('f.eps')]);
  const rows = Papa.parse(numbersCsv(drawing.numbers).trimEnd()).data;
  expect(rows.some((row) => [text, `'${text}`].includes(row[0] as string) || row[0] === text.trim())).toBe(true);
  folder.remove();
});

test('in documents a text is a text', async () => {
  const folder = folderWith();
  const names = nastyTexts.map((text, i) => {
    writeFileSync(folder.at(`f${i}.figure.yaml`), JSON.stringify({ hexis: 'figure/1', ...figureOf(text) }));
    return `f${i}.figure.yaml`;
  });
  const all = nastyTexts.map(plain).join(' ');
  const report = folder.at('r.report.yaml');
  writeFileSync(
    report,
    JSON.stringify({ hexis: 'report/1', title: all, author: nastyTexts.join(' '), figures: names, style: 'apa' }),
  );
  const made = async (form: Parameters<typeof bind>[1]) =>
    ok(await bind(report, form))[0]?.bytes as Uint8Array | string;

  const docx = (await made('docx')) as Uint8Array;
  for (const [name, part] of Object.entries(partsOf(docx))) if (/\.(xml|rels)$/.test(name)) readXml(textOf(part));
  const { value } = await mammoth.extractRawText({ buffer: Buffer.from(docx) });
  // Titles are set in title case in this style.
  const has = (whole: string, text: string) => settled(whole).toLowerCase().includes(settled(text).toLowerCase());
  const lost = (whole: string) => nastyTexts.filter((text) => !has(whole, text));
  expect(lost(value)).toEqual([]);

  const html = String(await made('html'));
  const browser = await launch();
  const page = await browser.newPage({ javaScriptEnabled: true });
  const asked: string[] = [];
  page.on('request', ({ url }) => asked.push(String(url)));
  page.on('dialog', (dialog) => void dialog.dismiss().then(() => asked.push('dialog')));
  await page.setContent(html);
  const seen = await page.evaluate(() => ({
    scripts: document.querySelectorAll('script, iframe, img').length,
    sections: document.querySelectorAll('section.figure').length,
    labels: [...document.querySelectorAll('.sheet svg')].map((svg) => svg.getAttribute('aria-label') ?? ''),
    notes: [...document.querySelectorAll('.note')].map((note) => note.textContent ?? ''),
  }));
  await browser.close();
  expect([seen.scripts, seen.sections, asked]).toEqual([0, nastyTexts.length, []]);
  expect(seen.labels.map(settled)).toEqual(nastyTexts.map(settled));
  expect(lost(seen.notes.join('\n'))).toEqual([]);

  const markdown = new MarkdownIt('commonmark', { html: true }).render(String(await made('markdown')));
  expect(markdown).not.toMatch(/<(script|a|img src="x)/);

  const pdf = folder.at('r.pdf');
  writeFileSync(pdf, await made('pdf'));
  readXml(execFileSync('pdfinfo', ['-meta', pdf], { encoding: 'utf8' }).trim());

  const tex = String(await made('tex'));
  for (const line of tex.split('\n').filter((own) => /\\caption|\\raggedright|\\includegraphics/.test(own))) {
    const code = line.replace(/\\[\\{}%#$&_]/g, '').replace(/%.*$/, '');
    expect([line, (code.match(/\{/g) ?? []).length]).toEqual([line, (code.match(/\}/g) ?? []).length]);
    expect(code.replace(/\\[a-z]+/g, '').match(/[#$&_^]/)).toBeNull();
    expect(code).not.toMatch(/\\(input|end|def|write)\b/);
  }
  folder.remove();
});

test('on a terminal, in JSON and in a spreadsheet a text is a text', () => {
  const folder = folderWith();
  const sly = '=1+2\u001b[31m\u009b31m\u202e';
  writeFileSync(folder.at('f.figure.yaml'), JSON.stringify({ hexis: 'figure/1', ...figureOf(sly) }));
  for (const more of [[], ['--json']]) {
    const { out, err } = hexis(['numbers', 'f.figure.yaml', ...more], { cwd: folder.path });
    expect(out + err).not.toMatch(/[\u001b\u009b\u202e]/);
    if (more.length > 0) expect(JSON.stringify(JSON.parse(out))).toContain('\u202e');
  }
  const csv = (...more: string[]) => hexis(['numbers', 'f.figure.yaml', '--csv', ...more], { cwd: folder.path }).out;
  expect(csv().split('\n')[1]?.startsWith("'=1+2")).toBe(true);
  expect(csv('--raw').split('\n')[1]?.startsWith('=1+2')).toBe(true);
  folder.remove();
});

test('a file in memory keeps the same rules', async () => {
  const project = openProject(memory({ 'f.yaml': JSON.stringify({ hexis: 'figure/1', ...figureOf('<&>"') }) }));
  expect(readXml(String(ok(await write(ok(await project.draw('f.yaml')), 'svg')))).texts['desc']).toBe('<&>"');
});
