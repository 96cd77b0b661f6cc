import type { Holds } from '../../core/ask/answerer.js';

/** What columns hold by the names of their types, in the order in which they are tried. */
const byType: readonly (readonly [RegExp, Holds])[] = [
  [/\[\d*\]$|^(STRUCT|MAP|UNION|LIST|INTERVAL)\b|^_/i, 'nested'],
  [/^TIMESTAMP(\(\d\))? WITH TIME ZONE|^TIMESTAMPTZ/i, 'instant'],
  [/^(TIMESTAMP|DATETIME)/i, 'timestamp'],
  [/^DATE$/i, 'date'],
  [/^TIME\b/i, 'time'],
  [/^BOOL/i, 'flag'],
  [/^(FLOAT|REAL|FLOAT4)$/i, 'single'],
  [/^(DOUBLE|DECIMAL|NUMERIC|U?(TINY|SMALL|BIG|HUGE)INT|U?INTEGER|(INT|FLOAT)\d*|OID)\b/i, 'number'],
];

/** What a column holds by the name of its type; texts where nothing else is known. */
export const holdsOf = (type: string): Holds => byType.find(([form]) => form.test(type))?.[1] ?? 'text';
