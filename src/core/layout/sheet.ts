import type { Plan } from '../chart/plan.js';
import type { Colors } from './ink/looks.js';
import type { Bracket, Callout } from './labels/asked.js';
import type { Typesetter } from './words/typesetter.js';

/** One panel: its plan, what the author adds to it, and what sets its type. */
export interface Sheet extends Typesetter {
  plan: Plan;
  /** Colours of accents and of the codebook. */
  colors: Colors;
  brackets?: readonly Bracket[];
  callouts?: readonly Callout[];
  /** Whether panels have titles above them. */
  titled?: boolean;
  /** How many panels the figure has. */
  panels: number;
}

/** Room that a part of the figure takes outside the panel on each side. */
export interface Margins {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

export const sides = ['left', 'right', 'top', 'bottom'] as const;
