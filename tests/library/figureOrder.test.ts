import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ok, readReport } from 'hexis';
import { movedFigure, reportDraft } from 'hexis/report';

const head = '# my thesis\nhexis: report/1\ntitle: T # the title\nfigures:\n';
const block = `${head}  # the first
  - a.figure.yaml
  - file: b.figure.yaml # the second
    before: |
      Words

      more
    width: 8cm

  # of the third
  # and more
  - { file: c.figure.yaml, number: 9 }
  - d.figure.yaml

# the end
style: apa
`;

const names = (text: string) =>
  ok(readReport(text))
    .value.figures.map((entry) => (typeof entry === 'string' ? entry : entry.file)[0])
    .join('');

describe('the order of figures in a report', () => {
  test.each([
    [0, 3, 'bcda'],
    [3, 0, 'dabc'],
    [1, 2, 'acbd'],
    [2, 0, 'cabd'],
  ])('figure %i moves to %i', (from, to, order) => {
    const text = movedFigure(block, from, to);
    expect(names(text)).toBe(order);
    // Nothing is lost, and what belongs to a figure goes with it.
    expect(text.split('\n').sort()).toEqual(block.split('\n').sort());
    expect(text).toContain('  # of the third\n  # and more\n  - { file: c.figure.yaml, number: 9 }');
    expect(text.endsWith('# the end\nstyle: apa\n')).toBe(true);
  });

  test('in brackets, and in JSON', () => {
    expect(movedFigure('hexis: report/1\nfigures: [a.yaml, b.yaml, c.yaml] # all\n', 0, 2)).toMatch(
      /figures:.*b\.yaml.*c\.yaml.*a\.yaml/s,
    );
    expect(names(movedFigure('{ "hexis": "report/1", "figures": ["a.yaml", "b.yaml"] }', 0, 1))).toBe('ba');
  });

  test('what cannot be moved stays', () => {
    for (const [from, to] of [
      [0, 0],
      [-1, 2],
      [0, 9],
    ] as const)
      expect(movedFigure(block, from, to)).toBe(block);
    expect(movedFigure('no report', 0, 1)).toBe('no report');
  });

  test('there and back again is the same to the byte', () => {
    fc.assert(
      fc.property(fc.nat(3), fc.nat(3), (from, to) => {
        expect(movedFigure(movedFigure(block, from, to), to, from)).toBe(block);
      }),
    );
  });

  test('a first report is read as it was meant, whatever its files are called', () => {
    const paths = ['a.figure.yaml', 'figures/b c.figure.yaml', 'x: y.figure.yaml', '- z.yaml', '"q".yaml'];
    const { title, figures } = ok(readReport(reportDraft('A "title": with signs', paths))).value;
    expect([title, figures]).toEqual(['A "title": with signs', paths]);
  });
});
