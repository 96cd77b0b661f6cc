import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ok } from 'hexis';
import { bind } from 'hexis/node';
import MarkdownIt from 'markdown-it';
import { spansTex, texText } from '../../src/core/report/write/tex.js';
import { demoFolder, root } from '../helpers/hexis.js';

const folder = demoFolder('garden.report.yaml');
const at = folder.at;
afterAll(() => folder.remove());

const poppler = (program: string, ...args: string[]) => {
  const { stdout, status } = spawnSync(program, args, { encoding: 'utf8' });
  expect(status).toBe(0);
  return stdout;
};

async function pdfOf(report: string): Promise<string> {
  const path = at(`${report.replace(/\W/g, '')}.pdf`);
  writeFileSync(path, ok(await bind(at(report), 'pdf'))[0]?.bytes as Uint8Array);
  return path;
}

test('a report as a page has all tables of its figures, each under its name', async () => {
  writeFileSync(
    at('parts.figure.yaml'),
    'hexis: figure/1\ndata: data/plots.csv\nchart: { kind: scatter, x: component 1, y: component 2, components: { of: [water, ph, yield] } }\n',
  );
  writeFileSync(at('parts.report.yaml'), 'hexis: report/1\nfigures: [parts.figure.yaml]\n');
  const page = ok(await bind(at('parts.report.yaml'), 'html'))[0]?.bytes as string;
  expect([...page.matchAll(/<div class="table"[^>]*aria-label="([^"]*)"/g)].map(([, name]) => name)).toEqual([
    'Numbers of Figure 1',
    'Numbers of Figure 1: Components',
    'Numbers of Figure 1: Loadings',
  ]);
  expect(page.match(/<table>/g)).toHaveLength(3);
  expect(page).toContain('<p class="beside">Loadings</p>');
});

