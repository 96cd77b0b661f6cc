import { compose, coreFormats, gather, type Problem, writeFigure } from 'hexis';
import { source } from './project.js';

export interface Drawing {
  id: string;
  svg: string;
  /** Size on paper in centimetres. */
  width: number;
  height: number;
  summary: string;
}

const svgFormat = coreFormats[0];
const centimetres = (points: number) => Math.round((points / 72) * 254) / 100;

/**
 * Draws a figure of the project; without a drawing where something is wrong.
 *
 * @param style a house style in place of the one that the figure names
 */
export async function draw(
  path: string,
  caption: boolean,
  style?: string,
): Promise<{ drawing?: Drawing | undefined; problems: Problem[]; fault?: string }> {
  const gathered = await gather(source(), path, { caption, style });
  if (!gathered.ok) return gathered;
  const composed = compose(gathered.value, { caption });
  const problems = [...gathered.problems, ...composed.problems];
  if (!composed.ok) return { problems };
  const { plate, numbers } = composed.value;
  const written = await writeFigure(gathered.value, composed.value, svgFormat);
  if (!written.ok) return { problems: [...problems, ...written.problems] };
  const svg = written.value as string;
  const drawing = {
    id: plate.id,
    svg,
    width: centimetres(plate.width),
    height: centimetres(plate.height),
    summary: `${numbers.used} of ${numbers.read} ${numbers.cases}`,
  };
  return { drawing, problems };
}
