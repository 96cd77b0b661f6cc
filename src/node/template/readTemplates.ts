import { readdir, readFile, stat } from 'node:fs/promises';
import { basename, dirname, join, resolve } from 'node:path';
import { nearest } from '../../core/problem/nearest.js';
import { error, fail, type Outcome, type Problem, succeed } from '../../core/problem/problem.js';
import { combined, type NamedTemplate } from '../../core/template/combine.js';
import { type DraftedStyle, draftStyle } from '../../core/template/draftStyle.js';
import { TemplateFault, type TemplateForm } from '../../core/template/found.js';
import { templateFormOf, templateForms } from '../../core/template/templates.js';
import { disk, systemReason } from '../disk.js';
import { askTex } from './askTex.js';
import { faceFiles } from './faceFiles.js';

const endings = templateForms.flatMap((form) => form.endings.map((ending) => `.${ending}`)).join(', ');

/** No document is larger. */
const mostBytes = 300e6;
/** More documents of a folder are not read. */
const mostDocuments = 200;

async function readOne(path: string, form: TemplateForm): Promise<Outcome<NamedTemplate>> {
  try {
    if ((await stat(path)).size > mostBytes) throw new TemplateFault(`it is larger than ${mostBytes / 1e6} MB`);
    const bytes = new Uint8Array(await readFile(path));
    const style = await form.read(bytes, {
      beside: (name) =>
        /[/\\]/.test(name)
          ? Promise.resolve(undefined)
          : readFile(join(dirname(path), name), 'utf8').catch(() => undefined),
      typeset: () => askTex(path, new TextDecoder('latin1').decode(bytes)),
    });
    return succeed({ name: basename(path), style });
  } catch (fault) {
    if (fault instanceof TemplateFault)
      return fail([
        error('template-unread', {
          path,
          reason: fault.message,
          expects: `a document (${endings}) as its program saves it`,
        }),
      ]);
    if ((fault as NodeJS.ErrnoException).code === undefined) throw fault;
    return fail([error('file-unreadable', { path, reason: systemReason(fault) })]);
  }
}

/** The documents that a path stands for: one, or those of a folder. */
async function documentsAt(path: string): Promise<Outcome<string[]>> {
  const found = await stat(path).catch(() => undefined);
  if (!found)
    return fail([
      error('file-missing', {
        path,
        what: `a document (${endings}) or a folder of them`,
        named: false,
        nearest: nearest(path, await disk.near(path)),
      }),
    ]);
  if (!found.isDirectory()) {
    if (templateFormOf(path)) return succeed([path]);
    return fail([
      error('template-unread', { path, reason: 'it is no document whose style can be read', expects: endings }),
    ]);
  }
  const names = (await readdir(path)).filter((name) => templateFormOf(name) && !/^[.~]/.test(name)).sort();
  if (names.length === 0)
    return fail([
      error('template-unread', {
        path,
        reason: 'the folder has no document whose style can be read',
        expects: endings,
      }),
    ]);
  return succeed(names.slice(0, mostDocuments).map((name) => join(path, name)));
}

/** A style drafted from documents, with how many were read. */
export interface StyleOfDocuments extends DraftedStyle {
  /** How many documents were read. */
  count: number;
}

/** Drafts a style from a document, or from those of a folder; of these, ones that cannot be read are said and left out. */
export async function styleOf(path: string): Promise<Outcome<StyleOfDocuments>> {
  const paths = await documentsAt(path);
  if (!paths.ok) return paths;
  const read: NamedTemplate[] = [];
  const problems: Problem[] = [];
  for (const own of paths.value) {
    const one = await readOne(own, templateFormOf(own) as TemplateForm);
    if (one.ok) read.push(one.value);
    else problems.push(...one.problems);
  }
  if (read.length === 0) return fail(problems);
  const drafted = await draftStyle(combined(read), { name: basename(resolve(path)), faceFiles });
  return succeed(
    { ...drafted, count: read.length },
    problems.map((problem) => ({ ...problem, severity: 'warning' })),
  );
}
