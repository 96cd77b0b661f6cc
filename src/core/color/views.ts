import {
  converter,
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  formatHex,
  modeLab,
  modeLab65,
  modeLrgb,
  modeRgb,
} from 'culori/fn';
import { setUp } from './spaces.js';

/** How colours are seen: by most readers, by those who lack one kind of cone (Machado et al. 2009), and in grey print. */
export const views = ['normal', 'protan', 'deutan', 'tritan', 'grey'] as const;
export type View = (typeof views)[number];

let prepared = false;

function prepare(): void {
  if (prepared) return;
  setUp([modeRgb, modeLrgb, modeLab, modeLab65]);
  prepared = true;
}

const filters = {
  protan: filterDeficiencyProt,
  deutan: filterDeficiencyDeuter,
  tritan: filterDeficiencyTrit,
} as const;

/** A colour as it looks in a view. The published filters are defined on linear light. */
export function seenAs(hex: string, view: View): string {
  prepare();
  if (view === 'normal') return hex;
  if (view === 'grey') {
    const { l } = converter('lab65')(hex) ?? { l: 0 };
    return formatHex({ mode: 'lab65', l, a: 0, b: 0 });
  }
  const { r, g, b } = converter('lrgb')(hex) ?? { r: 0, g: 0, b: 0 };
  const seen = filters[view](1)({ mode: 'rgb', r, g, b });
  return formatHex({ mode: 'lrgb', r: seen.r, g: seen.g, b: seen.b });
}

/** How far apart two colours are in a view: CIEDE2000 (ISO/CIE 11664-6), in grey the difference of lightness (CIE L*). */
export function distanceIn(view: View, a: string, b: string): number {
  prepare();
  if (view === 'grey') {
    const lightness = (hex: string) => converter('lab65')(hex)?.l ?? 0;
    return Math.abs(lightness(a) - lightness(b));
  }
  return differenceCiede2000()(seenAs(a, view), seenAs(b, view));
}
