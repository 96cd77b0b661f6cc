import { mostCarried } from '../../core/export/carriedIn.js';
import { carriedEnding } from '../../core/export/trace.js';

/** What the files in a PDF carry. */
export async function carriedInPdf(bytes: Uint8Array): Promise<string[]> {
  const { getDocumentProxy } = await import('unpdf');
  try {
    // It takes the bytes for itself.
    const pdf = await getDocumentProxy(new Uint8Array(bytes), { verbosity: 0 });
    const attached = Object.values((await pdf.getAttachments()) ?? {}) as { filename: string; content: Uint8Array }[];
    return attached
      .filter(({ filename, content }) => filename.endsWith(carriedEnding) && content.length <= mostCarried)
      .map(({ content }) => new TextDecoder().decode(content));
  } catch {
    return [];
  }
}
