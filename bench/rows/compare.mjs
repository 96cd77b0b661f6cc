import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run, timed } from '../measure.mjs';
import { bars, pathOf } from './demo.mjs';

const drawing =
  (carries) =>
  ({ tree, folder }) => {
    const call = [tree.command, 'draw', pathOf(tree, bars), '--as', 'svg', '--replace', '-o', `${folder}/`];
    return timed(() => run([...call, '--carries', carries]));
  };

/** The figure of bars, and the same with another limit. */
function changed({ tree, folder }) {
  const path = pathOf(tree, bars);
  const other = join(folder, 'changed.figure.yaml');
  const text = readFileSync(path, 'utf8').replaceAll('../', `${tree.demo}/`);
  writeFileSync(other, text.replace('to: 6', 'to: 7'));
  return [path, other];
}

/** Files that carry what they were made of, and what differs between two states. */
export const rows = [
  {
    name: 'draw to SVG that carries its settings, a process',
    of: 'one that carries nothing',
    time: drawing('settings'),
    floor: drawing('nothing'),
    atMost: 1.05,
    count: 15,
    isQuick: true,
  },
  {
    name: 'compare two figures, a process',
    of: 'drawing one of them to SVG',
    time: (context) => timed(() => run([context.tree.command, 'compare', ...changed(context)])),
    floor: drawing('settings'),
    atMost: 2.5,
    count: 9,
    isQuick: true,
  },
];
