import { type Drawing, openProject, type Problem, write } from 'hexis';
import { turntable, type View } from 'hexis/desk';
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
  const made = await pictureOf(drawing);
  return made.picture ? { picture: made.picture, problems } : { problems: [...problems, ...made.problems] };
}

/** A drawing as it is shown on the page. */
async function pictureOf(drawing: Drawing): Promise<{ picture?: Picture; problems: Problem[] }> {
  const written = await write(drawing, 'svg');
  if (!written.ok) return { problems: written.problems };
  const { plate, numbers } = drawing;
  const picture = {
    id: plate.id,
    svg: written.value,
    width: centimetres(plate.width),
    height: centimetres(plate.height),
    summary: `${numbers.used} of ${numbers.read} ${numbers.cases}`,
  };
  return { picture, problems: [] };
}

/** A figure that can be turned, each view as a picture. */
export interface Turning {
  view: View;
  at(view: View): Promise<Picture | undefined>;
}

/** A figure in space, so that it can be turned; none of any other figure. */
export async function turning(path: string, caption: boolean, style?: string): Promise<Turning | undefined> {
  const table = await turntable(project, path, { caption, style });
  if (!table.ok || !table.value) return undefined;
  const { view, at } = table.value;
  return {
    view,
    at: async (from) => {
      const drawing = at(from);
      return drawing.ok ? (await pictureOf(drawing.value)).picture : undefined;
    },
  };
}
