import MiniSearch from 'minisearch';

/** A part of a page that holds what was sought. */
export interface Found {
  title: string;
  page: string;
  address: string;
  body: string;
}

interface Parts {
  parts: [title: string, page: string, address: string, needs: string, body: string][];
  /** Words of newcomers, with those by which the pages call the same. */
  words: Record<string, string[]>;
}

const how = { prefix: true, fuzzy: 0.15, boost: { title: 3, needs: 4 } } as const;
const most = 12;

let index: Promise<{ all: MiniSearch; words: Parts['words'] }> | undefined;

async function loaded(base: string): Promise<{ all: MiniSearch; words: Parts['words'] }> {
  const { parts, words } = (await (await fetch(`${base}search.json`)).json()) as Parts;
  const all = new MiniSearch({
    fields: ['title', 'needs', 'body'],
    storeFields: ['title', 'page', 'address', 'body'],
  });
  all.addAll(parts.map(([title, page, address, needs, body], id) => ({ id, title, page, address, needs, body })));
  return { all, words };
}

/** Gets what is searched, before it is asked for. */
export const prepare = (base: string): Promise<unknown> => {
  index ??= loaded(base);
  return index;
};

/** The parts of the pages that are nearest to some words, also where these call it otherwise. */
export async function searchFor(base: string, text: string): Promise<Found[]> {
  index ??= loaded(base);
  const { all, words } = await index;
  const queries = text
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
    .map((word) => ({ queries: [word, ...(words[word] ?? [])], combineWith: 'OR' as const, ...how }));
  return all.search({ combineWith: 'AND', queries }).slice(0, most) as unknown as Found[];
}
