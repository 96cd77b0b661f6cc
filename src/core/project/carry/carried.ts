import { error, fail, type Outcome, succeed } from '../../problem/problem.js';
import type { CarriedPart } from '../../schema/look/names.js';
import { isOrderedGroup, type Ordered, orderedOf, orderedText, orderedUnder, withEntry } from '../../schema/ordered.js';
import type { AuthoredFile } from '../read/gatherer.js';
import { isBuiltIn } from '../read/styleChain.js';
import { cellsCsv, joinedCells } from './cells.js';
import { LocalNames } from './localNames.js';
import type { DrawingOrigin, DrawnRows, FigureOrigin, Taken } from './origin.js';
import { type ReferenceKind, type Renaming, withReferences } from './references.js';

type Group = ReadonlyMap<string, Ordered>;

/** Rows that are carried have at most so many letters. */
const mostLetters = 8e6;

/** How a file is written where its call says so and not its settings, by the names of these. */
export type ExportSaid = Readonly<Record<string, string | number | undefined>>;

const groupOf = (file: AuthoredFile): Group => {
  const value = file.source.ordered();
  return isOrderedGroup(value) ? value : new Map();
};

/** What was said of a figure or board in place of its file, as if it stood there. */
function withTaken(
  value: Group,
  { style, language, number, shared }: Taken,
  styleName: (style: string) => string,
): Group {
  const said = new Map(value);
  if (style !== undefined) said.set('style', styleName(style));
  if (language !== undefined) said.set('language', language);
  if (number !== undefined && /^\d{1,9}$/.test(number)) {
    const caption = said.get('caption');
    said.set('caption', withEntry(isOrderedGroup(caption) ? caption : new Map(), 'number', Number(number)));
  }
  const whole = shared ? orderedUnder(orderedOf(shared.look), said) : said;
  return isOrderedGroup(whole) ? whole : said;
}

/** What may be said of a table that matters once its cells stand in a CSV file with commas and a line of names. */
const stillSaid = new Set(['name', 'sample', 'seed', 'spread', 'decimalMark', 'thousandsMark']);

const withoutFolders = (told: Group): Group => new Map([...told].filter(([key]) => stillSaid.has(key)));

/** A table whose cells stand in a CSV file. */
const inCsv = (told: Ordered, file: string): Ordered =>
  new Map<string, Ordered>([['file', file], ['delimiter', ','], ...(isOrderedGroup(told) ? withoutFolders(told) : [])]);

/** The data of a figure whose rows are carried: each table by the name of its CSV file. */
function dataInCsv(data: Ordered, rename: Renaming, inFile: string): Ordered {
  const one = (told: Ordered): Ordered => {
    const file = isOrderedGroup(told) ? told.get('file') : told;
    return inCsv(told, typeof file === 'string' ? rename(file, 'table') : inFile);
  };
  if (Array.isArray(data)) return data.map(one);
  const files = isOrderedGroup(data) ? data.get('files') : undefined;
  if (!isOrderedGroup(data) || !Array.isArray(files)) return one(data);
  return new Map<string, Ordered>([['files', files.map(one)], ['delimiter', ','], ...withoutFolders(data)]);
}

/** What a drawing was made of, gathered as files of one folder. */
class Gathering {
  readonly files = new Map<string, Ordered>();
  private readonly cells = new Map<string, Pick<DrawnRows, 'columns' | 'rows'>>();
  private readonly names = new LocalNames();
  /** The variables that are read of each codebook. */
  private readonly variables = new Map<string, Set<string>>();

  /** Its tables as CSV, by their names. */
  get tables(): Map<string, string> {
    return new Map(Array.from(this.cells, ([name, cells]) => [name, cellsCsv(cells)]));
  }

  /** Takes the rows of a figure in; gives the path under which they are kept: its own, or one for this figure alone. */
  private take(path: string, figure: string, rows: DrawnRows): string {
    const name = this.nameOf(path, 'table', true);
    const known = this.cells.get(name);
    const joined = known ? joinedCells(known, rows) : rows;
    if (joined) {
      this.cells.set(name, joined);
      return path;
    }
    const own = `${figure}\n${path}`;
    this.cells.set(this.names.of(own, name), rows);
    return own;
  }

  /** The name of a table is that of its file: with its rows it is a CSV file, without it is what it was. */
  private nameOf(path: string, kind: ReferenceKind, withRows: boolean): string {
    if (kind === 'table' && withRows) return this.names.of(path, `${path.replace(/\.[^./\\]*$/, '')}.csv`);
    if (kind === 'codebook') return this.names.of(path, /\.(ya?ml|json)$/i.test(path) ? path : `${path}.codebook.yaml`);
    return this.names.of(path);
  }

  private add(file: AuthoredFile, value: Group): string {
    const name = this.nameOf(file.path, file.kind === 'codebook' ? 'codebook' : 'figure', false);
    this.files.set(name, value);
    return name;
  }

