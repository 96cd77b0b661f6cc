import { entryAt } from '../at.js';
import type { Part } from '../project/compose/part.js';
import { lookShape } from '../schema/look.js';
import type { Edit } from '../schema/patch.js';
import { valueAt } from '../schema/settingTree.js';
import { placeOf } from './controls.js';

/** A setting of a figure file that goes over to its style, and so to every figure of that style. */
export interface ForStyle {
  /** What the figure calls its style: a built-in name, or a path from its own folder. */
  style: string;
  /** What is changed in the file of the style. */
  styleEdits: Edit[];
  /** What is changed in the file of each figure. */
  figureEdits: Edit[];
}

/** The edits that give a setting of a figure to its style; undefined where the figure does not give it, or a style cannot have it. */
export function forStyle(part: Part, path: string): ForStyle | undefined {
  const keys = placeOf(part, path);
  const value = valueAt(part.figure, keys);
  if (value === undefined || !(entryAt(keys, 0) in lookShape)) return undefined;
  return {
    style: part.figure.style ?? 'plain',
    styleEdits: [{ path: keys, value }],
    figureEdits: [{ path: keys, value: undefined }],
  };
}
