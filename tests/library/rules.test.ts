import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { Ajv2020 } from 'ajv/dist/2020.js';
import {
  check,
  type Finding,
  findingText,
  memory,
  mend,
  ok,
  openProject,
  type Plate,
  type Project,
  type ProjectOptions,
  proof,
  type Rule,
  rules,
  sarifOf,
  write,
} from 'hexis';
import { heldRule } from '../../src/core/check/check.js';
import { handTerms, ruleTerms } from '../../src/core/check/generated/ruleTerms.js';
import { handRules } from '../../src/core/check/hand/handRules.js';
import type { Example, RuleTerms } from '../../src/core/check/rule.js';
import { wordings } from '../../src/core/problem/wording.js';
import { lengthInPoints } from '../../src/core/schema/length.js';
import { demo, root } from '../helpers/hexis.js';
import { spokenSource } from '../helpers/scripts.js';

const data = Object.fromEntries(
  ['data/plots.csv', 'data/crops.csv', 'garden.codebook.yaml'].map((name) => [
    name.replace('data/', ''),
    readFileSync(demo(name), 'utf8'),
  ]),
);

/** The figure file of an example, over the data of the garden. */
const fileOf = ({ figure, style = 'plain', check: said }: Example): Record<string, string> => {
  const own = (key: string, value: string) => (new RegExp(`^${key}:`, 'm').test(figure) ? [] : [`${key}: ${value}`]);
  const head = ['hexis: figure/1', ...own('data', 'plots.csv'), ...own('codebook', 'garden.codebook.yaml')];
  const named = said === undefined ? style : 'own.style.yaml';
  return {
    ...data,
    'own.style.yaml': `hexis: style/1\nextends: ${style}\ncheck:\n  ${said ?? 'heading: off'}\n`,
    'f.figure.yaml': `${[...head, `style: ${named}`, figure].join('\n')}\n`,
  };
};

const checked = async (project: Project, path: string, placed?: number): Promise<Finding[]> => {
  const drawn = await project.draw(path);
  return check(ok(drawn), drawn.problems, { placed });
};

async function findingsOf(example: Example, options: ProjectOptions = {}): Promise<Finding[]> {
  const placed = example.placed === undefined ? undefined : lengthInPoints(example.placed);
  return checked(openProject(spokenSource(fileOf(example)), options), 'f.figure.yaml', placed);
}

const open = (findings: readonly Finding[]) => findings.filter(({ waived }) => waived === undefined);

const cases = rules.flatMap((rule) => [
  ...rule.examples.ok.map((example) => ({ name: rule.name, kind: 'passes', says: example.says, rule, example })),
  ...rule.examples.bad.map((example) => ({ name: rule.name, kind: 'does not', says: example.says, rule, example })),
]);

