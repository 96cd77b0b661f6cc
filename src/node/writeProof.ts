import { pdfPages } from '../core/export/pdf.js';
import { moved } from '../core/layout/ink/moved.js';
import type { Plate } from '../core/plate/plate.js';
import { error, fail, type Outcome, succeed } from '../core/problem/problem.js';
import type { Proof } from '../core/project/acts/proof.js';
import { SourceFault } from '../core/project/read/source.js';
import { proofHtml } from '../core/proof/html.js';
import { write } from './draw.js';

/** The formats of a proof. */
export const proofForms = ['pdf', 'html', 'png'] as const;
/** A format of a proof. */
export type ProofForm = (typeof proofForms)[number];

const gap = 18;

/** All pages below one another, as a single page. */
function stacked(pages: readonly Plate[]): Plate {
  const [first] = pages as [Plate];
  let height = 0;
  const items = pages.flatMap((page) => {
    const top = height;
    height += page.height + gap;
    return page.items.map((item) => moved(item, 0, top));
  });
  const width = Math.max(...pages.map((page) => page.width));
  return { ...first, width, height: height - gap, items, paper: '#d5d9dd' };
}

/** Writes a proof: PDF with a page for each figure, one HTML page, or one picture. @param dpi dots per inch of pictures */
export async function writeProof(
  { pages, faces, figures, words }: Proof,
  form: ProofForm,
  dpi = 110,
): Promise<Outcome<Uint8Array | string>> {
  if (form === 'png') return write({ plate: stacked(pages), faces }, 'png', { dpi, ground: 'paper' });
  if (form === 'html') {
    const pictures: string[] = [];
    for (const page of pages.slice(-figures.length)) {
      const picture = await write({ plate: page, faces }, 'svg', { text: 'live' });
      if (!picture.ok) return picture;
      pictures.push(picture.value);
    }
    return succeed(proofHtml(figures, words, pictures));
  }
  try {
    return succeed(await pdfPages(pages, { ...faces, text: 'outlines', dpi, inks: 'color', ground: 'paper' }));
  } catch (fault) {
    if (!(fault instanceof SourceFault)) throw fault;
    return fail([error('format-needs', { format: 'pdf', needs: `font files: ${fault.message}` })]);
  }
}
