import { describe, expect, test } from '@jest/globals';
import { describe as describeProblem, matchFigure, memory, ok, openProject, write } from 'hexis';
import { edited, historyOf, undo } from 'hexis/desk';
import { disk } from 'hexis/node';
import { SaxesParser } from 'saxes';
import { harmless } from '../../src/cli/report.js';
import { decodeText } from '../../src/core/data/encoding.js';
import { encodePng } from '../../src/core/export/png.js';
import { cssText } from '../../src/core/export/xml.js';
import { drawn } from '../helpers/figures.js';

async function made(
  figure: object,
  abilities: Parameters<typeof memory>[1] = {},
  files: Record<string, Uint8Array> = {},
) {
  const source = memory({ 'f.yaml': JSON.stringify({ hexis: 'figure/1', ...figure }), ...files }, abilities);
  return ok(await drawn(source, 'f.yaml'));
}

const bars = (name: string) => ({
  data: {
    rows: [
      { c: name, v: 1 },
      { c: 'b', v: 2 },
    ],
  },
  chart: { kind: 'bar', category: 'c', value: 'v' },
});

describe('formats that need font files', () => {
  test('say so where there are none, and are written where they are handed over', async () => {
    const drawing = await made(bars('a'));
    for (const [name, options] of [
      ['pdf', {}],
      ['svg', { text: 'live' }],
    ] as const) {
      const written = await write(drawing, name, options);
      expect([written.ok, written.problems.map(({ code }) => code)]).toEqual([false, ['format-needs']]);
      const { shippedFont, subsetFont } = disk;
      const able = await made(bars('a'), { shippedFont, subsetFont });
      expect((await write(able, name, options)).ok).toBe(true);
    }
  });
});

