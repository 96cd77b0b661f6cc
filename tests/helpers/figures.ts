import {
  type Drawing,
  type DrawnFigure,
  memory,
  ok,
  openProject,
  type Problem,
  type ProjectOptions,
  type Source,
  write,
} from 'hexis';

export const smallTable =
  'bed,season,yield\n1,spring,2.5\n1,spring,3.5\n1,autumn,2\n1,autumn,4\n2,spring,4\n2,spring,5\n2,autumn,6\n2,autumn,7.5\n';

export const smallCodebook = `hexis: codebook/1
cases: plots
variables:
  bed: { label: Type of bed, measure: nominal, values: { 2: Compost, 1: Bare soil }, missing: [9] }
  season: { label: Season, values: [spring, autumn] }
  yield: { label: Yield, unit: kg/m², measure: numeric, decimals: 1, missing: [-9] }
`;

export interface Parts {
  chart?: string;
  more?: string;
  table?: string;
  codebook?: string;
  files?: Record<string, string>;
  caption?: boolean;
  trace?: boolean;
}

/** Draws a small figure from its parts, in memory. */
export async function small(parts: Parts = {}): Promise<DrawnFigure> {
  const figure = `hexis: figure/1
data: t.csv
codebook: c.yaml
chart: ${parts.chart ?? '{ kind: bar, category: bed, value: yield, group: season, error: { shows: ci } }'}
${parts.more ?? ''}
`;
  const files = {
    'f.yaml': figure,
    't.csv': parts.table ?? smallTable,
    'c.yaml': parts.codebook ?? smallCodebook,
    ...parts.files,
  };
  return openProject(memory(files), { caption: parts.caption, trace: parts.trace }).draw('f.yaml');
}

/** A figure or board of a source, drawn. */
export const drawn = (source: Source, path: string, options: ProjectOptions = {}): Promise<DrawnFigure> =>
  openProject(source, options).draw(path);

/** The drawing, or a failed test that says what went wrong. */
export const composed = async (parts: Parts = {}): Promise<Drawing> => ok(await small(parts));

/** The problems of a figure, as code with line and column. */
export async function codes(parts: Parts): Promise<string[]> {
  return (await small(parts)).problems.map(codeAt);
}

export const codeAt = ({ code, place }: Problem): string =>
  [code, place?.file, place?.line, place?.column].filter((v) => v !== undefined).join(':');

/** The SVG of a drawing. */
export const svgOf = async (drawing: Drawing): Promise<string> => ok(await write(drawing, 'svg'));
