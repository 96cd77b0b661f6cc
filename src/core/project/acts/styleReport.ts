import { lastOf } from '../../at.js';
import { contrast } from '../../color/color.js';
import { distanceIn, type View, views } from '../../color/views.js';
import { recordOf } from '../../keys.js';
import { type Outcome, succeed } from '../../problem/problem.js';
import { textRoles } from '../../schema/look/names.js';
import { leavesOf } from '../../schema/settingTree.js';
import type { Layer } from '../../style/layers.js';
import { rampOf } from '../../style/ramps.js';
import type { Settings } from '../../style/settings.js';
import { styleName } from '../compose/compose.js';
import type { Project } from '../project.js';
import { gatherStyle } from '../read/gatherStyle.js';

/** A setting of a style, with what stood there before. */
export interface StyleSetting {
  path: string;
  value: unknown;
  /** The style that set it before, and its value; left out where none did. */
  before?: { layer: string; value: unknown };
}

/** An ink on the paper: its contrast, and what it should have (WCAG 2.2: 4.5 for text, 3 for graphics). */
export interface InkContrast {
  path: string;
  color: string;
  contrast: number;
  least: number;
}

/** How far apart the two nearest of some colours are, in each view. */
export interface PaletteDistance {
  palette: string;
  count: number;
  distances: Record<View, number>;
  /** The nearest pair in the worst of the views but grey, by their places from 1. */
  nearest: [number, number];
}

/** A style measured: what it sets, what it has from others, and how it reads. */
export interface StyleReport {
  /** Name of the style. */
  name: string;
  /** The styles that it builds on, the nearest first, with how many settings come from each. */
  inherited: { layer: string; count: number }[];
  /** What the style sets itself. */
  sets: StyleSetting[];
  /** Contrast of each kind of ink with its ground. */
  inks: InkContrast[];
  /** The smallest text. */
  smallest: { path: string; size: number };
  /** How well the colours of each palette tell apart. */
  palettes: PaletteDistance[];
  /** How many patterns, markers and dashes tell series apart beside colours. */
  cues: { patterns: number; markers: number; dashes: number };
  /** What does not reach what it should, in words. */
  findings: string[];
}

/** Keys of a style that are no settings. */
const about = ['hexis', 'name', 'extends', 'description'];

/** The settings of a style by their paths. */
const settingsIn = (look: unknown): [string, unknown][] =>
  leavesOf(look).flatMap(({ path, value }) => (about.includes(path[0] ?? '') ? [] : [[path.join('.'), value]]));

/** What a style sets, and how many settings of those below it stand. */
function settingsOf(layers: readonly Layer[]): Pick<StyleReport, 'sets' | 'inherited'> {
  const top = lastOf(layers);
  const owner = new Map<string, { layer: string; value: unknown }>();
  for (const { name, look } of layers.slice(0, -1)) {
    for (const [path, value] of settingsIn(look)) owner.set(path, { layer: name, value });
  }
  const sets = settingsIn(top.look).map(([path, value]): StyleSetting => {
    const before = owner.get(path);
    owner.delete(path);
    return { path, value, ...(before ? { before } : {}) };
  });
  const inherited = layers
    .slice(0, -1)
    .map(({ name }) => ({ layer: name, count: [...owner.values()].filter(({ layer }) => layer === name).length }))
    .reverse();
  return { sets, inherited };
}

function contrastsOf(settings: Settings): InkContrast[] {
  const { paper, text, palette, axes, references, errorBars } = settings;
  const ink = (path: string, color: string, least: number) => ({
    path,
    color,
    contrast: contrast(color, paper),
    least,
  });
  return [
    ...textRoles.map((role) => ink(`text.${role}.color`, text[role].color, 4.5)),
    ...palette.groups.map((color, i) => ink(`palette.groups[${i}]`, color, 3)),
    ink('palette.single', palette.single, 3),
    ...(axes.x.line.width > 0 ? [ink('axes.category.line.color', axes.x.line.color, 3)] : []),
    ink('references.color', references.color, 3),
    ink('errorBars.color', errorBars.color, 3),
  ];
}