describe('what authors write is never obeyed', () => {
  const hostile = '</style><script>alert(1)</script>\u0000\ud800\u001b[31m"\'\\';

  test('in SVG: well-formed, without a script, by names and words of any kind', async () => {
    const { shippedFont, subsetFont } = disk;
    const face = `x"}</style><script>1</script>`;
    const font = await disk.shippedFont('Arimo', 'regular');
    const drawing = await made(
      {
        ...bars(hostile),
        faces: { [face]: { regular: 'a.ttf' } },
        text: { face },
        caption: { title: hostile },
        heading: { show: true },
      },
      { shippedFont, subsetFont },
      { 'a.ttf': font },
    );
    for (const text of ['live', 'outlines'] as const) {
      const written = await write(drawing, 'svg', { text });
      if (!written.ok) throw new Error(JSON.stringify(written.problems));
      const svg = written.value as string;
      expect(svg).not.toMatch(/<script/);
      const parser = new SaxesParser();
      parser.on('error', (fault) => {
        throw fault;
      });
      parser.write(svg).close();
    }
    expect(cssText('a"}b')).toBe("'a\\22 \\7d b'");
  });

  test('in ids: two drawings in one page never take each other’s markers', async () => {
    const cloud = (marker: string) => ({
      data: { rows: Array.from({ length: 3100 }, (_, i) => ({ x: i % 61, y: (i * 7) % 53 })) },
      chart: { kind: 'scatter', x: 'x', y: 'y' },
      markers: { shapes: [marker], opacity: 0.5 },
    });
    const ids = async (marker: string) => {
      const drawing = await made(cloud(marker));
      const written = await write(drawing, 'svg');
      return written.ok ? [...new Set((written.value as string).match(/ id="[^"]+"/g))] : [];
    };
    const [circles, squares] = [await ids('circle'), await ids('square')];
    expect(circles).toHaveLength(1);
    expect(squares).not.toEqual(circles);
    expect(await ids('circle')).toEqual(circles);
  });

  test('on a terminal, and in the texts of a picture', () => {
    expect(harmless('a\u001b[31m\u009b2J\u202eb\n\tc')).toBe('a\\u001b[31m\\u009b2J\\u202eb\n\tc');
    const picture = encodePng(
      { pixels: new Uint8Array(4), width: 1, height: 1 },
      { dpi: 72, words: { Title: 'a\u0000b\u0001c' } },
    );
    const at = Buffer.from(picture).indexOf('iTXtTitle');
    expect(
      Buffer.from(picture)
        .subarray(at + 14, at + 17)
        .toString(),
    ).toBe('abc');
  });
});

describe('files of other habits', () => {
  test('say values in words of every day, and are told ours', async () => {
    const said = async (figure: string) => {
      const { problems } = await openProject(
        memory({ 'f.yaml': `hexis: figure/1\ndata: t.csv\n${figure}\n`, 't.csv': 'bed,yield\nA,2\nB,3\n' }),
      ).draw('f.yaml');
      return problems.map((problem) => describeProblem(problem).write);
    };
    const bars = (more: string) => `chart: { kind: bar, category: bed, value: yield, ${more} }`;
    expect(await said(bars('summary: average'))).toEqual(['summary: mean']);
    expect(await said(bars('summary: max'))).toEqual(['summary: greatest']);
    expect(await said(bars('summary: total'))).toEqual(['summary: sum']);
    expect(await said(bars('order: descending'))).toEqual(['order: falling']);
    expect(await said(bars('error: { shows: sem }'))).toEqual(['shows: se']);
    expect(await said(`${bars('summary: mean')}\nlegend: { place: below }`)).toEqual(['place: bottom']);
    // A setting that is there already is not what a strange word means.
    expect(await said(bars('form: round'))).toEqual([undefined]);
    expect(await said('chart: { type: bar, category: bed }')).toContain('kind: bar');
  });

  test('texts in Windows-1252 and UTF-16 are read, and the guess is known', () => {
    const western = decodeText(Uint8Array.of(0xc4, 0x70, 0x66, 0x65, 0x6c, 0x20, 0x80));
    expect(western).toEqual({ text: 'Äpfel €', encoding: 'windows-1252', assumed: true });
    expect(decodeText(Uint8Array.of(0xc4, 0x41), 'utf-8')).toBeUndefined();
    expect(decodeText(Uint8Array.of(0x41, 0, 0xc4))).toBeUndefined();
    expect(decodeText(Uint8Array.of(0xfe, 0xff, 0, 0x41))).toEqual({
      text: '\ufeffA',
      encoding: 'utf-16',
      assumed: false,
    });
    expect(decodeText(Uint8Array.of(0xc4), 'windows-1252')).toMatchObject({ text: 'Ä', assumed: false });
  });

  test('keep their line ends and byte order marks through edits', () => {
    const lines = ['hexis: figure/1', 'chart:', '  kind: bar', 'size: { width: 8cm }', ''];
    for (const [end, mark] of [
      ['\n', ''],
      ['\r\n', ''],
      ['\r\n', '\ufeff'],
      ['\n', '\ufeff'],
    ] as const) {
      const text = mark + lines.join(end);
      const after = edited(historyOf(text), [
        { path: ['chart', 'category'], value: 'bed' },
        { path: ['size', 'width'], value: '9cm' },
        { path: ['caption', 'title'], value: 'two\nlines' },
        { path: ['chart', 'kind'], value: undefined },
      ]);
      const expected = [
        'hexis: figure/1',
        'chart:',
        '  category: bed',
        'size: { width: 9cm }',
        'caption: { title: "two\\nlines" }',
        '',
      ];
      expect(after.text).toBe(mark + expected.join(end));
      expect(undo(after).text).toBe(text);
    }
  });

  test('match finds its lines in them', async () => {
    const own =
      '\ufeffhexis: figure/1\r\n# mine\r\nchart: { kind: curve, functions: [{ y: x }], x: { from: 0, to: 1 } }\r\nstyle: apa\r\n';
    const model =
      'hexis: figure/1\nchart: { kind: curve, functions: [{ y: x }], x: { from: 0, to: 1 } }\nstyle: mono\n';
    const matched = await matchFigure(openProject(memory({ 'a.yaml': own, 'b.yaml': model })), 'a.yaml', 'b.yaml', {
      scales: false,
    });
    expect(matched.ok && matched.value.after).toBe(own.replace('apa', 'mono'));
  });
});
