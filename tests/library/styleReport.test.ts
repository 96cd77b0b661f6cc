import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { builtInStyles, memory, openProject, reportStyle, type StyleReport } from 'hexis';
import { parse } from 'yaml';
import { contrast } from '../../src/core/color/color.js';
import { distanceIn, seenAs, views } from '../../src/core/color/views.js';
import { demo, hexis, root } from '../helpers/hexis.js';

async function reported(style: string, files: Record<string, string> = {}): Promise<StyleReport> {
  const outcome = await reportStyle(openProject(memory(files)), style);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems));
  return outcome.value;
}

describe('colours as they are seen', () => {
  test('are as far apart as the published pairs of CIEDE2000', () => {
    // Grey of equal steps, and black against white.
    expect(distanceIn('normal', '#000000', '#ffffff')).toBeCloseTo(100, 3);
    expect(distanceIn('grey', '#777777', '#777777')).toBe(0);
    expect(distanceIn('grey', '#ff0000', '#008000')).toBeLessThan(10);
    expect(distanceIn('normal', '#ff0000', '#008000')).toBeGreaterThan(60);
    expect(distanceIn('deutan', '#b0742c', '#7c8a2b')).toBeLessThan(distanceIn('normal', '#b0742c', '#7c8a2b') / 2);
  });

  test('keep greys in every view', () => {
    for (const view of views) expect(distanceIn('normal', seenAs('#808080', view), '#808080')).toBeLessThan(0.5);
    expect(contrast('#ffffff', '#000000')).toBeCloseTo(21);
  });
});

describe('the check of a style', () => {
  test.each(Object.keys(builtInStyles))('finds nothing short in %s', async (style) => {
    const { findings, palettes, inherited, sets } = await reported(style);
    expect(findings).toEqual([]);
    expect(sets.length).toBeGreaterThan(8);
    if (style !== 'plain') expect(inherited.at(-1)?.layer).toBe('style plain');
    if (style !== 'mono') {
      const counts = (name: string) => palettes.filter(({ palette }) => palette === name).map(({ count }) => count);
      for (const name of ['groups', 'sequential', 'diverging']) expect(counts(name)).toEqual([2, 3, 4, 5, 6, 7, 8]);
    }
  });

  test('says what a style sets in place of what, and what falls short', async () => {
    const style = `hexis: style/1
name: House
extends: apa
colors: { faint: "#dddddd" }
text: { source: { size: 5pt, least: 5pt, color: faint } }
palette: { groups: ["#335e89", "#345f8a"] }
`;
    const report = await reported('house.style.yaml', { 'house.style.yaml': style });
    expect(report.name).toBe('House');
    expect(report.sets.find(({ path }) => path === 'text.source.size')).toEqual({
      path: 'text.source.size',
      value: '5pt',
      before: { layer: 'style apa', value: '8pt' },
    });
    expect(report.sets.find(({ path }) => path === 'colors.faint')).toEqual({ path: 'colors.faint', value: '#dddddd' });
    expect(report.inherited.map(({ layer }) => layer)).toEqual(['style apa', 'style plain']);
    expect(report.smallest).toEqual({ path: 'text.source.least', size: 5 });
    expect(report.findings).toEqual([
      'text.source.color is #dddddd, 1.4:1 on the paper; at least 4.5:1 is wanted',
      expect.stringMatching(/^palette\.groups: of 2 colours, the 1\. and the 2\. are 0\.\d apart in the \w+ view/),
    ]);
  });

  test('is a command with an exit code for findings', () => {
    const ok = hexis(['style', demo('lanternfield.style.yaml')]);
    expect(ok).toMatchObject({ code: 0, err: '' });
    expect(ok.out).toContain('nothing falls short');
    expect(JSON.parse(hexis(['style', 'mono', '--json']).out)).toMatchObject({ name: 'mono', findings: [] });
    expect(hexis(['style', 'mno'])).toMatchObject({ code: 2, err: expect.stringContaining('style: mono') });
    expect(hexis(['style', demo('figures/yield-plain.figure.yaml')])).toMatchObject({ code: 2 });
  });

  test('and the palettes of the styles are what the kept script computes', () => {
    const { stdout } = spawnSync(process.execPath, ['scripts/computePalettes.mjs'], { cwd: root, encoding: 'utf8' });
    const computed = parse(stdout) as Record<string, Record<string, unknown>>;
    const styles: Record<string, string> = {
      plain: 'src/core/style/plain.style.yaml',
      apa: 'src/core/style/apa.style.yaml',
      lanternfield: 'demo/lanternfield.style.yaml',
    };
    for (const [name, file] of Object.entries(styles)) {
      const { palette } = parse(readFileSync(`${root}/${file}`, 'utf8'));
      for (const key of ['groups', 'sequential', 'diverging'])
        expect([name, key, palette[key]]).toEqual([name, key, computed[name]?.[key]]);
    }
  });
});
