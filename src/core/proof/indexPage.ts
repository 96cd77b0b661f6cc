import type { Finding } from '../check/finding.js';
import type { Typesetter } from '../layout/words/typesetter.js';
import type { Words } from '../words/words.js';
import { Column } from './column.js';
import { foundWords, proofTitle } from './findingWords.js';
import { Pen, verbatim } from './pen.js';
import { border, countColor, markOf, type ProofFigure, type ProofPage, pageSize } from './proved.js';
import { seenItems } from './seenItems.js';

const columns = 4;
const gap = 24;
const cell = (pageSize.width - 2 * border - (columns - 1) * gap) / columns;

/** A figure in small, with its words below the tallest of its row; gives where they end. */
function entry(
  { pen, top }: Column,
  { plate, placed, path, findings, label, words }: ProofFigure,
  { index, by, tallest }: { index: number; by: number; tallest: number },
): number {
  const x = border + (index % columns) * (cell + gap);
  const at = { x, y: top, width: plate.width * placed * by, height: plate.height * placed * by };
  pen.ground.push(...seenItems(plate, at, 'normal', `proof.index[${index}]`));
  const column = new Column(pen, { x, top: top + tallest + 8, width: cell });
  column.words(`**${verbatim(label ?? String(index + 1))}**  ${verbatim(plate.title)}`, {}, 1);
  column.words(verbatim(path), { role: 'source' }, 1);
  column.words(foundWords(findings, words), { role: 'note', color: countColor(findings) });
  return column.top;
}

/** What was found across the figures. */
function acrossPart(column: Column, across: readonly Finding[], words: Words): void {
  if (across.length > 0) column.words(words.say('proof-across'), { bold: true }, 4);
  for (const finding of across) {
    const { found, expected, waived } = finding;
    const said = [
      found,
      ...(expected === undefined ? [] : [words.say('proof-expected', { what: expected })]),
      ...(waived === undefined ? [] : [words.say('proof-waived', { why: waived })]),
    ].join('. ');
    column.words(verbatim(said), { role: 'note', color: markOf(finding) }, 3);
  }
}

/** The first page of several: all figures at one scale, each with what was found. @param across what was found across them */
export function indexPage(
  setter: Typesetter,
  figures: readonly ProofFigure[],
  { across, words }: { across: readonly Finding[]; words: Words },
): ProofPage {
  const pen = new Pen(setter, 'proof.index');
  const { width } = pageSize;
  const column = new Column(pen, { x: border, top: border, width: width - 2 * border });
  const by = Math.min(...figures.map(({ plate, placed }) => cell / (plate.width * placed)), 0.6);
  const all = [...figures.flatMap(({ findings }) => findings), ...across];
  column.words(
    verbatim(
      proofTitle(
        figures.map(({ plate }) => plate.title),
        words,
      ),
    ),
    { role: 'heading' },
    3,
  );
  const scale = words.say('proof-scale', { percent: words.percent(Math.round(by * 100)) });
  column.words(`${foundWords(all, words)}. ${scale}`, { role: 'note' }, 16);
  for (let i = 0; i < figures.length; i += columns) {
    const row = figures.slice(i, i + columns);
    const tallest = Math.max(...row.map(({ plate, placed }) => plate.height * placed * by));
    const ends = row.map((figure, k) => entry(column, figure, { index: i + k, by, tallest }));
    column.top = Math.max(...ends) + 22;
  }
  acrossPart(column, across, words);
  const height = Math.max(pageSize.height, column.top + border);
  const paper = new Pen(setter, 'proof.paper');
  paper.rect({ x: 0, y: 0, width, height }, { fill: '#ffffff' });
  return { items: [...paper.items, ...pen.ground, ...pen.items], width, height };
}
