import { openProject, type Problem, write } from 'hexis';
import { source } from './project.js';

export interface Picture {
  id: string;
  svg: string;
  /** Size on paper in centimetres. */
  width: number;
  height: number;
  summary: string;
}

/** The files as one project: what figures share is read again only when somebody changes it. */
const project = openProject(source());
const centimetres = (points: number) => Math.round((points / 72) * 254) / 100;

/**
 * Draws a figure of the project; without a picture where something is wrong.
 *
 * @param style a house style in place of the one that the figure names
 */
export async function draw(
  path: string,
  caption: boolean,
  style?: string,
): Promise<{ picture?: Picture; problems: Problem[]; fault?: string }> {
  const { drawing, problems } = await project.draw(path, { caption, style });
  if (!drawing) return { problems };
  const written = await write(drawing, 'svg');
  if (!written.ok) return { problems: [...problems, ...written.problems] };
  const { plate, numbers } = drawing;
  const picture = {
    id: plate.id,
    svg: written.value,
    width: centimetres(plate.width),
    height: centimetres(plate.height),
    summary: `${numbers.used} of ${numbers.read} ${numbers.cases}`,
  };
  return { picture, problems };
}
