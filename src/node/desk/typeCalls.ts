import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Context } from 'hono';
import { Refused } from '../../core/folder/refused.js';
import { type Variant, variants } from '../../core/type/face.js';
import { shippedFamilies } from '../../core/type/families.js';
import { disk } from '../disk.js';
import { packageRoot } from '../packageRoot.js';
import { scriptFace } from '../scriptFace.js';

const variantOf = (asked: string | undefined): Variant => {
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

/** The table of a face as the library has it: the one text in its module. */
async function tableOf(family: string | undefined, variant: Variant): Promise<Uint8Array> {
  const path = join(packageRoot, 'dist', 'core', 'type', 'generated', `${family}.${variant}.js`);
  const text = await readFile(path, 'latin1').catch(() => {
    throw new Refused('no table of this typeface');
  });
  return Buffer.from(text.split("'")[1] ?? '', 'latin1');
}

/** What lies beside the page, as it does on a site: the faces that ship, and what shapes text. */
export const typeFiles = {
  async face(context: Context) {
    const { family: asked, file = '' } = context.req.param() as { family?: string; file?: string };
    const family = shippedFamilies.find((one) => one.toLowerCase() === asked);
    if (family === undefined) throw new Refused('no typeface that ships');
    const [, name, ending] = /^(\w+)\.(ttf|table)$/.exec(file) ?? [];
    const variant = variantOf(name);
    return bytesOf(context, ending === 'ttf' ? await disk.shippedFont(family, variant) : await tableOf(asked, variant));
  },

  async shaper(context: Context) {
    return bytesOf(context, (await disk.shaper?.()) ?? new Uint8Array());
  },
};

/** What the page of a folder asks of type: the faces of scripts that are installed. */
export const typeCalls = (folder: string) => ({
  async scriptFace(context: Context) {
    const [script, language] = [codeOf(context, 'script'), codeOf(context, 'language')];
    const found = await scriptFace({
      script,
      language,
      variant: variantOf(context.req.query('variant')),
      withSerifs: context.req.query('serifs') === 'yes',
      beside: join(folder, 'figures'),
    });
    if (!found) return context.body(null, 204);
    return bytesOf(context, found.font, { 'X-Family': encodeURIComponent(found.family), 'X-Variant': found.variant });
  },
});
