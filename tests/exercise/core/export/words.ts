import type { Writer } from './writer.js';

/** The words of a plate, a line each. */
export const writeWords: Writer = async ({ items }) =>
  items.map((item) => (item.type === 'text' ? `${item.text}\n` : '')).join('');
