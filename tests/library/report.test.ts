import { describe, expect, test } from '@jest/globals';
import { ok, type Problem, placeText, readReport, describe as words } from 'hexis';
import { isReport } from 'hexis/report';
import { boundFigures, gardenFigure, opened, reportFiles } from '../helpers/reports.js';

const bar = 'chart: { kind: bar, category: bed, value: yield }';
const box = 'chart: { kind: box, category: bed, value: yield }';

const said = (problems: readonly Problem[]) =>
  problems.map((problem) => `${placeText(problem.place)} ${words(problem).found}`);

describe('a report file', () => {
  test.each([
    [
      'a setting that there is not',
      'figures: [a.figure.yaml]\ntitel: x',
      'r.report.yaml:3:1 there is no setting "titel"',
    ],
    ['no figures', 'figures: []', 'r.report.yaml:2:10 the report names no figures'],
    [
      'a figure that is not there',
      'figures: [a.figure.yaml, bb.figure.yaml]',
      'r.report.yaml:2:26 there is no file bb.figure.yaml',
    ],
    [
      'a figure that is not there, among what is said of it',
      'figures:\n  - { file: c.figure.yaml, width: 8cm }',
      'r.report.yaml:3:13 there is no file c.figure.yaml',
    ],
    ['a length without unit', 'figures: [{ file: a.figure.yaml, width: 8 }]', 'r.report.yaml:2:41'],
    ['a page without unit', 'figures: [a.figure.yaml]\npage: { margin: 3 }', 'r.report.yaml:3:17'],
    [
      'a rule that there is not',
      'figures: [a.figure.yaml]\nwaive: { one-loook: it is so }',
      'r.report.yaml:3:10 there is no setting "one-loook"',
    ],
    [
      'a wrong shared setting',
      'figures: [a.figure.yaml]\nshared: { legend: { plaze: top } }',
      'r.report.yaml:3:21 there is no setting "plaze"',
    ],
  ])('%s is said at its place', async (_, report, message) => {
    const found = await opened(reportFiles([bar, box], report));
    expect(found.ok).toBe(false);
    expect(said(found.problems).join('\n')).toContain(message);
  });

  test('its name, and those of pictures, lead to no other folder', async () => {
    const named = async (id: string) => ok(await opened(reportFiles([bar], `id: ${JSON.stringify(id)}`))).id;
    expect([await named('../../etc/x'), await named('/'), await named('Ertrag 2026'), await named('..')]).toEqual([
      'etc-x',
      'figure',
      'Ertrag-2026',
      'figure',
    ]);
    expect((await opened(reportFiles([bar], 'language: "e\\"n"'))).problems.map(({ code }) => code)).toEqual([
      'wrong-type',
    ]);
  });

  test('another file is named as what it is', async () => {
    const found = await opened({ 'r.report.yaml': gardenFigure(bar) });
    expect(said(found.problems)).toEqual(['r.report.yaml:1:8 this is a figure file']);
    expect(readReport('').problems.map(({ code }) => code)).toEqual(['file-empty']);
  });

  test('is known by its first line, in YAML and in JSON', () => {
    expect(
      ['hexis: report/1', '{ "hexis": "report/1" }', '# mine\nhexis: "report/1"', 'hexis: figure/1'].map(isReport),
    ).toEqual([true, true, true, false]);
  });
});

describe('numbers of figures', () => {
  const labels = async (report: string) =>
    ok(await opened(reportFiles([bar, box, bar], report))).entries.map(({ label }) => label);

  test.each([
    ['', ['1', '2', '3']],
    ['numbering: { from: 4 }', ['4', '5', '6']],
    ['numbering: { chapter: 3 }', ['3.1', '3.2', '3.3']],
    ['numbering: { prefix: A, from: 0 }', ['A0', 'A1', 'A2']],
    [
      'figures: [a.figure.yaml, { file: b.figure.yaml, number: 7 }, c.figure.yaml]\nnumbering: { chapter: B }',
      ['B.1', 'B.7', 'B.8'],
    ],
  ])('%s', async (report, wanted) => {
    expect(await labels(report)).toEqual(wanted);
  });

  test('stand in the caption in place of those of the figure files, with the count apart', async () => {
    const [figure] = await boundFigures(
      reportFiles([`${bar}\ncaption: { number: 99, title: Beds }`], 'style: apa\nnumbering: { chapter: 3 }'),
    );
    expect(figure?.caption.number).toEqual({ before: 'Figure 3.', after: '' });
    expect(figure?.entry.number).toBe(1);
  });
});

describe('captions', () => {
  test.each([
    ['apa', 'stacked', 'Beds in the Garden', 'Note. '],
    ['plain', 'run-in', 'Beds in the garden', ''],
  ])('have the form of %s', async (style, arrange, title, lead) => {
    const [figure] = await boundFigures(
      reportFiles([`${bar}\ncaption: { title: Beds in the garden, note: "*N* = 3^a^" }`], `style: ${style}`),
    );
    const text = (spans: readonly { text: string }[] = []) => spans.map((span) => span.text).join('');
    const { caption } = figure as NonNullable<typeof figure>;
    expect(caption.arrange).toBe(arrange);
    // The plain style says the title in the image.
    expect(text(caption.title)).toBe(style === 'plain' ? '' : title);
    expect(text(caption.note)).toBe(`${lead}N = 3a`);
    expect(caption.note.filter(({ italic }) => italic).map(({ text: own }) => own)).toContain('N');
    expect(caption.note.at(-1)?.shift).toBe('super');
  });
});

describe('widths in the document', () => {
  const widths = async (report: string, figure = `${bar}\nsize: { width: 10cm, height: 6cm }`) => {
    const [one] = await boundFigures(reportFiles([figure], report));
    return [one?.width, one?.height].map((points) => Math.round(((points ?? 0) * 254) / 72) / 100);
  };

  test.each([
    ['', [10, 6]],
    ['width: 15cm', [15, 9]],
    ['style: apa\nwidth: column', [8, 4.8]],
    ['width: 15cm\nfigures: [{ file: a.figure.yaml, width: 5cm }]', [5, 3]],
  ])('%s', async (report, wanted) => {
    expect(await widths(report)).toEqual(wanted);
  });

  test('text is judged at them', async () => {
    const rulesAt = async (width: string) => {
      const [one] = await boundFigures(reportFiles([bar], `width: ${width}`));
      return one?.findings.map(({ rule }) => rule);
    };
    expect(await rulesAt('16cm')).toEqual([]);
    expect(await rulesAt('6cm')).toContain('text-size');
  });

  test('a name that the style does not have is said', async () => {
    const files = reportFiles([bar], 'width: colum');
    await expect(boundFigures(files)).rejects.toThrow(/r\.report\.yaml:3:8: width is "colum", neither a length/);
  });
});

describe('what all figures share', () => {
  test('stands over the style and below the figure file', async () => {
    const figures = await boundFigures(
      reportFiles(
        [bar, `${bar}\ntext: { tickLabel: { size: 12pt } }`],
        'style: apa\nshared: { text: { tickLabel: { size: 11pt } } }',
      ),
    );
    expect(figures.map(({ facts }) => facts[0]?.texts.tickLabel)).toEqual([11, 12]);
  });

  test('a wrong value is said at its line of the report', async () => {
    const files = reportFiles([bar], 'shared:\n  palette: { single: bluu }');
    await expect(boundFigures(files)).rejects.toThrow(/r\.report\.yaml:4:22: .*bluu/);
  });
});
