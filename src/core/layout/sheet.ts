import type { Plan } from '../chart/plan.js';
import type { TextRole } from '../document/look/names.js';
import type { Settings, TextStyle } from '../style/settings.js';
import { type Setting, setText, type TextBlock, type Wrapping } from '../type/textBlock.js';
import type { TypeKit } from '../type/typeKit.js';
import type { Bracket } from './brackets.js';
import type { Callout } from './callouts.js';
import type { Colors } from './fills.js';

/** What all parts of the layout share. */
export interface Sheet {
  plan: Plan;
  settings: Settings;
  kit: TypeKit;
  /** Colours of accents and of the codebook. */
  colors: Colors;
  brackets?: readonly Bracket[];
  callouts?: readonly Callout[];
  /** Whether panels have titles above them. */
  titled?: boolean;
  /** How many panels the figure has. */
  panels: number;
  /** How much of its preferred size each text has; no text goes below its least size. */
  scale: number;
}

/** The base text size in points: distances are multiples of it. */
export const em = (sheet: Sheet): number => sheet.settings.baseSize * sheet.scale;

export const scaledSize = (style: TextStyle, scale: number): number => Math.max(style.least, style.size * scale);

/** Sets a text in its role, at the size that the sheet and a further scale leave it. */
export function setRole(
  sheet: Sheet,
  role: TextRole,
  text: string,
  wrapping?: Wrapping,
  further = 1,
  bold = sheet.settings.text[role].bold,
): TextBlock {
  const style = sheet.settings.text[role];
  const setting: Setting = {
    family: sheet.settings.face,
    size: scaledSize(style, sheet.scale * further),
    bold,
    italic: style.italic,
  };
  return setText(sheet.kit, text, setting, wrapping);
}

/** Room that a part of the figure takes beyond the panel on each side. */
export interface Margins {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

export const sides = ['left', 'right', 'top', 'bottom'] as const;
