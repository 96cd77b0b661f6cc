import {
  type Composition,
  compose,
  coreFormats,
  type Gathered,
  gather,
  memorySource,
  type Outcome,
  type Problem,
  writeFigure,
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
}

/** Reads and composes a small figure from its parts, in memory. */
export async function small(parts: Parts = {}): Promise<Outcome<Composition> & { gathered?: Gathered }> {
  const figure = `hexis: figure/1
data: t.csv
codebook: c.yaml
chart: ${parts.chart ?? '{ kind: bar, category: bed, value: yield, group: season, error: { shows: ci } }'}
${parts.more ?? ''}
`;
  const source = memorySource({
    'f.yaml': figure,
    't.csv': parts.table ?? smallTable,
    'c.yaml': parts.codebook ?? smallCodebook,
    ...parts.files,
  });
  const gathered = await gather(source, 'f.yaml', { caption: parts.caption });
  if (!gathered.ok) return gathered;
  const composed = compose(gathered.value, { caption: parts.caption });
  return { ...composed, gathered: gathered.value, problems: [...gathered.problems, ...composed.problems] };
}

/** The composition, or a failed test that says what went wrong. */
export async function composed(parts: Parts = {}): Promise<Composition> {
  const outcome = await small(parts);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems));
  return outcome.value;
}

/** The problems of a figure, as code with line and column. */
export async function codes(parts: Parts): Promise<string[]> {
  return (await small(parts)).problems.map(codeAt);
}

export const codeAt = ({ code, place }: Problem): string =>
  [code, place?.file, place?.line, place?.column].filter((v) => v !== undefined).join(':');

/** The SVG of a composed figure. */
export async function svgOf(gathered: Gathered, composition: Composition): Promise<string> {
  const written = await writeFigure(gathered, composition, coreFormats[0]);
  if (!written.ok) throw new Error(JSON.stringify(written.problems));
  return written.value as string;
}
