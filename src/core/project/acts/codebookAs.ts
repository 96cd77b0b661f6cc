import type { Archive } from '../../codebooks/archive.js';
import { asOurs } from '../../codebooks/asOurs.js';
import { codebookForms } from '../../codebooks/forms.js';
import { archiveOf, ownText } from '../../codebooks/own.js';
import { nearest } from '../../problem/nearest.js';
import { error, fail, hasErrors, type Outcome, succeed, warning } from '../../problem/problem.js';
import { list } from '../../problem/wording/phrases.js';
import type { Project } from '../project.js';
import { Gatherer } from '../read/gatherer.js';

/** Our own form, and those of archives, by their names in calls. */
export const codebookFormNames: readonly string[] = ['hexis', ...codebookForms.map(({ name }) => name)];

/** A codebook in another form. */
export interface CodebookAs {
  text: string;
  /** The ending of its file. */
  ending: string;
  /** What it was read as. */
  from: string;
  variables: number;
  /** What the file says and a codebook of ours has no place for, each once with how often. */
  unused: readonly string[];
  /** What the form that it is turned into has no place for. */
  lost: readonly string[];
}

/** What a codebook of any form says. */
export interface KnownArchive {
  archive: Archive;
  from: string;
  unused: readonly string[];
  /** The tables that it describes, as it calls them; none of our own form, which is of one. */
  known: readonly string[];
  /** Whether one of them is meant. */
  isMeant: boolean;
}

/**
 * Reads a codebook of any form.
 *
 * @param tables the tables that are meant, by their paths or names, where it describes several
 */
export async function anyCodebook(
  { store }: Project,
  path: string,
  tables: readonly string[],
): Promise<Outcome<KnownArchive>> {
  const gatherer = new Gatherer(store);
  const bytes = await gatherer.bytes(path, 'a codebook');
  if (!bytes) return fail(gatherer.problems);
  const found = await asOurs(bytes, path, tables);
  if (found) {
    if (!found.ok) return found;
    const { archive, unused, form, unclear, tables: known, isMeant } = found.value;
    const doubts = unclear.columns.map((column) =>
      warning('codebook-unclear', { column, file: path, tables: unclear.tables }),
    );
    return succeed({ archive, unused, from: form.words, known, isMeant }, [...found.problems, ...doubts]);
  }
  const own = await gatherer.document('codebook', path);
  if (!own) return fail(gatherer.problems);
  const { value, source } = own.reading;
  const archive = archiveOf(value, (name) => source.keys(['variables', name, 'values']));
  return succeed({ archive, unused: [], from: 'a codebook of Hexis', known: [], isMeant: false }, gatherer.problems);
}

/**
 * Turns a codebook into one of another form, and says what is lost on the way.
 *
 * @param form `hexis`, `table-schema`, `csvw` or `ddi`
 * @param tables the tables that are meant, by their paths or names, where it describes several
 */
export async function codebookAs(
  project: Project,
  path: string,
  form: string,
  tables: readonly string[] = [],
): Promise<Outcome<CodebookAs>> {
  const wanted = codebookForms.find(({ name }) => name === form);
  if (!wanted && form !== 'hexis') {
    const known = codebookFormNames;
    const facts = {
      option: '--as',
      found: form,
      expects: known.join(', '),
      example: `--as ${nearest(form, known) ?? 'hexis'}`,
    };
    return fail([error('bad-option', facts)]);
  }
  const found = await anyCodebook(project, path, tables);
  if (!found.ok || hasErrors(found.problems)) return fail(found.problems);
  const { archive, from, unused, known, isMeant } = found.value;
  if (tables.length > 0 && !isMeant) {
    const [table = ''] = tables;
    const [other] = known;
    const expects = other === undefined ? 'nothing: this codebook names no tables' : `one of ${list(known)}`;
    const example = other === undefined ? 'hexis codebook codebook.xml' : `--table ${nearest(table, known) ?? other}`;
    return fail([error('bad-option', { option: '--table', found: table, expects, example })]);
  }
  const written = wanted ? await wanted.write(archive) : { text: ownText(archive), lost: [] };
  const ending = wanted?.ending ?? '.codebook.yaml';
  return succeed({ ...written, ending, from, unused, variables: archive.variables.length }, found.problems);
}
