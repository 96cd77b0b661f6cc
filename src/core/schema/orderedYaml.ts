import { type Document, isAlias, isMap, isScalar, isSeq } from 'yaml';
import type { Ordered } from './ordered.js';

/** The text of a key of a mapping. */
export const keyText = (key: unknown): string => String(isScalar(key) ? key.value : key);

/** What a node says, its keys in their order; aliases are what they stand for. */
export function orderedNode(node: unknown, document: Document): Ordered {
  if (isAlias(node)) return orderedNode(node.resolve(document), document);
  if (isMap(node)) {
    return new Map(node.items.map(({ key, value }) => [keyText(key), orderedNode(value, document)]));
  }
  if (isSeq(node)) return node.items.map((item) => orderedNode(item, document));
  return isScalar(node) ? (node.value as Ordered) : null;
}