describe('the rules', () => {
  test.each(cases)('$name, $kind: $says', async ({ rule, kind, example }) => {
    const found = open(await findingsOf(example));
    expect(found.map((finding) => finding.rule)).toEqual(kind === 'passes' ? [] : found.map(() => rule.name));
    if (kind === 'passes') return;
    expect(found.length).toBeGreaterThan(0);
    for (const finding of found) {
      expect(finding.found.length).toBeGreaterThan(10);
      expect(finding.found).not.toMatch(/undefined|NaN|\[object|\s{2}/);
      expect(finding.place).toMatchObject({ line: expect.any(Number), column: expect.any(Number) });
      expect(findingText(finding)).toContain(finding.rule);
    }
  });

  test.each(['apa', 'mono', 'screen'])('what a rule does not let pass, it does not in %s', async (style) => {
    const free = cases.filter(({ kind, example }) => kind === 'does not' && !example.style && !example.check);
    for (const { rule, example } of free) {
      const layers = [{ check: undefined }];
      if (heldRule(rule, layers).severity === 'off') continue;
      const found = open(await findingsOf({ ...example, style }));
      // Mono draws all in black: there colours are no cue, and patterns are.
      const byColor = ['contrast', 'tell-apart', 'palette-only', 'invisible-ink'].includes(rule.name);
      if (style === 'mono' && byColor) continue;
      // The letters of a slide are larger, so that fewer have room.
      if (style === 'screen' && ['text-size', 'ticks'].includes(rule.name)) continue;
      // Each style has a width of text of its own.
      if (rule.name === 'placed') continue;
      // Without a grid none of its lines can be too thin.
      if (rule.name === 'line-weight' || rule.name === 'text-overlap' || rule.name === 'label-overlap') continue;
      expect([example.says, found.map((finding) => finding.rule)]).toEqual([
        example.says,
        expect.arrayContaining([rule.name]),
      ]);
    }
  });

  test('every warning of a drawing belongs to one rule', () => {
    // What is said of files that are saved is no matter of figures.
    const sources = readdirSync(join(root, 'src/core'), { recursive: true, encoding: 'utf8' }).filter(
      (name) => name.endsWith('.ts') && !name.startsWith('folder'),
    );
    const warned = new Set(
      sources.flatMap((name) =>
        [...readFileSync(join(root, 'src/core', name), 'utf8').matchAll(/\bwarning\(\s*'([a-z-]+)'/g)].map(
          ([, code]) => code as string,
        ),
      ),
    );
    expect(warned.size).toBeGreaterThan(30);
    for (const code of warned) {
      expect(Object.keys(wordings)).toContain(code);
      const own = rules.filter(({ takes = {}, reads = [] }) => code in takes || (reads as string[]).includes(code));
      expect([code, own.map(({ name }) => name)]).toEqual([code, [expect.any(String)]]);
    }
  });

  test('the pages of docs/rules are what the rules give', () => {
    const { status, stderr } = spawnSync(process.execPath, [join(root, 'scripts', 'writeRules.mjs'), '--check'], {
      encoding: 'utf8',
    });
    expect([status, stderr]).toEqual([0, '']);
  });

  test('what styles may say of rules is what the rules say of themselves', () => {
    const terms = ({ name, asks, severity, limits = {} }: RuleTerms) => ({ name, asks, severity, limits });
    expect(ruleTerms).toEqual(rules.map(terms));
    expect(handTerms).toEqual(handRules.map((rule) => terms({ limits: {}, ...rule })));
  });

  test('each has what a reader needs to follow it', () => {
    expect(new Set(rules.map(({ name }) => name)).size).toBe(rules.length);
    for (const { asks, measures, reason, source, examples } of rules) {
      for (const text of [asks, measures, reason]) expect(text).toMatch(/^[A-Z].{15,}\.$/s);
      expect(source).not.toBe('');
      expect(examples.ok.length * examples.bad.length).toBeGreaterThan(0);
    }
  });
});

/** Figures that lie by a hair on either side of a limit, in every style: how the limit is set, and what is found. */
const byAHair: readonly { rule: string; limit: string; figure: (value: number) => string; step: number }[] = [
  {
    rule: 'text-size',
    limit: 'least: 8pt',
    step: 0.1,
    figure: (by) => `text: { tickLabel: { size: ${8 + by}pt, least: 5pt } }`,
  },
  {
    rule: 'line-weight',
    limit: 'least: 0.4pt',
    step: 0.02,
    figure: (by) => `axes: { value: { line: { width: ${0.4 + by}pt } } }`,
  },
  { rule: 'resolution', limit: 'least: 250', step: 1, figure: (by) => `export: { dpi: ${250 + by} }` },
  { rule: 'alt-text', limit: 'least: 40', step: 1, figure: (by) => `altText: ${'b'.repeat(40 + by)}` },
];

describe('limits', () => {
  const styles = ['plain', 'apa', 'mono', 'screen'];
  test.each(styles.flatMap((style) => byAHair.map((one) => ({ style, ...one }))))(
    '$rule in $style passes by a hair, and fails by one',
    async ({ rule, style, limit, step, figure }) => {
      const said = `${rule}: { ${limit} }`;
      for (const [by, count] of [
        [0, 0],
        [step, 0],
        [-step, 1],
      ] as const) {
        const found = await findingsOf({
          says: '',
          style,
          check: said,
          figure: `chart: { kind: bar, category: bed, value: yield }\n${figure(by)}`,
        });
        expect([by, found.filter((finding) => finding.rule === rule).length]).toEqual([by, count]);
      }
    },
  );

  test('a style grades rules, and the style over it grades them again', async () => {
    const figure = 'chart: { kind: bar, category: bed, value: yield }\nexport: { dpi: 72 }';
    const grade = async (said: string, style = 'plain') =>
      (await findingsOf({ says: '', style, check: said, figure })).map(({ severity }) => severity);
    expect(await grade('resolution: error')).toEqual(['error']);
    expect(await grade('resolution: off')).toEqual([]);
    expect(await grade('resolution: { severity: warning, least: 60 }')).toEqual([]);
    expect(await grade('resolution: { least: 80 }', 'apa')).toEqual(['warning']);
  });

  test('a rule of a program is held like the others', async () => {
    const own: Rule = {
      ...(rules[0] as Rule),
      name: 'no-bars',
      takes: {},
      finds: ({ figure }) =>
        figure.chart.kind === 'bar' ? [{ found: 'this house draws no bars', setting: 'chart.kind' }] : [],
    };
    const drawn = await openProject(
      memory(fileOf({ says: '', figure: 'chart: { kind: bar, category: bed, value: yield }' })),
    ).draw('f.figure.yaml');
    expect(check(ok(drawn), drawn.problems, { rules: [own] })).toMatchObject([
      { rule: 'no-bars', severity: 'warning', setting: 'chart.kind', place: { file: 'f.figure.yaml', line: 5 } },
    ]);
  });
});

describe('waivers', () => {
  const figure = 'chart: { kind: interval, category: bed, value: yield }\naxes: { value: { from: 2, to: 5 } }\n';
  test('are kept with their reason, come last, and count as none', async () => {
    const [finding, ...others] = await findingsOf({
      says: '',
      figure: `${figure}waive: { scale-honesty: the text says how small the differences are }`,
    });
    expect(others).toEqual([]);
    expect(finding).toMatchObject({ rule: 'scale-honesty', waived: 'the text says how small the differences are' });
  });

  test('need a reason, and a rule that there is', async () => {
    const problems = async (waive: string) =>
      (
        await openProject(memory(fileOf({ says: '', figure: `${figure}waive: ${waive}` }))).draw('f.figure.yaml')
      ).problems.map(({ code }) => code);
    expect(await problems('{ scale-honesty: "" }')).toEqual(['wrong-type']);
    expect(await problems('{ scale-honest: the text says how small they are }')).toEqual(['unknown-key']);
  });
});

describe('from memory, as in a page', () => {
  const figure =
    'chart: { kind: bar, category: bed, value: yield }\nmargins: { left: 2mm }\nexport: { dpi: 72 } # for the screen';
  test('a figure is mended, comments kept', async () => {
    const { before, after, made, left } = ok(await mend(memory(fileOf({ says: '', figure })), 'f.figure.yaml'));
    expect(made.map(({ rule }) => rule)).toEqual(['ink-outside', 'resolution']);
    expect(left).toEqual([]);
    expect(after).toBe(before.replace('margins: { left: 2mm }\n', '').replace('72', '200'));
  });

  test('and proved, with the hashes of all that it was made of', async () => {
    const files = fileOf({ says: '', figure });
    const { pages, faces, figures } = ok(await proof(memory(files), ['f.figure.yaml', 'f.figure.yaml']));
    expect(pages).toHaveLength(3);
    const index = pages[0] as Plate;
    expect([index.id, index.title, index.description]).toEqual([
      'proof',
      'Proof of 2 figures',
      'Proof of 2 figures. Findings: 2 errors, 2 warnings.',
    ]);
    const said = index.items.flatMap((item) => (item.type === 'text' ? [item.text] : []));
    // Nothing is wrong across them, and nothing is said of it.
    expect(said).not.toContain('Across the figures');
    expect(figures.map(({ findings }) => findings.length)).toEqual([2, 2]);
    // The other views of a figure stand two by two.
    const corners = ['grey', 'protan', 'deutan', 'tritan'].map((view) => {
      const ink = (pages[1] as Plate).items.filter(({ role }) => role.startsWith(`proof.${view}.`));
      expect(ink.length).toBeGreaterThan(10);
      return [Math.min(...ink.map(({ box }) => box.x)), Math.min(...ink.map(({ box }) => box.y))] as const;
    }) as [Corner, Corner, Corner, Corner];
    const [[left, top], [right, besides], [leftAgain, below], [rightAgain, last]] = corners;
    expect([leftAgain, rightAgain, besides, last]).toEqual([left, right, top, below]);
    expect([right > left, below > top]).toEqual([true, true]);
    const words = (pages[1] as Plate).items.flatMap((item) => (item.type === 'text' ? [item.text] : [])).join(' ');
    for (const name of ['f.figure.yaml', 'garden.codebook.yaml', 'plots.csv']) {
      expect(words).toContain(name);
      const sum = createHash('sha256')
        .update(files[name] as string)
        .digest('hex');
      expect(words).toContain(sum.slice(0, 32));
    }
    expect(ok(await write({ plate: pages[1] as Plate, faces }, 'svg'))).toMatch(/^<\?xml/);
  });

  test('with all tables of the figure, rows and columns as far as there is room', async () => {
    const parts = 'chart: { kind: scatter, x: component 1, y: component 2, components: { of: [water, ph, yield] } }';
    const { pages } = ok(await proof(memory(fileOf({ says: '', figure: parts })), ['f.figure.yaml']));
    const texts = (pages[0] as Plate).items.flatMap((item) => (item.type === 'text' ? [item.text] : []));
    for (const word of ['Components', 'Eigenvalue', 'Loadings', 'Variable'])
      expect([word, texts]).toEqual([word, expect.arrayContaining([word])]);
    expect(texts.filter((text) => text === 'Component 3')).toHaveLength(2);
  });

  test('what cannot be drawn is refused in words', async () => {
    const broken = memory({ 'f.figure.yaml': 'hexis: figure/1\n' });
    expect((await mend(broken, 'f.figure.yaml')).problems.map(({ code }) => code)).toEqual(['missing-key']);
    expect((await mend(broken, 'g.figure.yaml')).problems.map(({ code }) => code)).toEqual(['file-missing']);
    expect((await proof(broken, ['f.figure.yaml'])).ok).toBe(false);
  });
});

describe('boards', () => {
  test('waive rules for all of their figures', async () => {
    const one = fileOf({
      says: '',
      figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { from: 1, to: 6 } }',
    });
    const files = {
      ...one,
      'b.board.yaml':
        'hexis: board/1\nfigures: [f.figure.yaml, f.figure.yaml]\nsize: { width: 16cm, height: 8cm }\nwaive: { zero-base: differences are what it shows }\n',
    };
    const found = await checked(openProject(memory(files)), 'b.board.yaml');
    expect(found.map(({ rule, waived }) => [rule, waived])).toEqual([
      ['zero-base', 'differences are what it shows'],
      ['zero-base', 'differences are what it shows'],
    ]);
  });

  test('have the findings of their figures, with the roles that their ink has there', async () => {
    const one = fileOf({
      says: '',
      figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { from: 1, to: 6 } }',
    });
    const two = fileOf({ says: '', figure: 'chart: { kind: box, category: bed, value: yield }' });
    const files = {
      ...one,
      'g.figure.yaml': two['f.figure.yaml'] as string,
      'b.board.yaml': 'hexis: board/1\nfigures: [g.figure.yaml, f.figure.yaml]\nsize: { width: 16cm, height: 8cm }\n',
    };
    const found = await checked(openProject(memory(files)), 'b.board.yaml');
    expect(found).toMatchObject([{ rule: 'zero-base', place: { file: 'f.figure.yaml', line: 6 } }]);
    expect(found[0]?.role).toMatch(/^figures\[1\]\.series/);
    expect(found[0]?.boxes[0]?.x).toBeGreaterThan(230);
  });
});

