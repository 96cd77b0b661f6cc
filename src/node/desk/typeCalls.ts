import { join } from 'node:path';
import type { Context } from 'hono';
import { Refused } from '../../core/folder/refused.js';
import { type Variant, variants } from '../../core/type/face.js';
import { shippedFamilies } from '../../core/type/families.js';
import { disk } from '../disk.js';
import { scriptFace } from '../scriptFace.js';

const variantOf = (context: Context): Variant => {
  const asked = context.req.query('variant');
  const variant = variants.find((one) => one === asked);
  if (!variant) throw new Refused('no variant of a typeface');
  return variant;
};

const bytesOf = (context: Context, bytes: Uint8Array, headers: Record<string, string> = {}) =>
  context.body(Uint8Array.from(bytes), 200, { 'Content-Type': 'application/octet-stream', ...headers });

/** A word of a call: letters, digits and dashes, as codes of scripts and languages have them. */
const codeOf = (context: Context, name: string): string => {
  const code = context.req.query(name) ?? '';
  if (!/^[\w-]{1,40}$/.test(code)) throw new Refused(`no ${name}`);
  return code;
};

/** What the page of a folder asks of type: the faces that ship, those of scripts that are installed, and what shapes text. */
export const typeCalls = (folder: string) => ({
  async face(context: Context) {
    const family = shippedFamilies.find((one) => one === context.req.query('family'));
    if (family === undefined) throw new Refused('no typeface that ships');
    return bytesOf(context, await disk.shippedFont(family, variantOf(context)));
  },

  async scriptFace(context: Context) {
    const [script, language] = [codeOf(context, 'script'), codeOf(context, 'language')];
    const found = await scriptFace({
      script,
      language,
      variant: variantOf(context),
      withSerifs: context.req.query('serifs') === 'yes',
      beside: join(folder, 'figures'),
    });
    if (!found) return context.body(null, 204);
    return bytesOf(context, found.font, { 'X-Family': encodeURIComponent(found.family), 'X-Variant': found.variant });
  },

  async shaper(context: Context) {
    return bytesOf(context, (await disk.shaper?.()) ?? new Uint8Array());
  },
});
