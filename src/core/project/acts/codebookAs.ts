import type { Archive } from '../../codebooks/archive.js';
import { asOurs } from '../../codebooks/asOurs.js';
import { codebookForms } from '../../codebooks/forms.js';
import { archiveOf, ownText } from '../../codebooks/own.js';
import { nearest } from '../../problem/nearest.js';
import { error, fail, hasErrors, type Outcome, succeed } from '../../problem/problem.js';
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
}

/** Reads a codebook of any form. */
export async function anyCodebook({ store }: Project, path: string): Promise<Outcome<KnownArchive>> {
  const gatherer = new Gatherer(store);
  const bytes = await gatherer.bytes(path, 'a codebook');
  if (!bytes) return fail(gatherer.problems);
  const found = await asOurs(bytes, path);
  if (found) {
    if (!found.ok) return found;
    const { archive, unused, form } = found.value;
    return succeed({ archive, unused, from: form.words }, found.problems);
  }
  const own = await gatherer.document('codebook', path);
  if (!own) return fail(gatherer.problems);
  const { value, source } = own.reading;
  const archive = archiveOf(value, (name) => source.keys(['variables', name, 'values']));
  return succeed({ archive, unused: [], from: 'a codebook of Hexis' }, gatherer.problems);
}

/** Turns a codebook into one of another form, and says what is lost on the way. @param form `hexis`, `table-schema`, `csvw` or `ddi` */
export async function codebookAs(project: Project, path: string, form: string): Promise<Outcome<CodebookAs>> {
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
  const found = await anyCodebook(project, path);
  if (!found.ok || hasErrors(found.problems)) return fail(found.problems);
  const { archive, from, unused } = found.value;
  const written = wanted ? await wanted.write(archive) : { text: ownText(archive), lost: [] };
  const ending = wanted?.ending ?? '.codebook.yaml';
  return succeed({ ...written, ending, from, unused, variables: archive.variables.length }, found.problems);
}