type Corner = readonly [x: number, y: number];

describe('SARIF', () => {
  test('validates against the schema of the standard', async () => {
    const schema = JSON.parse(readFileSync(join(root, 'tests/reference/sarif-2.1.0.schema.json'), 'utf8'));
    const example = {
      says: '',
      figure:
        'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { from: 1, to: 6 } }\nlegend: { place: right }',
    };
    const findings = await findingsOf(example);
    const text = sarifOf(
      [{ path: 'a b/f.figure.yaml', findings, patchOf: () => [{ at: 1, removed: 'a', inserted: '' }] }],
      // The first rule of all is one that found something.
      [...rules.filter(({ name }) => name === 'zero-base'), ...rules.filter(({ name }) => name !== 'zero-base')],
      '1.0.0',
    );
    const log = JSON.parse(text);
    const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(schema);
    expect([validate(log), validate.errors]).toEqual([true, null]);
    expect(log.runs[0].results).toHaveLength(findings.length);
    for (const { ruleId, ruleIndex } of log.runs[0].results)
      expect(log.runs[0].tool.driver.rules[ruleIndex].id).toBe(ruleId);
    expect(log.runs[0].results[0]).toMatchObject({
      ruleId: 'zero-base',
      level: 'error',
      locations: [{ physicalLocation: { artifactLocation: { uri: 'f.figure.yaml' }, region: { startLine: 6 } } }],
    });
    expect(validate({ ...log, version: '1' })).toBe(false);
  });
});
