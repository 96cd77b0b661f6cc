import type { Carried } from '../project/carry/readCarried.js';
import { isOrderedGroup, type Ordered, plainOf } from '../schema/ordered.js';
import { isGroup } from '../schema/settingTree.js';
import { type Comparison, type Difference, differences, differencesAround, letterAt, wordsOf } from './compare.js';

/** A file that was carried, as plain values. */
const contentsOf = ({ files }: Carried, name: string): unknown => {
  const file = files.get(name);
  return file && plainOf(file.value);
};

/** The figures of what was carried: itself, or those of a board. */
function figuresOf(carried: Carried): string[] {
  const drawn = carried.files.get(carried.draw);
  const figures = drawn?.value.get('figures');
  if (drawn?.kind !== 'board' || !Array.isArray(figures)) return [carried.draw];
  return figures.filter((name): name is string => typeof name === 'string');
}

/** The codebook of a figure, wherever it stands. */
function codebookOf(carried: Carried, figure: string): ReadonlyMap<string, Ordered> | undefined {
  const named = carried.files.get(figure)?.value.get('codebook');
  if (isOrderedGroup(named)) return named;
  return typeof named === 'string' ? carried.files.get(named)?.value : undefined;
}

const groupOf = (value: unknown): Record<string, unknown> => (isGroup(value) ? value : {});

/** What a codebook says of a variable, its values in a list as an author reads them. */
function variableOf(codebook: Record<string, unknown>, name: string): object {
  const said = groupOf(groupOf(codebook['variables'])[name]);
  const { values } = said;
  return isGroup(values) ? { ...said, values: Object.entries(values).map(([code, own]) => `${code}: ${own}`) } : said;
}

function codebookDifferences(
  old: ReadonlyMap<string, Ordered> | undefined,
  now: ReadonlyMap<string, Ordered> | undefined,
): Difference[] {
  const before = groupOf(old && plainOf(old));
  const after = groupOf(now && plainOf(now));
  const around = (codebook: object) => ({ ...codebook, hexis: undefined, variables: undefined });
  const names = [before, after].flatMap((codebook) => Object.keys(groupOf(codebook['variables'])));
  return [
    ...differences(around(before), around(after)).map((own) => ({ ...own, words: wordsOf(own.path) })),
    ...[...new Set(names)].flatMap((name) =>
      differences(variableOf(before, name), variableOf(after, name)).map(({ path, ...own }) => ({
        ...own,
        path: `variables.${name}.${path}`,
        words: `${path} of ${name}`,
      })),
    ),
  ].map((own): Difference => ({ ...own, in: 'codebook' }));
}

/** What the styles of both say otherwise; one that is in one of them alone is said by the file that names it. */
function styleDifferences(old: Carried, now: Carried): Difference[] {
  return [...now.files].flatMap(([name, { kind }]) => {
    if (kind !== 'style' || old.files.get(name)?.kind !== 'style') return [];
    return differences(contentsOf(old, name), contentsOf(now, name)).map(
      (own): Difference => ({ ...own, in: 'style', words: wordsOf(own.path) }),
    );
  });
}

/** What is said of tables whatever form their cells stand in: a picture that carries them has them as CSV. */
function dataOf(data: unknown): unknown {
  if (typeof data === 'string') return data.replace(/\.[^.]*$/, '');
  if (Array.isArray(data)) return data.map(dataOf);
  const { file, files, name, spread, decimalMark, thousandsMark } = groupOf(data);
  if (file === undefined && files === undefined) return data;
  const said = { name, spread, decimalMark, thousandsMark };
  const isPlain = Object.values(said).every((own) => own === undefined);
  const tables = dataOf(files ?? file);
  return isPlain ? tables : { ...said, file: tables };
}

/** What a figure file says, without what is said of its codebook elsewhere. */
function figureOf(carried: Carried, name: string, isOfRows: boolean): unknown {
  const value = groupOf(contentsOf(carried, name));
  const { data } = value;
  return { ...value, hexis: undefined, codebook: undefined, data: isOfRows && data ? dataOf(data) : data };
}

/**
 * What two pictures say of how they were made, where one of them carries no rows: settings and words. Numbers and ink are not
 * compared.
 */
export function compareCarried(old: Carried, now: Carried): Comparison {
  const [before, after] = [figuresOf(old), figuresOf(now)];
  const isBoard = [old, now].some(({ files, draw }) => files.get(draw)?.kind === 'board');
  const isOfRows = old.tables.size + now.tables.size > 0;
  const written = [
    ...(isBoard ? differencesAround('board', contentsOf(old, old.draw), contentsOf(now, now.draw)) : []),
    ...after.flatMap((name, i) => {
      const was = before[i];
      if (was === undefined) return [];
      const all: Difference[] = [
        ...differences(figureOf(old, was, isOfRows), figureOf(now, name, isOfRows)).map(
          (own): Difference => ({ ...own, in: 'figure', words: wordsOf(own.path) }),
        ),
        ...codebookDifferences(codebookOf(old, was), codebookOf(now, name)),
      ];
      return isBoard ? all.map((own) => ({ ...own, letter: letterAt(i) })) : all;
    }),
    ...styleDifferences(old, now),
  ];
  const nothing = { numbers: [], counts: [], rows: { came: [], went: [] }, findings: { came: [], went: [] } };
  return { written, ...nothing, ink: { came: 0, went: 0, moved: 0 }, isSame: written.length === 0, only: 'written' };
}
