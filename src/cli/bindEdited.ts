import { compareCarried } from '../core/compare/carriedStates.js';
import type { Difference } from '../core/compare/compare.js';
import { writtenText } from '../core/compare/comparisonText.js';
import type { DocumentFigure } from '../core/report/documentForm.js';

/** So many settings of a figure are named each; more are counted. */
const mostNamed = 12;

/** What differs in the files of a figure from those that the picture in the document was made of. */
export interface Edited {
  figure: DocumentFigure;
  written: Difference[];
}

/** What is written otherwise in figures than when their pictures came into a document; none of pictures that carry nothing. */
export async function editedSince(document: Uint8Array, figures: readonly DocumentFigure[]): Promise<Edited[]> {
  const { carriedInBytes } = await import('../node/unpack/carriedBy.js');
  const before = new Map((await carriedInBytes(document)).map((carried) => [carried.draw, carried]));
  const found: Edited[] = [];
  for (const figure of figures) {
    const picture = figure.pictures['svg'] ?? figure.pictures['png'];
    const bytes = typeof picture === 'string' ? Buffer.from(picture) : picture;
    const [now] = bytes ? await carriedInBytes(bytes) : [];
    const was = now && before.get(now.draw);
    const written = was ? compareCarried(was, now).written : [];
    if (written.length > 0) found.push({ figure, written });
  }
  return found;
}

/** What is written otherwise in a figure, in words. */
export function editedText({ figure, written }: Edited): string {
  const more = written.length - mostNamed;
  return [
    `  figure ${figure.entry.label}, written otherwise than in the picture before:`,
    ...written.slice(0, mostNamed).map((own) => `  ${writtenText(own)}`),
    ...(more > 0 ? [`    and ${more} more`] : []),
  ].join('\n');
}
