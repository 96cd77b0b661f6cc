import type { Cell, Series } from '../chart/plan.js';
import type { PatternName } from '../document/look/names.js';
import type { Sheet } from './sheet.js';

/** A fill with the setting that gives it. */
export interface Fill {
  color: string;
  from: string;
  /** Left out: solid. */
  pattern?: PatternName;
}

/** Colours of accents and of the codebook, read by the names of the style. */
export interface Colors {
  accents: readonly string[];
  /** Patterns of accents, where they have one of their own. */
  patterns: readonly (PatternName | undefined)[];
  read(value: string): string | undefined;
}

const covers = (accent: Cell, cell: Cell) =>
  Object.entries(accent).every(([variable, code]) => cell[variable] === code);

/**
 * The fill of a mark or legend key: the last accent that names its group, else the colour that the codebook ties to
 * it, else the palette.
 */
export function fillOf({ plan, settings, colors }: Sheet, series: Series, place: number, cell: Cell): Fill {
  const { groups, single, quiet, patterns, pattern: alone } = settings.palette;
  const drawn = series.quiet ? undefined : series.category ? patterns[place % Math.max(1, patterns.length)] : alone;
  const pattern = drawn === undefined || drawn === 'solid' ? {} : { pattern: drawn };
  const accent = plan.accents.findLast((candidate) => covers(candidate.cell, cell));
  if (accent) {
    const own = colors.patterns[accent.index];
    return {
      color: colors.accents[accent.index] as string,
      from: `accents.${accent.index}.fill`,
      ...(own === undefined ? pattern : own === 'solid' ? {} : { pattern: own }),
    };
  }
  const [variable, code] = Object.entries(cell)[0] ?? [];
  const tied = series.color ?? (code === undefined ? undefined : plan.categoryColors.get(code));
  if (tied !== undefined) {
    const from = series.category ? 'codebook' : `codebook.variables.${variable}.colors.${code}`;
    return { color: colors.read(tied) ?? single, from, ...pattern };
  }
  if (series.quiet) return { color: quiet, from: 'palette.quiet' };
  if (!series.category || groups.length === 0) return { color: single, from: 'palette.single', ...pattern };
  const at = place % groups.length;
  return { color: groups[at] as string, from: `palette.groups.${at}`, ...pattern };
}
