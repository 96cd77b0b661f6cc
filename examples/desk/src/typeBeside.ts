import { type Source, SourceFault } from 'hexis';

type Abilities = Pick<Source, 'shippedFont' | 'shaper' | 'wordBreaks'>;

let words: Intl.Segmenter | undefined;

/** Where words begin, by the dictionaries of the browser. */
function wordBreaks(text: string): number[] {
  words ??= new Intl.Segmenter('th', { granularity: 'word' });
  return [...words.segment(text)].map(({ index }) => index);
}

/** The faces and what shapes text as they lie beside the page; each is fetched when it is first used. */
export function typeBeside(base: string): Abilities {
  const known = new Map<string, Promise<Uint8Array>>();
  const get = (path: string): Promise<Uint8Array> => {
    const own = known.get(path);
    if (own) return own;
    const found = fetch(new URL(path, base)).then(async (answer) => {
      if (!answer.ok) throw new SourceFault('missing', `${path}: ${answer.status}`);
      return new Uint8Array(await answer.arrayBuffer());
    });
    found.catch(() => known.delete(path));
    known.set(path, found);
    return found;
  };
  return {
    shippedFont: (family, variant) => get(`type/${family.toLowerCase()}/${variant}.ttf`),
    shaper: () => get('type/harfbuzz.wasm'),
    wordBreaks,
  };
}
