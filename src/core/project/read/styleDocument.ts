import type { PageSaid } from '../../style/documentPage.js';
import type { Layer } from '../../style/layers.js';

/** What the styles say of the page of a document, the one at the bottom first, which says all of it. */
export const styleDocument = (layers: readonly Layer[]): (PageSaid | undefined)[] =>
  layers.map(({ look }) => (look as { document?: PageSaid }).document);
