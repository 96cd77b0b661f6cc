import type { Roles } from '../../chart/frame/roles.js';
import type { ChartKind } from '../../chart/kind.js';
import type { Purpose } from '../../chart/purposes.js';
import { noteOf } from '../../schema/fields.js';
import { partsOf, type Schema } from '../../schema/schemaParts.js';

/** A setting of a kind that names what it draws. */
export interface KindSetting {
  key: string;
  /** What it is, one sentence. */
  is: string;
  example: string;
}

/** A kind of chart in words: what it shows, and what its settings name. */
export interface KindWords {
  name: string;
  /** What one wants to show with it. */
  purpose: Purpose;
  shows: string;
  needs: KindSetting[];
  takes: KindSetting[];
}

/** What a kind of chart needs (its required settings) and takes (optional columns). */
export function kindWords({
  name,
  purpose,
  description,
  schema,
  roles,
}: Pick<ChartKind<never>, 'name' | 'purpose' | 'description' | 'roles'> & { schema: Schema }): KindWords {
  const needs: KindSetting[] = [];
  const takes: KindSetting[] = [];
  for (const [key, field] of Object.entries(partsOf(schema).shape ?? {})) {
    if (key === 'kind') continue;
    const { innerType } = partsOf(field);
    const note = noteOf(innerType ?? field);
    if (!note) continue;
    const setting: KindSetting = { key, is: note.description, example: note.example ?? '…' };
    const role = (roles as Roles)[key];
    if (!innerType || role?.draft?.isNeeded) needs.push(setting);
    else if (note.is === 'column') takes.push(setting);
  }
  return { name, purpose, shows: description, needs, takes };
}