  board({ file, taken }: NonNullable<DrawingOrigin['board']>, join: FigureOrigin['join']): string {
    const name = this.add(file, new Map());
    const renamed = withReferences('board', groupOf(file), (reference, kind) =>
      this.nameOf(join(file.path, reference), kind, false),
    );
    const { shared: _, ...own } = taken;
    this.files.set(
      name,
      withTaken(renamed, own, (style) => this.style(style, join)),
    );
    return name;
  }

  private style(style: string, join: FigureOrigin['join']): string {
    return isBuiltIn(style) ? style : this.names.of(join('', style));
  }

  /** A codebook with the variables that are read of it by any figure. */
  private readVariables(path: string, codebook: Group, read: ReadonlySet<string>): Group {
    const all = this.variables.get(path) ?? new Set();
    for (const name of read) all.add(name);
    this.variables.set(path, all);
    const variables = codebook.get('variables');
    if (!isOrderedGroup(variables)) return codebook;
    return withEntry(codebook, 'variables', new Map([...variables].filter(([name]) => all.has(name))));
  }

  figure(origin: FigureOrigin, rows: readonly DrawnRows[] | undefined): string {
    const { file, others, taken, join } = origin;
    const path = /\.(ya?ml|json)$/i.test(file.path) ? file.path : `${file.path}.figure.yaml`;
    const name = this.names.of(file.path, path);
    /** The paths under which its tables are kept. */
    const kept = new Map<string, string>();
    const rename =
      (from: string): Renaming =>
      (reference, kind) => {
        const path = join(from, reference);
        return this.nameOf(kind === 'table' ? (kept.get(path) ?? path) : path, kind, rows !== undefined);
      };
    const value = groupOf(file);
    const data = value.get('data');
    const inFile = `${name.replace(/(\.figure)?\.(ya?ml|json)$/i, '')}.csv`;
    const isInFile = isOrderedGroup(data) && data.has('rows');
    const shown =
      data !== undefined && rows !== undefined
        ? withEntry(
            value,
            'data',
            dataInCsv(data, (reference) => reference, inFile),
          )
        : isInFile
          ? withEntry(value, 'data', new Map([['file', inFile]]))
          : value;
    for (const table of rows ?? []) {
      const path = table.file ?? join(file.path, inFile);
      kept.set(path, this.take(path, file.path, table));
    }
    const isRenamed = !value.has('id') && !file.path.endsWith(name);
    const identified = isRenamed ? withEntry(shown, 'id', origin.id) : shown;
    const inside = identified.get('codebook');
    const named = isOrderedGroup(inside)
      ? withEntry(identified, 'codebook', this.readVariables(file.path, inside, origin.variables))
      : identified;
    const renamed = withReferences('figure', named, rename(file.path));
    this.files.set(
      name,
      withTaken(renamed, taken, (style) => this.style(style, join)),
    );
    for (const other of others) {
      const own = withReferences(other.kind, groupOf(other), rename(other.path));
      this.add(other, other.kind === 'codebook' ? this.readVariables(other.path, own, origin.variables) : own);
    }
    return name;
  }
}

/**
 * What a drawing was made of, as the text that files carry: its figure, codebook and styles as JSON without remarks and folders,
 * by the names that they have beside each other; with `all` also the columns of its tables that it draws, as CSV.
 *
 * @param written how the file is written, where the call says so
 */
export async function carriedText(
  origin: DrawingOrigin,
  part: Exclude<CarriedPart, 'nothing'>,
  written: ExportSaid = {},
): Promise<Outcome<string>> {
  const gathering = new Gathering();
  const said = Object.entries(written).flatMap(([key, entry]): [string, Ordered][] =>
    entry === undefined ? [] : [[key, entry]],
  );
  const [first] = origin.figures;
  if (!first) return fail([]);
  let draw = origin.board ? gathering.board(origin.board, first.join) : '';
  for (const figure of origin.figures) {
    const rows = part === 'all' ? await figure.rows() : undefined;
    if (rows && !rows.ok) return rows;
    const name = gathering.figure(figure, rows?.value);
    draw ||= name;
  }
  const { files, tables } = gathering;
  const letters = [...tables.values()].reduce((sum, { length }) => sum + length, 0);
  if (letters > mostLetters) {
    const inMillions = (count: number) => Math.ceil(count / 1e6);
    return fail([error('carries-large', { size: inMillions(letters), most: inMillions(mostLetters) })]);
  }
  const whole = new Map<string, Ordered>([
    ['hexis', 'carried/1'],
    ['draw', draw],
    ...(origin.caption ? ([['caption', true]] as const) : []),
    ...(said.length > 0 ? ([['written', new Map(said)]] as const) : []),
    ['files', files],
    ...(tables.size > 0 ? ([['tables', tables]] as const) : []),
  ]);
  return succeed(orderedText(whole));
}
