import { readFileSync, writeFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { formatsAgree } from '../helpers/formatsAgree.js';
import { demo, demoFigure, folderWith, hexis } from '../helpers/hexis.js';
import { limit, worstBlocks } from '../helpers/renderers.js';

formatsAgree('plain', ['yield-by-bed', 'kale-season', 'growth-curve']);

test('the comparison catches a bar of another height and a label of another word', () => {
  const own = folderWith();
  const picture = (name: string, from: string, to: string) => {
    const text = readFileSync(demoFigure('yield-plain'), 'utf8').replaceAll('../', `${demo('')}/`);
    writeFileSync(own.at('f.figure.yaml'), text.replace(from, to));
    expect(hexis(['draw', own.at('f.figure.yaml'), '--style', 'plain', '--dpi', '600', '-o', own.at(name)]).code).toBe(
      0,
    );
    return own.at(name);
  };
  const original = picture('a.png', '', '');
  const taller = picture('b.png', 'kind: bar', 'kind: bar\n  where: { season: summer }');
  const other = picture('c.png', 'size:', 'axes: { x: { title: Kind of bed } }\nsize:');
  const blocks = worstBlocks(original, 600, [
    [taller, 600],
    [other, 600],
  ]);
  for (const block of blocks) expect(block).toBeGreaterThan(limit);
  own.remove();
});
