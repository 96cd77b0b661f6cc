import { describe, expect, test } from '@jest/globals';
import { memory, ok } from 'hexis';
import { patched, patchFor } from 'hexis/desk';
import { handRules, mendAcross } from 'hexis/report';
import { acrossFindings, reportFiles } from '../helpers/reports.js';

const cases = handRules.flatMap(({ name, examples }) => [
  ...examples.ok.map((example) => ({ name, kind: 'passes', ...example })),
  ...examples.bad.map((example) => ({ name, kind: 'does not', ...example })),
]);

describe('the rules across the figures of a report', () => {
  test.each(cases)('$name, $kind: $says', async ({ name, kind, figures, report }) => {
    const found = await acrossFindings(reportFiles(figures, report), name === 'figure-title');
    if (kind === 'passes') {
      expect(found).toEqual([]);
      return;
    }
    expect(found.map(({ rule }) => rule)).toContain(name);
    for (const finding of found) {
      expect(finding.found).toMatch(/^figure \w/);
      expect(finding.found).not.toMatch(/undefined|NaN|\[object|\s{2}/);
      expect(finding.place).toMatchObject({ file: expect.any(String), line: expect.any(Number) });
      expect(finding.waived).toBeUndefined();
    }
  });

  test.each(cases.filter(({ kind }) => kind !== 'passes'))('$name: what it says to write mends it', async (one) => {
    const files = reportFiles(one.figures, one.report);
    const found = (await acrossFindings(files, true)).filter(({ rule }) => rule === one.name);
    for (const { mend, place } of found) {
      if (!mend) continue;
      const file = place?.file as string;
      const text = patched(files[file] as string, patchFor(files[file] as string, mend.edits));
      expect(text).not.toBe(files[file]);
      const after = await acrossFindings({ ...files, [file]: text });
      expect(after.filter(({ rule }) => rule === one.name).length).toBeLessThan(found.length);
    }
  });

  test.each(cases.filter(({ kind }) => kind !== 'passes'))('$name is waived, in the report', async (one) => {
    const waive = `waive: { ${one.name}: so it is wanted here }`;
    const found = await acrossFindings(reportFiles(one.figures, `${one.report ?? ''}\n${waive}`), true);
    const own = found.filter(({ rule }) => rule === one.name);
    expect(own.length).toBeGreaterThan(0);
    expect(own.map(({ waived }) => waived)).toEqual(own.map(() => 'so it is wanted here'));
  });

  test.each(['error', 'off'])('a style holds a rule as %s', async (grade) => {
    const box = 'chart: { kind: box, category: bed, value: yield }';
    const files = {
      ...reportFiles([box, `${box}\naxes: { y: { title: Harvest } }`], 'style: own.style.yaml'),
      'own.style.yaml': `hexis: style/1\ncheck: { one-variable: ${grade} }\n`,
    };
    expect((await acrossFindings(files)).map(({ severity }) => severity)).toEqual(grade === 'off' ? [] : ['error']);
  });

  test('a rule is waived for one figure of several', async () => {
    const bar = (title: string) => `chart: { kind: box, category: bed, value: yield }\n${title}`;
    const files = reportFiles(
      [bar(''), bar('axes: { y: { title: Harvest } }'), bar('axes: { y: { title: Crop } }')],
      `figures:
  - a.figure.yaml
  - { file: b.figure.yaml, waive: { one-variable: the word of the law } }
  - c.figure.yaml`,
    );
    const found = (await acrossFindings(files)).filter(({ rule }) => rule === 'one-variable');
    expect(found.map(({ place, waived }) => [place?.file, waived])).toEqual([
      ['c.figure.yaml', undefined],
      ['b.figure.yaml', 'the word of the law'],
    ]);
  });

  test('most figures make the rule, wherever the odd one stands', async () => {
    const box = (title: string) =>
      `chart: { kind: box, category: bed, value: yield }\naxes: { y: { title: ${title} } }`;
    for (const order of [
      ['Crop', 'Harvest', 'Harvest'],
      ['Harvest', 'Crop', 'Harvest'],
      ['Harvest', 'Harvest', 'Crop'],
    ]) {
      const found = (await acrossFindings(reportFiles(order.map(box)))).filter(({ rule }) => rule === 'one-variable');
      expect(found.length).toBe(1);
      expect(found[0]?.found).toContain('"Crop (kg/m²)", and "Harvest (kg/m²)"');
    }
  });

  test('what differs on purpose is let pass: another summary, another unit of its own, another kind, dates', async () => {
    const found = await acrossFindings(
      reportFiles([
        'chart: { kind: bar, category: bed, value: yield }',
        'chart: { kind: box, category: bed, value: yield }',
        'chart: { kind: scatter, x: water, y: yield, group: season }',
        'chart: { kind: histogram, value: yield }',
        'data: crops.csv\nchart: { kind: bar, category: crop, value: this_year, summary: given }',
      ]),
    );
    expect(found).toEqual([]);
  });

  test('the title of categories is a name of a variable too', async () => {
    const found = await acrossFindings(
      reportFiles([
        'chart: { kind: box, category: bed, value: yield }',
        'chart: { kind: bar, category: bed, value: yield }\naxes: { x: { title: Plots } }',
      ]),
    );
    expect(found.map(({ rule, setting }) => [rule, setting])).toEqual([['one-variable', 'axes.x.title']]);
  });

  test('figures of one report in another order have the same flaws', async () => {
    const figures = [
      'chart: { kind: box, category: bed, value: yield }',
      'chart: { kind: box, category: bed, value: yield }\naxes: { y: { title: Harvest, from: 0, to: 20 } }',
      'chart: { kind: box, category: season, value: yield }',
    ];
    const rulesOf = async (order: readonly string[]) =>
      (await acrossFindings(reportFiles(order))).map(({ rule }) => rule).sort();
    const first = await rulesOf(figures);
    expect(first.length).toBeGreaterThan(1);
    expect(await rulesOf([...figures].reverse())).toEqual(first);
  });
});

test('each rule has a name of its own and says what a page of docs needs', () => {
  expect(new Set(handRules.map(({ name }) => name)).size).toBe(handRules.length);
  for (const { asks, measures, reason, source } of handRules)
    for (const text of [asks, measures, reason, source]) expect(text.length).toBeGreaterThan(10);
});

describe('mending what differs across figures', () => {
  const box = (more = '') => `chart: { kind: box, category: bed, value: yield }\n${more}`;
  const mended = async (files: Record<string, string>, only?: string[]) => {
    const found = ok(await mendAcross(memory(files), 'r.report.yaml', { only }));
    const after = { ...files, ...Object.fromEntries(found.files.map(({ path, after: text }) => [path, text])) };
    for (const { path, before, patch, after: text } of found.files)
      expect([before, patched(before, patch)]).toEqual([files[path], text]);
    return { ...found, after };
  };

  test('makes what is mechanical, in the file that says it, and leaves the rest of the file', async () => {
    const files = reportFiles(
      [box('size: { width: 16cm } # as wide as the text'), box('size: { width: 15.8cm } # nearly'), box()],
      'figures: [a.figure.yaml, b.figure.yaml, { file: c.figure.yaml, number: 7 }] # three\n',
    );
    const { made, after } = await mended(files);
    expect(made.map(({ finding, file }) => [finding.rule, file])).toEqual([
      ['numbering', 'r.report.yaml'],
      ['one-width', 'b.figure.yaml'],
    ]);
    expect(after['r.report.yaml']).toContain('b.figure.yaml, { file: c.figure.yaml }] # three');
    expect(after['b.figure.yaml']).toContain('size: { width: 16cm } # nearly');
    const again = await mended(after);
    expect([again.made, again.files, await acrossFindings(after, true)]).toEqual([[], [], again.left]);
  });

  test('leaves to the author which word is right, and rules that were not named', async () => {
    const files = reportFiles([
      box('axes: { y: { title: Crop } }'),
      box('axes: { y: { title: Harvest } }\nsize: { width: 16cm }'),
      box('size: { width: 15.8cm }'),
    ]);
    const all = await mended(files);
    expect(all.made.map(({ finding }) => finding.rule)).toEqual(['one-width']);
    expect(all.left.some(({ rule }) => rule === 'one-variable')).toBe(true);
    expect((await mended(files, ['numbering'])).made).toEqual([]);
  });

  test('does nothing by which a figure would break another rule', async () => {
    // The width of the other figure is none of those that the style lets a figure have.
    const house = {
      'own.style.yaml':
        'hexis: style/1\nextends: apa\ncheck: { widths: { of: [narrow] }, one-width: error }\nwidths: { narrow: 15.8cm }\n',
    };
    const files = {
      ...reportFiles(
        [box('size: { width: 16cm }\nwaive: { widths: it is the widest }'), box('size: { width: narrow }')],
        'style: own.style.yaml',
      ),
      ...house,
    };
    const { made, left } = await mended(files);
    expect([made, left.map(({ rule }) => rule)]).toEqual([[], ['one-width', 'figure-title', 'figure-title']]);
  });

  test('says what keeps the report from being drawn', async () => {
    const files = reportFiles([box()], 'figures: [a.figure.yaml, none.figure.yaml]');
    const found = await mendAcross(memory(files), 'r.report.yaml');
    expect([found.ok, found.problems[0]?.place]).toMatchObject([false, { file: 'r.report.yaml', line: 2 }]);
  });
});
