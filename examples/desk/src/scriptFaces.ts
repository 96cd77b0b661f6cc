import type { Source } from 'hexis';

type ScriptFaces = NonNullable<Source['scriptFace']>;
type Variant = Parameters<Source['shippedFont']>[1];

/** The typefaces of scripts that the machine of a server has; each is fetched once. */
export function scriptFacesAt(served: { token: string; base: string }): ScriptFaces {
  const faces = new Map<string, ReturnType<ScriptFaces>>();
  return ({ script, language, variant, withSerifs }) => {
    const asked = new URLSearchParams({ script, language, variant, serifs: withSerifs ? 'yes' : 'no' });
    const known = faces.get(asked.toString());
    if (known) return known;
    const headers = { authorization: `Bearer ${served.token}` };
    const found = fetch(`${served.base}api/script-face?${asked}`, { headers }).then(async (answer) => {
      if (answer.status !== 200) return undefined;
      const family = decodeURIComponent(answer.headers.get('x-family') ?? '');
      const font = new Uint8Array(await answer.arrayBuffer());
      return { family, variant: answer.headers.get('x-variant') as Variant, font };
    });
    faces.set(asked.toString(), found);
    return found;
  };
}
