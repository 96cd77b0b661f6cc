import { entryAt } from '../../at.js';
import { scaled } from '../../layout/ink/moved.js';
import { textAt, textLabel } from '../../layout/words/textAt.js';
import { setRole, type Typesetter } from '../../layout/words/typesetter.js';
import type { Box, Plate, PlateItem } from '../../plate/plate.js';
import { error, fail, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import { builtInStyles } from '../../style/generated/builtIn.js';
import { joinedFaces } from '../../type/faces.js';
import type { Drawing } from '../compose/drawing.js';
import type { Project, ProjectOptions } from '../project.js';

/** Width of each figure on the sheet, and between them, in points. */
const cellWidth = 330;
const gap = 22;
const border = 16;
/** From a name to its figure. */
const nameGap = 5;
const across = 2;

/** A figure in one style, or in its own, and what that is called. */
interface Styled {
  name: string;
  drawing: Drawing;
}

/** The built-in styles, and the one that the figure names where it is a file. */
async function inStyles(project: Project, path: string, options: ProjectOptions): Promise<Outcome<Styled[]>> {
  const problems: Problem[] = [];
  const styled: Styled[] = [];
  const plain = await project.draw(path, { ...options, style: undefined });
  if (!plain.ok) return fail(plain.problems);
  problems.push(...plain.problems);
  const { style } = plain.value.about;
  if (!Object.hasOwn(builtInStyles, style)) styled.push({ name: `${style} (its own)`, drawing: plain.value });
  for (const name of Object.keys(builtInStyles)) {
    const drawn = await project.draw(path, { ...options, style: name });
    if (!drawn.ok) return fail([...problems, ...drawn.problems]);
    styled.push({ name: name === style ? `${name} (its own)` : name, drawing: drawn.value });
  }
  return succeed(styled, problems);
}

/** Where each figure stands, row by row, all in one width. */
function cellsOf(drawings: readonly Drawing[], head: number): { cells: Box[]; height: number } {
  const cells: Box[] = [];
  let top = border;
  for (let i = 0; i < drawings.length; i += across) {
    const row = drawings.slice(i, i + across);
    const heights = row.map(({ plate }) => (plate.height * cellWidth) / plate.width);
    for (const [k, height] of heights.entries()) {
      cells.push({ x: border + k * (cellWidth + gap), y: top + head, width: cellWidth, height });
    }
    top += head + Math.max(...heights) + gap;
  }
  return { cells, height: top - gap + border };
}

/** A figure in a box of its own shape, on its paper with an edge. */
function inCell({ paper, items, width }: Plate, cell: Box, prefix: string, color: string): PlateItem[] {
  const edge = { type: 'rect', role: `${prefix}.edge`, from: 'style', box: cell, ...cell } as const;
  const by = cell.width / width;
  return [
    { ...edge, fill: paper, stroke: { width: 0.5, color } },
    ...items.map((item) => ({ ...scaled(item, by, cell.x, cell.y), role: `${prefix}.${item.role}` })),
  ];
}

/** Draws a figure in every style, side by side and labelled, so that an author can choose. All are drawn at one width; the labels give the real sizes. */
export async function contactSheet(
  project: Project,
  path: string,
  options: ProjectOptions = {},
): Promise<Outcome<Drawing>> {
  const styled = await inStyles(project, path, options);
  if (!styled.ok) return styled;
  const drawings = styled.value.map(({ drawing }) => drawing);
  const first = entryAt(drawings, 0);
  const faces = joinedFaces(drawings.map((drawing) => drawing.faces));
  const plain = drawings[styled.value.findIndex(({ name }) => name.startsWith('plain'))] ?? first;
  const setter: Typesetter = { settings: plain.settings, kit: faces.kit, scale: 1 };
  const centimetres = (points: number) => ((points / 72) * 2.54).toFixed(1);
  const heads = styled.value.map(({ name, drawing: { plate } }) =>
    setRole(setter, 'legendEntry', `${name}, ${centimetres(plate.width)} × ${centimetres(plate.height)} cm`),
  );
  const head = Math.max(...heads.map(({ height }) => height)) + nameGap;
  const { cells, height } = cellsOf(drawings, head);
  const items = drawings.flatMap(({ plate }, i) => {
    const name = textLabel(setter, 'legendEntry', { role: `styles[${i}].name`, from: 'style' });
    const cell = entryAt(cells, i);
    return [
      textAt(entryAt(heads, i), [cell.x, cell.y - head], name),
      ...inCell(plate, cell, `styles[${i}]`, setter.settings.references.color),
    ];
  });
  const width = 2 * border + across * cellWidth + (across - 1) * gap;
  if (!(height < 14_400)) return fail([error('not-drawable', {})]);
  const id = `${first.about.id}-styles`;
  const plate: Plate = {
    ...first.plate,
    id,
    width,
    height,
    title: `${first.plate.title} in every style`,
    paper: plain.settings.paper,
    panel: { x: 0, y: 0, width, height },
    items,
  };
  // A sheet of several styles is made of no single one.
  const { origin: _, ...card } = first;
  return succeed(
    {
      ...card,
      plate,
      faces,
      about: { id, style: 'all' },
      settings: { ...plain.settings, width, height },
      parts: [],
    },
    styled.problems,
  );
}