/** The nearest pair of some colours in a view. */
function nearestPair(colors: readonly string[], view: View): { distance: number; pair: [number, number] } {
  let best: ReturnType<typeof nearestPair> = { distance: Number.POSITIVE_INFINITY, pair: [1, 2] };
  for (const [i, a] of colors.entries()) {
    for (const [k, b] of colors.slice(0, i).entries()) {
      const distance = distanceIn(view, a, b);
      if (distance < best.distance) best = { distance, pair: [k + 1, i + 1] };
    }
  }
  return best;
}

function distancesOf(palette: string, colors: readonly string[]): PaletteDistance {
  const found = recordOf(views, (view) => nearestPair(colors, view));
  const worst = views
    .filter((view) => view !== 'grey')
    .map((view) => found[view])
    .reduce((a, b) => (b.distance < a.distance ? b : a));
  return {
    palette,
    count: colors.length,
    distances: recordOf(views, (view) => found[view].distance),
    nearest: worst.pair,
  };
}

const sizes = [2, 3, 4, 5, 6, 7, 8];

/** The palettes in every size, as far as the style has them. */
function palettesOf(layers: readonly Layer[], settings: Settings): PaletteDistance[] {
  const { groups } = settings.palette;
  const first = sizes.filter((size) => size <= groups.length);
  return [
    ...first.map((size) => distancesOf('groups', groups.slice(0, size))),
    ...(['sequential', 'diverging'] as const).flatMap((name) =>
      sizes.flatMap((size) => {
        const colors = rampOf(layers, name, size);
        return new Set(colors).size < 2 ? [] : [distancesOf(name, colors)];
      }),
    ),
  ];
}

/** Colours nearer than this are hard to name apart; a ramp has legend and order to help. */
const leastApart: Readonly<Record<string, number>> = { groups: 10, sequential: 4, diverging: 4 };

function findingsOf(report: Omit<StyleReport, 'findings'>): string[] {
  const faint = report.inks
    .filter(({ contrast, least }) => contrast < least - 0.005)
    .map(
      ({ path, color, contrast, least }) =>
        `${path} is ${color}, ${contrast.toFixed(1)}:1 on the paper; at least ${least}:1 is wanted`,
    );
  const near = report.palettes.flatMap(({ palette, count, distances, nearest }) => {
    const worst = views.filter((view) => view !== 'grey').reduce((a, b) => (distances[b] < distances[a] ? b : a));
    const wanted = leastApart[palette] ?? 0;
    return distances[worst] >= wanted
      ? []
      : [
          `palette.${palette}: of ${count} colours, the ${nearest.join('. and the ')}. are ${distances[worst].toFixed(1)} apart in the ${worst} view; at least ${wanted} is wanted`,
        ];
  });
  const { cues, inks } = report;
  const colors = inks.filter(({ path }) => path.startsWith('palette.groups')).length;
  const alone = colors < 2 && Math.max(cues.patterns, cues.markers, cues.dashes) < 2;
  return [
    ...faint,
    ...near,
    ...(alone ? ['palette.groups has one colour, and no pattern, marker or dash tells series apart'] : []),
  ];
}

/** Reads a style with all that it builds on, and measures it. */
export async function reportStyle({ store }: Project, style: string): Promise<Outcome<StyleReport>> {
  const gathered = await gatherStyle(store, style, []);
  if (!gathered.ok) return gathered;
  const { resolved, layers } = gathered.value;
  const { settings } = resolved;
  const smallest = textRoles
    .map((role) => ({ path: `text.${role}.least`, size: settings.text[role].least }))
    .reduce((a, b) => (b.size < a.size ? b : a));
  const { palette, markers, lines } = settings;
  const report = {
    name: styleName(layers),
    ...settingsOf(layers),
    inks: contrastsOf(settings),
    smallest,
    palettes: palettesOf(layers, settings),
    cues: {
      patterns: new Set(palette.patterns).size,
      markers: new Set(markers.shapes).size,
      dashes: new Set(lines.dashes).size,
    },
  };
  return succeed({ ...report, findings: findingsOf(report) }, gathered.problems);
}
