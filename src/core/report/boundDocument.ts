import type { Format } from '../export/writer.js';
import { messageOf } from '../messageOf.js';
import { error, fail, type Outcome, succeed } from '../problem/problem.js';
import type { Source } from '../project/read/source.js';
import { languageOf } from '../words/languages.js';
import { Words } from '../words/words.js';
import type { BoundDocument, DocumentFigure, DocumentForm } from './documentForm.js';
import type { DrawnEntry } from './drawnEntry.js';
import { pageOf, sameIds } from './drawReport.js';
import { type Report, titleIn } from './openReport.js';

/** The font files for a document: those of its figures, else those that ship. */
function fontsOf(drawn: readonly DrawnEntry[], source: Pick<Source, 'shippedFont'>): BoundDocument['fontBytes'] {
  return async (family, variant) => {
    const own = drawn.find(({ fonts }) => fonts[`${family} ${variant}`])?.fonts[`${family} ${variant}`];
    return own ?? source.shippedFont(family, variant);
  };
}

/** What a document is made of, once its figures are drawn. */
export async function boundDocument(
  report: Report,
  drawn: readonly DrawnEntry[],
  source: Pick<Source, 'shippedFont' | 'shaper'>,
): Promise<Outcome<BoundDocument>> {
  const bound = drawn.map(({ figure }) => figure);
  const twice = sameIds(bound, report);
  if (twice.length > 0) return fail(twice);
  const page = pageOf(report, bound);
  if (!page.ok) return page;
  const figures = drawn.map(({ figure, pictures, numbers }): DocumentFigure => ({ ...figure, pictures, numbers }));
  const { id, author, lead } = report;
  const language = report.language ?? bound[0]?.language ?? 'en';
  return succeed({
    id,
    title: titleIn(report, language),
    author,
    language,
    words: new Words(await languageOf(language)),
    lead,
    page: page.value,
    figures,
    fontBytes: fontsOf(drawn, source),
    shaper: source.shaper,
  });
}

/** The pictures needed by some forms of document together. */
export const picturesFor = (forms: readonly DocumentForm[]): DocumentForm['pictures'] =>
  Object.assign({}, ...forms.map(({ pictures }) => pictures));

/** The writer of a form of document, or a problem where an optional library is not installed. */
export async function documentWriter(form: DocumentForm): Promise<Outcome<Awaited<ReturnType<DocumentForm['load']>>>> {
  try {
    return succeed(await form.load());
  } catch (fault) {
    if (!form.needs) throw fault;
    const [reason = ''] = messageOf(fault).split('\n');
    return fail([error('library-missing', { format: form.name, libraries: form.needs, reason })]);
  }
}

/** Which file may be replaced by one of a document: the main one by its form, its pictures by their formats. */
export const replacedBy = (form: DocumentForm, formats: readonly Format[], path: string, isMain: boolean) =>
  isMain ? form.isOwn : formats.find(({ ending }) => path.endsWith(`.${ending}`))?.isOwn;
