import { memory, type Source } from 'hexis';
import { wordBreaks } from './typeOfSite.js';

type Abilities = Pick<Source, 'shippedFont' | 'shaper' | 'scriptFace' | 'wordBreaks'>;
type Variant = Parameters<Source['shippedFont']>[1];

/** The faces of the server, what shapes text, and the dictionaries of the browser; each is fetched once. */
export function typeAt(served: { token: string; base: string }): Abilities {
  const call = (name: string, query: Record<string, string> = {}) =>
    fetch(`${served.base}api/${name}?${new URLSearchParams(query)}`, {
      headers: { authorization: `Bearer ${served.token}` },
    });
  const bytesOf = async (answer: Response) => new Uint8Array(await answer.arrayBuffer());
  let shaper: Promise<Uint8Array> | undefined;
  const faces = new Map<string, ReturnType<NonNullable<Source['scriptFace']>>>();
  return {
    async shippedFont(family, variant) {
      const answer = await call('face', { family, variant });
      // What a server of another version has not is as missing as it is without a server.
      return answer.ok ? bytesOf(answer) : memory({}).shippedFont(family, variant);
    },
    shaper() {
      shaper ??= call('shaper').then(bytesOf);
      return shaper;
    },
    scriptFace({ script, language, variant, withSerifs }) {
      const serifs = withSerifs ? 'yes' : 'no';
      const key = `${script} ${language} ${variant} ${serifs}`;
      const known = faces.get(key);
      if (known) return known;
      const found = call('script-face', { script, language, variant, serifs }).then(async (answer) => {
        if (answer.status !== 200) return undefined;
        const family = decodeURIComponent(answer.headers.get('x-family') ?? '');
        return { family, variant: answer.headers.get('x-variant') as Variant, font: await bytesOf(answer) };
      });
      faces.set(key, found);
      return found;
    },
    wordBreaks,
  };
}
