import type { Document, Reference } from 'pdfkit';

type PdfClass = new (options: Record<string, unknown>) => Document;

function joined(pieces: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}

/**
 * Documents whose streams are packed (RFC 1950) by the same code everywhere: what a program has at hand for that packs
 * otherwise on another machine, and the same figure would not give the same bytes.
 */
export async function pdfClass(): Promise<PdfClass> {
  const [{ default: PDFDocument }, { zlibSync }] = await Promise.all([import('pdfkit'), import('fflate')]);
  return class extends PDFDocument {
    override ref(data?: Record<string, unknown>): Reference {
      const reference = super.ref(data);
      const { finalize } = reference;
      reference.finalize = () => {
        if (reference.compress && reference.buffer.length > 0) {
          reference.buffer = [zlibSync(joined(reference.buffer))];
          reference.compress = false;
        }
        finalize.call(reference);
      };
      return reference;
    }
  };
}