describe('a report as PDF', () => {
  let path = '';
  beforeAll(async () => {
    path = await pdfOf('garden.report.yaml');
  });

  test('has pages of the style, its title, its words, and each caption with its figure', () => {
    const info = poppler('pdfinfo', path);
    expect(info).toMatch(/Title: +Yield in the Lanternfield Garden\n/);
    expect(info).toMatch(/Tagged: +yes/);
    expect(info).toMatch(/Page size: +612 x 792 pts/);
    const pages = poppler('pdftotext', '-layout', path, '-').split('\f');
    expect(pages[0]).toMatch(/^\s*Yield in the Lanternfield Garden\s+The garden’s records group/);
    for (const number of [1, 2, 3, 4, 5]) {
      // Number, axis and note of a figure stand on one page.
      const own = pages.filter((text) => new RegExp(`Figure ${number}\\b`).test(text));
      expect(own).toHaveLength(1);
      expect(own[0]).toMatch(/Note\. /);
    }
  });

  test('is heard in order: captions, and figures with their alternative texts', () => {
    const tags = poppler('pdfinfo', '-struct', path);
    const heard = [...tags.matchAll(/^\s*(P|Caption|Figure)\b/gm)].map(([, tag]) => tag);
    expect(heard.filter((tag) => tag === 'Figure')).toHaveLength(5);
    const first = heard.indexOf('Figure');
    expect([heard[first - 1], heard[first + 1]]).toEqual(['Caption', 'Caption']);
  });

  test('has a bookmark for each figure, and its faces inside', () => {
    const bytes = readFileSync(path).toString('latin1');
    expect(bytes.match(/\/Title \(/g)?.length ?? 0).toBeGreaterThan(0);
    expect(/\/Type \/Outlines|\/Outlines/.test(bytes)).toBe(true);
    const fonts = poppler('pdffonts', path).trim().split('\n').slice(2);
    expect(fonts.length).toBeGreaterThan(1);
    for (const line of fonts) expect(line).toMatch(/ yes yes yes /);
  });

  test('takes a face of the author from its file', async () => {
    const font = readFileSync(join(root, 'assets/faces/tinos/regular.ttf'));
    writeFileSync(at('own.ttf'), font);
    writeFileSync(
      at('own.style.yaml'),
      'hexis: style/1\nextends: apa\nfaces: { Mine: { regular: own.ttf } }\ntext: { face: Mine }\n',
    );
    writeFileSync(
      at('own.report.yaml'),
      'hexis: report/1\nstyle: own.style.yaml\nfigures: [figures/yield-plain.figure.yaml]\n',
    );
    const text = poppler('pdffonts', await pdfOf('own.report.yaml'));
    expect(text).toContain('Tinos');
    expect(poppler('pdftotext', at('ownreportyaml.pdf'), '-')).toMatch(/Figure 1[\s\S]*Compost/);
  });

  test('a figure that is higher than the page is made smaller, and no ink leaves it', async () => {
    const text = readFileSync(at('figures/yield-plain.figure.yaml'), 'utf8');
    writeFileSync(
      at('figures/tall.figure.yaml'),
      `${text.replace(/^size:.*\n/m, '').replace(/^id:.*\n/m, '')}size: { width: 15cm, height: 60cm }\n`,
    );
    writeFileSync(at('tall.report.yaml'), 'hexis: report/1\nstyle: apa\nfigures: [figures/tall.figure.yaml]\n');
    const boxes = poppler('pdftotext', '-bbox', await pdfOf('tall.report.yaml'), '-');
    const bottoms = [...boxes.matchAll(/yMax="([\d.]+)"/g)].map(([, y]) => Number(y));
    expect(bottoms.length).toBeGreaterThan(5);
    expect(Math.max(...bottoms)).toBeLessThan(792 - 60);
    expect(boxes.match(/<page /g)).toHaveLength(1);
  });
});

describe('a report as Markdown', () => {
  test('is what another program reads: pictures that are there, words with their emphasis', async () => {
    const files = ok(await bind(at('garden.report.yaml'), 'markdown'));
    const text = files[0]?.bytes as string;
    const html = new MarkdownIt({ html: true }).render(text);
    const pictures = [...html.matchAll(/<img src="([^"]*)" alt="([^"]*)">/g)];
    expect(pictures.map(([, path]) => path)).toEqual(files.slice(1).map(({ path }) => path));
    for (const [, , alt] of pictures) expect((alt as string).length).toBeGreaterThan(20);
    expect(html).toContain('<p><strong>Figure 1</strong></p>\n<p><em>Mean Yield by Type of Bed and Season</em></p>');
    expect(html).toContain(
      '<p><em>Note.</em> Error bars show 95% confidence intervals of the mean. <em>N</em>\u00a0=\u00a0228 plots.',
    );
  });

  test('signs of the author are no markup', async () => {
    writeFileSync(
      at('figures/signs.figure.yaml'),
      `hexis: figure/1
data: { rows: [{ g: a, v: 1 }, { g: b, v: 2 }] }
chart: { kind: bar, category: g, value: v, summary: given }
caption: { title: "A \\\\*star\\\\* [x](y) <b>no</b> # 1", note: "a &lt;script&gt; \`code\` ![x](y)" }
altText: "words ] ( with ![signs](x) and *stars*"
`,
    );
    writeFileSync(
      at('signs.report.yaml'),
      'hexis: report/1\ntitle: The *yield*, m^2^\nstyle: apa\nfigures:\n  - { file: figures/signs.figure.yaml, before: "So *it* is, m^2^ & 3 * 4_5\\n\\nAnd" }\n',
    );
    const html = new MarkdownIt({ html: true }).render(
      ok(await bind(at('signs.report.yaml'), 'markdown'))[0]?.bytes as string,
    );
    expect(html.match(/<img/g)).toHaveLength(1);
    expect(html).not.toMatch(/<(a|b|script|code)[ >]/);
    expect(html).toContain('alt="words ] ( with ![signs](x) and *stars*"');
    expect(html).toContain('<h1>The <em>yield</em>, m<sup>2</sup></h1>');
    expect(html).toContain('<p>So <em>it</em> is, m<sup>2</sup> &amp; 3 * 4_5</p>\n<p>And</p>');
    const tex = ok(await bind(at('signs.report.yaml'), 'tex'))[0]?.bytes as string;
    expect(tex).toContain('So \\textit{it} is, m\\textsuperscript{2} \\& 3 * 4\\_5\n\nAnd');
    expect(html).toMatch(/\*Star\* \[x\]\(y\)/i);
  });
});

describe('words in LaTeX', () => {
  /** What is left of a text when all commands that we write are taken out of it. */
  const bare = (tex: string) =>
    tex
      .replace(/\\(?:textbackslash|textasciitilde|textasciicircum)\{\}/g, '')
      .replace(/\\ensuremath\{(?:-|\\[a-zA-Z]+|\{\}\^\{\\circ\})\}/g, '')
      .replace(/\\textsuperscript\{[123]\}/g, '')
      .replace(/\\[{}#$%&_,]/g, '')
      .replace(/\\\\ /g, '');

  test('no sign of the author is a command', () => {
    const sign = fc.oneof(
      fc.string({ unit: 'binary', minLength: 1, maxLength: 1 }),
      fc.constantFrom(...'\\{}#$%&_^~²³¹°±≤αΩ'),
    );
    fc.assert(
      fc.property(fc.string({ unit: sign, maxLength: 30 }), (text) => {
        expect(bare(texText(text))).not.toMatch(/[\\{}#$%&_^]/);
      }),
    );
    expect(texText('5 % of {x}_1 ~ $3 & #2 \\ ^ −1 ≤ α²')).toBe(
      '5 \\% of \\{x\\}\\_1 \\textasciitilde{} \\$3 \\& \\#2 \\textbackslash{} \\textasciicircum{} \\ensuremath{-}1 \\ensuremath{\\le} \\ensuremath{\\alpha}\\textsuperscript{2}',
    );
  });

  test('emphasis becomes commands', () => {
    const span = { text: 'x', bold: false, italic: false };
    expect(
      spansTex([
        { ...span, italic: true, text: 'M' },
        { ...span, text: ' = 3' },
        { ...span, shift: 'super', text: 'a' },
        { ...span, text: '\n' },
        { ...span, bold: true },
      ]),
    ).toBe('\\textit{M} = 3\\textsuperscript{a}\\\\ \\textbf{x}');
  });

  test('the counter is set where the report counts otherwise than LaTeX would', async () => {
    writeFileSync(
      at('count.report.yaml'),
      'hexis: report/1\nnumbering: { chapter: 3, from: 4 }\nstyle: apa\nfigures: [figures/yield-plain.figure.yaml, figures/yield-boxes.figure.yaml, { file: figures/yield-by-bed.figure.yaml, number: 9 }]\n',
    );
    const tex = ok(await bind(at('count.report.yaml'), 'tex'))[0]?.bytes as string;
    expect([...tex.matchAll(/\\setcounter\{figure\}\{(\d+)\}/g)].map(([, n]) => n)).toEqual(['3', '8']);
    expect(tex).toContain('\\renewcommand{\\thefigure}{3.\\arabic{figure}}');
    expect([...tex.matchAll(/\\label\{(fig:[^}]*)\}/g)].map(([, label]) => label)).toEqual([
      'fig:yield-plain',
      'fig:yield-boxes',
      'fig:yield-by-bed',
    ]);
  });
});
