import type { TextRole } from '../../schema/look/names.js';
import type { Settings, TextStyle } from '../../style/settings.js';
import type { CaseForm } from '../../type/letterCase.js';
import { setText } from '../../type/setText.js';
import type { Setting, TextBlock, Wrapping } from '../../type/textBlock.js';
import type { TypeKit } from '../../type/typeKit.js';
import { remembered, type Trace } from '../trace.js';

/** What sets type in the look of a figure: its settings, its faces, and how large its texts are. */
export interface Typesetter {
  settings: Settings;
  kit: TypeKit;
  /** How much of its preferred size each text has; no text goes below its least size. */
  scale: number;
  /** Remembers which settings are read for what, where somebody wants to know. */
  trace?: Trace | undefined;
}

/** How capitals are set: the words that keep their form, and the language. */
export const caseForm = ({ words: { keep }, language }: Settings): CaseForm => ({ keep, language });

/** The base text size in points: distances are multiples of it. */
export const em = ({ settings, scale }: Typesetter): number => settings.text.size * scale;

export const scaledSize = (style: TextStyle, scale: number): number => Math.max(style.least, style.size * scale);

/** What one text has apart from its role. */
interface Own {
  /** A further share of the size. */
  further?: number | undefined;
  bold?: boolean | undefined;
  italic?: boolean | undefined;
}

/** Sets a text in its role, at the size that the typesetter and a further share leave it. */
export function setRole(
  setter: Typesetter,
  role: TextRole,
  text: string,
  wrapping?: Wrapping,
  { further = 1, bold, italic }: Own = {},
): TextBlock {
  return remembered(setter, () => {
    const { settings, kit, scale } = setter;
    const style = settings.text[role];
    const setting: Setting = {
      family: style.face ?? settings.text.face,
      size: scaledSize(style, scale * further),
      bold: bold ?? style.bold,
      italic: italic ?? style.italic,
    };
    const block = setText(kit, text, setting, wrapping);
    // Texts that were set before are shared; what was read for one of them is not.
    return setter.trace ? { ...block } : block;
  });
}
