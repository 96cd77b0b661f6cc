import { describe, expect, test } from '@jest/globals';
import { memory, ok, type PlateItem } from 'hexis';
import { textRoles } from '../../src/core/schema/look/names.js';
import { lookSchema } from '../../src/core/schema/look.js';
import { drawn as drawnFrom, smallCodebook, smallTable, svgOf } from '../helpers/figures.js';

/** One setting: a value for it, and the roles whose ink it changes; all other ink stays as it was. */
interface Row {
  value: unknown;
  /** Roles that change in any way. `everything` is for settings that move the whole layout. */
  changes: RegExp | 'everything';
  /** Settings that it needs to have something to act on. */
  needs?: Record<string, unknown>;
}

const everything = 'everything' as const;
const values = /^(axes\.y|series.*labels)/;

const roleInk: Record<(typeof textRoles)[number], RegExp> = {
  axisTitle: /^axes\.[xyz]\.title$/,
  tickLabel: /^axes\.[xyz]\.labels/,
  legendTitle: /^legend\.title$/,
  legendEntry: /^legend\.entries\[\d\]$/,
  dataLabel: /^series\[\d\]\.labels/,
  panelTitle: /^panels\[\d\]\.panelTitle$/,
  callout: /^callouts\[\d\]$/,
  heading: /^heading$/,
  subtitle: /^subtitle$/,
  source: /^source$/,
  captionNumber: /^caption\.number$/,
  captionTitle: /^caption\.title$/,
  note: /^caption\.note$/,
};

/** Sizes at which texts of 14 pt just do not fit. */
const tight: Partial<Record<(typeof textRoles)[number], { width: string; height: string }>> = {
  axisTitle: { width: '62mm', height: '51mm' },
  dataLabel: { width: '43mm', height: '46mm' },
  heading: { width: '43mm', height: '46mm' },
  subtitle: { width: '40mm', height: '48mm' },
  source: { width: '40mm', height: '48mm' },
  panelTitle: { width: '70mm', height: '50mm' },
  callout: { width: '52mm', height: '55mm' },
};

const textRows = Object.fromEntries(
  textRoles.flatMap((role): [string, Row][] => {
    const stacked = { captionForm: { arrange: 'stacked' } };
    const needs =
      role === 'panelTitle'
        ? { panels: { by: 'bed' } }
        : role === 'captionTitle'
          ? { heading: { show: false } }
          : role === 'captionNumber'
            ? stacked
            : {};
    const small = {
      ...(role === 'panelTitle' ? { panels: { by: 'bed' } } : {}),
      size: tight[role] ?? { width: '52mm', height: '60mm' },
      text: { [role]: { size: '14pt', least: '14pt' } },
    };
    const shrinks = !['captionNumber', 'captionTitle', 'note'].includes(role);
    return [
      [`text.${role}.face`, { value: 'Tinos', changes: everything, needs }],
      [`text.${role}.size`, { value: '11.5pt', changes: everything, needs }],
      ...(shrinks
        ? [[`text.${role}.least`, { value: '1pt', changes: everything, needs: small }] as [string, Row]]
        : []),
      [
        `text.${role}.weight`,
        {
          value: ['legendTitle', 'panelTitle', 'heading', 'captionNumber'].includes(role) ? 'regular' : 'bold',
          changes: everything,
          needs,
        },
      ],
      [`text.${role}.slant`, { value: 'italic', changes: everything, needs }],
      [`text.${role}.color`, { value: '#aa0011', changes: roleInk[role], needs }],
    ];
  }),
);

const isGroup = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function joined(below: unknown, above: unknown): unknown {
  if (!isGroup(below) || !isGroup(above)) return above;
  return {
    ...below,
    ...Object.fromEntries(
      Object.entries(above).map(([key, value]) => [key, key in below ? joined(below[key], value) : value]),
    ),
  };
}

/** A log axis, on marks that need no zero. */
const logged = (key: string) => ({
  ...(key === 'along' ? {} : { chart: { kind: 'points', error: undefined } }),
  axes: { [key]: { scale: 'log' } },
});

const second = (key: string) => ({ axes: { [key]: { second: { unit: 'lb' } } } });
const parted = (key: string, width = '0pt') => ({ axes: { [key]: { minor: 2, minorGrid: { width } } } });

/** Axes on their sides: a title across the page is one of a vertical axis. */
const lying = (letters: string) => (letters === 'x' ? { chart: { direction: 'horizontal' }, callouts: undefined } : {});

/** A cloud in space with all that can stand in it. */
const inSpace = {
  data: {
    rows: Array.from({ length: 24 }, (_, i) => ({
      season: i % 2 === 0 ? 'spring' : 'autumn',
      a: (i * 7) % 11,
      b: (i * 5) % 13,
      yield: 1 + ((i * 3) % 17) / 2,
    })),
  },
  chart: {
    kind: 'space',
    category: undefined,
    value: undefined,
    error: undefined,
    x: 'a',
    y: 'b',
    z: 'yield',
    drop: 'floor',
    shadows: ['floor'],
    depth: 'fade',
    ellipsoid: {},
  },
  callouts: undefined,
  dataLabels: undefined,
  axes: { all: { grid: undefined } },
};

/** What the settings of the upright axis change in space: those of an axis of numbers, but for what flat axes alone have. */
function uprightRows(): [string, Row][] {
  const flat = /\.(angle|arrow|crosses|second|grid)(\.|$)/;
  const space = (needs: Row['needs'] = {}) => joined(inSpace, needs) as Row['needs'];
  const own: Record<string, Partial<Row>> = {
    'axes.z.base': { needs: { axes: { z: { scale: 'log' } } } },
    'axes.z.step': { value: 4 },
    'axes.z.titleAngle': { needs: {} },
    'axes.z.names.NAME': { needs: { chart: { ellipsoid: undefined }, axes: { z: { at: [2, 6] } } } },
  };
  return axisRows('z', 'z')
    .filter(([path]) => !flat.test(path))
    .map(([path, row]): [string, Row] => {
      const named = /looks/.test(path) ? 'axes.z.names.NAME' : path;
      const { needs, ...rest } = { ...row, ...own[named] };
      const changes = /minorGrid/.test(path) ? /^scene\.minorGrid/ : rest.changes;
      return [path, { ...rest, changes, needs: space(needs) ?? {} }];
    });
}

/** What a setting of an axis changes, for the axis of numbers (y) and that of categories (x). */
function axisRows(key: string, letters: string): [string, Row][] {
  const of = (part: string) => new RegExp(`^axes\\.[${letters}]\\.${part}`);
  const numbers: [string, Row][] = [
    [`axes.${key}.from`, { value: -2, changes: everything }],
    [`axes.${key}.to`, { value: 30, changes: everything }],
    [`axes.${key}.step`, { value: 0.5, changes: everything }],
    [`axes.${key}.format.decimals`, { value: 3, changes: everything }],
    [`axes.${key}.format.significant`, { value: 3, changes: everything }],
    [`axes.${key}.format.as`, { value: 'percent', changes: everything }],
    [`axes.${key}.format.per`, { value: 'thousands', changes: everything }],
    [`axes.${key}.format.prefix`, { value: 'about ', changes: everything }],
    [`axes.${key}.format.suffix`, { value: ' kg', changes: everything }],
    [
      `axes.${key}.format.leadingZero`,
      { value: false, changes: everything, needs: { axes: { [key]: { from: 0, to: 0.9, step: 0.3 } } } },
    ],
    [`axes.${key}.at`, { value: [0, 1, 7], changes: everything }],
    [`axes.${key}.minor`, { value: 4, changes: of('minor') }],
    [`axes.${key}.scale`, { value: 'power', changes: everything }],
    [`axes.${key}.base`, { value: 2, changes: everything, needs: logged(key) }],
    [`axes.${key}.exponent`, { value: 2, changes: everything, needs: { axes: { [key]: { scale: 'power' } } } }],
    [`axes.${key}.crosses`, { value: 3, changes: everything }],
    [`axes.${key}.second.unit`, { value: 'lb', changes: everything }],
    [`axes.${key}.second.factor`, { value: 4, changes: everything, needs: second(key) }],
    [`axes.${key}.second.offset`, { value: 40, changes: everything, needs: second(key) }],
    [`axes.${key}.second.title`, { value: 'Other', changes: /second\.title/, needs: second(key) }],
    [`axes.${key}.second.step`, { value: 2, changes: everything, needs: second(key) }],
    [`axes.${key}.minorGrid.width`, { value: '1pt', changes: of('minorGrid'), needs: parted(key) }],
    [`axes.${key}.minorGrid.color`, { value: '#aa0011', changes: of('minorGrid'), needs: parted(key, '1pt') }],
    [`axes.${key}.minorGrid.dash`, { value: 'dotted', changes: of('minorGrid'), needs: parted(key, '1pt') }],
  ];
  return [
    [`axes.${key}.title`, { value: 'Other words', changes: everything }],
    [`axes.${key}.unit`, { value: 'g', changes: everything }],
    ...numbers,
    ...(['color', 'weight', 'slant'] as const).map((part): [string, Row] => [
      `axes.${key}.looks.NAME.${part}`,
      { value: { color: '#aa0011', weight: 'bold', slant: 'italic' }[part], changes: everything },
    ]),
    [`axes.${key}.tickMarks.width`, { value: '2pt', changes: of('(ticks|minorTicks)') }],
    [`axes.${key}.tickMarks.color`, { value: '#aa0011', changes: of('(ticks|minorTicks)') }],
    [`axes.${key}.titleAngle`, { value: 0, changes: everything, needs: lying(letters) }],
    [`axes.${key}.titlePlace`, { value: 'end', changes: of('title') }],
    [`axes.${key}.names.NAME`, { value: 'two', changes: everything }],
    [`axes.${key}.reverse`, { value: true, changes: everything }],
    [`axes.${key}.gap`, { value: [0.1, 0.2], changes: everything }],
    [`axes.${key}.line.width`, { value: '2pt', changes: everything }],
    [`axes.${key}.line.color`, { value: '#aa0011', changes: of('(line|ticks)') }],
    [`axes.${key}.line.dash`, { value: 'dotted', changes: of('line') }],
    [`axes.${key}.ticks`, { value: 'inside', changes: everything }],
    [`axes.${key}.arrow`, { value: true, changes: everything }],
    [`axes.${key}.angle`, { value: 90, changes: everything }],
    [`axes.${key}.tickLength`, { value: 1, changes: everything }],
    [`axes.${key}.grid.width`, { value: '2pt', changes: of('grid') }],
    [`axes.${key}.grid.color`, { value: '#aa0011', changes: of('grid') }],
    [`axes.${key}.grid.dash`, { value: 'dotted', changes: of('grid') }],
  ];
}

/** A histogram in place of the bars. */
const binned = {
  chart: { kind: 'histogram', value: 'yield', category: undefined, group: undefined, error: undefined },
};

const nothing = { category: undefined, value: undefined, group: undefined, error: undefined };
/** Further charts, for the settings of their own marks. */
const lines = { chart: { ...nothing, kind: 'line', x: 'bed', value: 'yield', group: 'season', summary: 'mean' } };
const curved = {
  ...lines,
  data: { rows: [1, 2, 3].flatMap((bed) => ['spring', 'autumn'].map((season) => ({ bed, season, yield: bed * bed }))) },
};
const cases = {
  chart: { ...nothing, kind: 'scatter', x: 'yield', y: 'bed', fit: { degree: 1, band: true } },
  codebook: { variables: { yield: { measure: 'numeric' }, bed: { measure: 'numeric' } } },
  dataLabels: { show: 'none' },
};
const compared = {
  chart: { ...nothing, kind: 'scatter', x: 'yield', y: 'yield' },
  size: { ratio: 2 },
  dataLabels: { show: 'none' },
};
const dated = {
  chart: { ...nothing, kind: 'line', x: 'bed', value: 'yield', group: undefined },
  data: { rows: ['2026-05-01', '2026-06-02', '2026-09-03'].map((bed, i) => ({ bed, yield: i })) },
  codebook: { variables: { bed: { measure: 'date' }, yield: { measure: 'numeric' } } },
  callouts: undefined,
};
const boxed = {
  chart: { ...nothing, kind: 'box', category: 'bed', value: 'yield', mean: true },
  caption: { note: 'own words' },
  data: { rows: [1, 2, 3, 2, 3, 2, 9, 30].map((value) => ({ bed: 1, yield: value })) },
  callouts: undefined,
};
const sliced = { chart: { ...nothing, kind: 'pie', category: 'bed' } };
/** Three bars of a third each, with their shares. */
const thirds = {
  chart: { ...nothing, kind: 'bar', category: 'bed' },
  data: { rows: [{ bed: 1 }, { bed: 2 }, { bed: 3 }] },
  caption: { note: 'own words' },
  dataLabels: { show: 'percent', percent: { decimals: 0 } },
  callouts: undefined,
};
const referred = { chart: { references: [{ at: 3 }] } };
const ruled = { heading: { rule: { width: '1pt' } } };
const spotlit = {
  callouts: undefined,
  spotlight: [{ bed: 'Compost' }],
  chart: { ...nothing, kind: 'slope', item: 'bed', time: 'season', value: 'yield' },
  data: {
    rows: [
      ['1', 'spring', 2],
      ['1', 'autumn', 4],
      ['2', 'spring', 3],
      ['2', 'autumn', 3],
    ].map(([bed, season, value]) => ({ bed, season, yield: value })),
  },
};

const spaces = [
  'page',
  'heading',
  'tickLabel',
  'axisTitle',
  'legend',
  'legendEntry',
  'legendKey',
  'dataLabel',
  'caption',
];

const rows: Record<string, Row> = {
  'faces.NAME.regular': { value: undefined, changes: everything },
  'faces.NAME.bold': { value: undefined, changes: everything },
  'faces.NAME.italic': { value: undefined, changes: everything },
  'faces.NAME.boldItalic': { value: undefined, changes: everything },
  'text.face': { value: undefined, changes: everything },
  'text.further': { value: undefined, changes: everything },
  direction: { value: 'right-to-left', changes: everything },
  'numbers.digits': { value: 'language', changes: everything, needs: { language: 'ar' } },
  'colors.NAME': { value: '#aa0011', changes: /^series\[0\]\.marks|^legend\.entries\[0\]\.key/ },
  'text.size': { value: '14pt', changes: everything },
  ...textRows,
  'words.case': { value: 'title', changes: everything },
  'words.titleCase': { value: 'title', changes: /^heading$/ },
  'words.unit': { value: 'brackets', changes: /^axes\.y\.title$/ },
  'words.keep': { value: ['bed'], changes: /^axes\.x\.title$/, needs: { words: { case: 'title' } } },
  'numbers.decimalMark': { value: ',', changes: values },
  language: { value: 'de', changes: everything },
  'wording.NAME.NAME': { value: 'There are {count} {cases}.', changes: /^caption\.note/ },
  'numbers.dates': { value: 'iso', changes: everything, needs: dated },
  'numbers.grouping': { value: 'none', changes: everything, needs: { axes: { y: { to: 20000, step: 10000 } } } },
  ...Object.fromEntries(spaces.map((name) => [`space.${name}`, { value: 2.2, changes: everything }])),
  'widths.NAME': { value: '12cm', changes: everything },
  'size.width': { value: '12cm', changes: everything },
  'size.height': { value: '6cm', changes: everything },
  'size.ratio': { value: 1, changes: everything },
  'size.placed': { value: '10cm', changes: everything, needs: { size: { textAt: 'placed' } } },
  'size.textAt': { value: 'placed', changes: everything, needs: { size: { placed: '10cm' } } },
  'panel.fill': { value: '#eeeeee', changes: /^panel\.ground$|^callouts.*ground$/ },
  'panel.equalScales': { value: true, changes: everything, needs: compared },
  'margins.left': { value: '4cm', changes: everything },
  'margins.right': { value: '4cm', changes: everything },
  'margins.top': { value: '4cm', changes: everything },
  'margins.bottom': { value: '4cm', changes: everything },
  'panel.frame.width': { value: '1pt', changes: /^panel\.frame$/ },
  'panel.frame.color': { value: '#aa0011', changes: /^panel\.frame$/, needs: { panel: { frame: { width: '1pt' } } } },
  'panel.frame.dash': { value: 'dashed', changes: /^panel\.frame$/, needs: { panel: { frame: { width: '1pt' } } } },
  'panel.least': { value: 0.9, changes: everything },
  ...Object.fromEntries([
    ...axisRows('all', 'xy'),
    ...axisRows('value', 'y'),
    ...axisRows('category', 'x'),
    ...axisRows('along', 'x').map(([path, row]): [string, Row] => [
      path,
      { ...row, needs: { ...row.needs, ...binned } },
    ]),
    ...axisRows('x', 'x'),
    ...axisRows('y', 'y'),
    ...uprightRows(),
  ]),
  'bars.share': { value: 0.3, changes: /^series/ },
  'bars.widest': { value: '9pt', changes: everything },
  'bars.gap': { value: 0.5, changes: /^series/ },
  'bars.outline.width': { value: '1pt', changes: /halo|marks|key$/ },
  'bars.outline.color': {
    value: '#aa0011',
    changes: /halo|marks|key$/,
    needs: { bars: { outline: { width: '1pt' } } },
  },
  'bars.outline.dash': { value: 'dashed', changes: /halo|marks|key$/, needs: { bars: { outline: { width: '1pt' } } } },
  'bars.opacity': { value: 0.5, changes: /halo|marks|key$/ },
  'bars.corner': { value: '3pt', changes: /marks/ },
  ...Object.fromEntries(
    (['mean', 'outliers', 'extremes'] as const).flatMap((part): [string, Row][] => {
      const role = new RegExp(`\\.${part}\\[`);
      return [
        [`boxes.${part}.marker`, { value: 'star', changes: role, needs: boxed }],
        [`boxes.${part}.size`, { value: '9pt', changes: role, needs: boxed }],
        [`boxes.${part}.color`, { value: '#aa0011', changes: role, needs: boxed }],
      ];
    }),
  ),
  'boxes.median.width': { value: '4pt', changes: /median$/, needs: boxed },
  'boxes.median.color': { value: '#aa0011', changes: /median$/, needs: boxed },
  'markers.size': { value: '9pt', changes: everything, needs: { chart: { kind: 'interval' } } },
  'markers.edge': { value: '2pt', changes: everything, needs: { chart: { kind: 'interval' } } },
  'markers.shapes': { value: ['diamond'], changes: /marks|key$/, needs: { chart: { kind: 'interval' } } },
  'markers.opacity': { value: 0.4, changes: /points/, needs: cases },
  'lines.width': { value: '3pt', changes: everything, needs: lines },
  'lines.dashes': { value: ['solid', 'dotted'], changes: /marks|key/, needs: lines },
  'lines.markers': { value: false, changes: /marks|key/, needs: lines },
  'lines.cap': { value: 'round', changes: /marks|key/, needs: lines },
  'lines.join': { value: 'miter', changes: /marks|key/, needs: lines },
  'lines.smooth': { value: true, changes: /marks/, needs: curved },
  'fits.width': { value: '3pt', changes: /marks/, needs: cases },
  'bands.opacity': { value: 0.6, changes: /marks/, needs: cases },
  'bands.pattern': { value: 'rising', changes: /marks/, needs: cases },
  'references.width': { value: '2pt', changes: /references/, needs: referred },
  'pointers.width': { value: '2pt', changes: /callouts.*(pointer|head)/ },
  'pointers.color': { value: '#aa0011', changes: /callouts.*(pointer|head)/ },
  'pointers.dash': { value: 'dotted', changes: /callouts.*pointer/ },
  'references.color': { value: '#aa0011', changes: /references/, needs: referred },
  'references.dash': { value: 'dotted', changes: /references/, needs: referred },
  'scene.walls': { value: '#eeddcc', changes: /^scene\.walls/, needs: inSpace },
  'scene.floor': { value: '#eeddcc', changes: /^scene\.floor/, needs: inSpace },
  'scene.box': { value: 'whole', changes: /^scene\.front/, needs: inSpace },
  'scene.edges.width': { value: '2pt', changes: /^scene\.edges/, needs: inSpace },
  'scene.edges.color': { value: '#aa0011', changes: /^scene\.edges/, needs: inSpace },
  'scene.edges.dash': { value: 'dotted', changes: /^scene\.edges/, needs: inSpace },
  'scene.grid.width': { value: '2pt', changes: /^scene\.grid/, needs: inSpace },
  'scene.grid.color': { value: '#aa0011', changes: /^scene\.grid/, needs: inSpace },
  'scene.grid.dash': { value: 'dotted', changes: /^scene\.grid/, needs: inSpace },
  'scene.drops.width': { value: '2pt', changes: everything, needs: inSpace },
  'scene.drops.color': { value: '#aa0011', changes: /^scene\.drops/, needs: inSpace },
  'scene.drops.dash': { value: 'dotted', changes: /^scene\.drops/, needs: inSpace },
  'scene.shadows': { value: 0.9, changes: /shadows/, needs: inSpace },
  'scene.surfaces.opacity': { value: 0.4, changes: /surfaces/, needs: inSpace },
  'scene.surfaces.width': { value: '2pt', changes: everything, needs: inSpace },
  'scene.tint': { value: 0.2, changes: /shadows|surfaces.*far/, needs: inSpace },
  'scene.fade': { value: 0.1, changes: /points/, needs: inSpace },
  'slices.edge': { value: '3pt', changes: /marks/, needs: sliced },
  'palette.quiet': { value: '#aa0011', changes: /^(series|endLabels)/, needs: spotlit },
  'palette.quietPattern': {
    value: 'open',
    changes: /halo|marks/,
    needs: { spotlight: [{ bed: '1' }], errorBars: { halo: '0pt' } },
  },
  'errorBars.width': { value: '2pt', changes: everything },
  'errorBars.color': { value: '#aa0011', changes: /errors/ },
  'errorBars.cap': { value: 0, changes: /errors/ },
  'errorBars.halo': { value: '0pt', changes: /errors/ },
  'palette.single': { value: '#aa0011', changes: /marks/, needs: { chart: { group: undefined } } },
  'palette.groups': { value: ['#aa0011', '#00aa11'], changes: /marks|key$/ },
  'palette.use': { value: 'sequential', changes: /marks|key$/ },
  'palette.sequential.NAME': {
    value: ['#aa0011', '#00aa11'],
    changes: /marks|key$/,
    needs: { palette: { use: 'sequential' } },
  },
  'palette.diverging.NAME': {
    value: ['#aa0011', '#00aa11'],
    changes: /marks|key$/,
    needs: { palette: { use: 'diverging' } },
  },
  'palette.pattern': { value: 'rising', changes: /halo|marks/, needs: { chart: { group: undefined } } },
  'palette.patterns': { value: ['solid', 'dots'], changes: /halo|marks|key|patterns/ },
  'patterns.width': { value: '2pt', changes: /halo|marks|key/, needs: { palette: { patterns: ['level'] } } },
  'patterns.step': { value: '9pt', changes: /marks|key/, needs: { palette: { patterns: ['level'] } } },
  'legend.place': { value: 'right', changes: everything },
  'legend.corner': {
    value: 'bottom-right',
    changes: /^legend/,
    needs: { legend: { place: 'inside', corner: 'top-left' } },
  },
  'legend.names.NAME': { value: 'The first', changes: everything, needs: { legend: { place: 'right' } } },
  'legend.order': { value: 'reverse', changes: /^legend/ },
  'legend.columns': { value: 2, changes: everything, needs: { legend: { place: 'right' } } },
  'legend.fill': { value: '#eeeeee', changes: /^legend\.frame/ },
  'legend.key.shape': { value: 'square', changes: everything, needs: lines },
  'legend.frame.width': { value: '1pt', changes: /^legend\.frame/ },
  'legend.frame.color': { value: '#aa0011', changes: /^legend\.frame/, needs: { legend: { frame: { width: '1pt' } } } },
  'legend.frame.dash': { value: 'dashed', changes: /^legend\.frame/, needs: { legend: { frame: { width: '1pt' } } } },
  'legend.key.width': { value: 3, changes: /^legend/ },
  'legend.key.height': { value: 0.5, changes: /^legend/ },
  'legend.key.corner': { value: '2pt', changes: /^legend.*key/ },
  'legend.title': { value: 'Other', changes: /^legend/ },
  'dataLabels.show': { value: 'count', changes: /labels/ },
  'dataLabels.place': { value: 'base', changes: everything },
  'dataLabels.least': {
    value: 40,
    changes: /labels/,
    needs: { ...thirds, dataLabels: { ...thirds.dataLabels, place: 'center' } },
  },
  'dataLabels.rounding': { value: 'sum', changes: /labels/, needs: thirds },
  'dataLabels.percent.decimals': { value: 3, changes: /labels/, needs: thirds },
  'dataLabels.percent.significant': { value: 1, changes: /labels/, needs: thirds },
  'dataLabels.percent.as': { value: 'percent', changes: /labels/, needs: thirds },
  'dataLabels.percent.per': { value: 'thousands', changes: /labels/, needs: thirds },
  'dataLabels.percent.prefix': { value: '~', changes: /labels/, needs: thirds },
  'dataLabels.percent.suffix': { value: ' percent', changes: /labels/, needs: thirds },
  'dataLabels.percent.leadingZero': {
    value: false,
    changes: /labels/,
    needs: joined(thirds, { dataLabels: { percent: { per: 'thousands', decimals: 3 } } }) as Record<string, unknown>,
  },
  'dataLabels.format.decimals': { value: 3, changes: /labels/ },
  'dataLabels.format.significant': { value: 5, changes: /labels/ },
  'dataLabels.format.as': { value: 'percent', changes: /labels/ },
  'dataLabels.format.per': {
    value: 'thousands',
    changes: /labels/,
    needs: { dataLabels: { format: { decimals: 4 } } },
  },
  'dataLabels.format.prefix': { value: '~', changes: /labels/ },
  'dataLabels.format.suffix': { value: ' kg', changes: /labels/ },
  'dataLabels.format.leadingZero': {
    value: false,
    changes: /labels/,
    needs: { dataLabels: { format: { per: 'thousands', decimals: 4 } } },
  },
  'heading.show': { value: false, changes: everything },
  'heading.over': { value: 'panel', changes: /^(heading|subtitle)$/ },
  'heading.align': { value: 'end', changes: /^(heading|subtitle)$/ },
  'heading.rule.width': { value: '1pt', changes: everything },
  'heading.rule.color': { value: '#aa0011', changes: /^heading\.rule$/, needs: ruled },
  'heading.rule.dash': { value: 'dotted', changes: /^heading\.rule$/, needs: ruled },
  'captionForm.number': { value: 'Picture {number}', changes: /^caption/ },
  'captionForm.arrange': { value: 'stacked', changes: everything },
  'captionForm.noteLead': { value: 'Note:', changes: /^caption\.note/ },
  'export.author': { value: 'the garden', changes: everything },
  'export.name': { value: '{id}-b', changes: everything },
  'export.text': { value: 'live', changes: everything },
  'export.dpi': { value: 72, changes: everything },
  'export.inks': { value: 'grey', changes: everything },
  'export.ground': { value: 'paper', changes: everything },
  'export.carries': { value: 'nothing', changes: everything },
  'export.carriesAtMost': { value: 'settings', changes: everything },
};

/** Every setting of a look, as the schema has them. */
interface Definition {
  innerType?: { _zod: { def: Definition } };
  shape?: Record<string, { _zod: { def: Definition } }>;
  valueType?: { _zod: { def: Definition } };
}

function paths(schema: { _zod: { def: Definition } }, path: string): string[] {
  const { innerType, shape, valueType } = schema._zod.def;
  if (innerType) return paths(innerType, path);
  if (shape) return Object.entries(shape).flatMap(([key, value]) => paths(value, path === '' ? key : `${path}.${key}`));
  if (valueType) return paths(valueType, `${path}.NAME`);
  return [path];
}

const all = paths(lookSchema as never, '');

/** A figure in which every setting has something to act on. */
const ground = {
  hexis: 'figure/1',
  data: 't.csv',
  codebook: 'c.yaml',
  chart: { kind: 'bar', category: 'bed', value: 'yield', group: 'season', error: { shows: 'sd' } },
  caption: { number: 1, title: 'a title in words', subtitle: 'of a garden', source: 'own records', note: 'auto' },
  colors: { mine: '#335e89' },
  widths: { mine: '14cm' },
  size: { width: 'mine' },
  palette: { groups: ['mine', '#be8a3a'] },
  dataLabels: { show: 'value', format: { decimals: 1 } },
  callouts: [{ text: 'so it is', to: { x: 1, y: 5 }, at: { x: 1, y: 7 }, pointer: 'arrow' }],
  axes: { all: { grid: { width: '0.5pt' }, line: { width: '0.6pt' }, ticks: 'outside' } },
};

const draw = (settings: unknown) => {
  const files = { 'f.json': JSON.stringify(joined(ground, settings)), 't.csv': smallTable, 'c.yaml': smallCodebook };
  return drawnFrom(memory(files), 'f.json', { caption: true, trace: true });
};

const drawn = async (settings: unknown) => ok(await draw(settings));

const nested = (path: string, value: unknown): unknown =>
  path.split('.').reduceRight((inner, key) => ({ [key]: inner }), value);

/** The roles whose ink differs, or stands in one drawing alone. */
function changedRoles(before: readonly PlateItem[], after: readonly PlateItem[]): string[] {
  const ink = (items: readonly PlateItem[]) =>
    new Map(items.map(({ settings: _, ...item }) => [item.role, JSON.stringify(item)]));
  const [a, b] = [ink(before), ink(after)];
  return [...new Set([...a.keys(), ...b.keys()])].filter((role) => a.get(role) !== b.get(role));
}

/** An item without its place: what is drawn, not where. */
function lookOf({ box: _, shows: __, settings: ___, from: ____, ...item }: PlateItem): PlateItem {
  const place = ['x', 'y', 'x1', 'y1', 'x2', 'y2', 'width', 'height', 'outline', 'xs', 'ys', 'pieces'];
  const look = Object.fromEntries(Object.entries(item).filter(([key]) => !place.includes(key)));
  return look as unknown as PlateItem;
}

/** The path of a setting as the ink of an axis names it, whatever key it stands under. */
const pathsOf = (path: string): string[] => {
  const [first, key, ...rest] = path
    .replace(/\.NAME$/, '')
    .replace('looks.NAME', 'looks.2')
    .split('.');
  if (first !== 'axes' || ['x', 'y', 'z'].includes(key as string)) return [[first, key, ...rest].join('.')];
  return ['x', 'y'].map((at) => ['axes', at, ...rest].join('.'));
};

/** Whether an item says that it was made with a setting. */
const names = ({ settings = [], from }: PlateItem, path: string): boolean =>
  pathsOf(path).some((own) =>
    [from, ...settings].some((read) => read === own || read.startsWith(`${own}.`) || own.startsWith(`${read}.`)),
  );

/** What decides how much room there is, or names something for other settings: what is drawn follows from it at a distance. */
const byRoom =
  /^(size|space|margins|widths|colors|heading\.(show|over)|panel\.(least|equalScales)|text\.\w+\.least|legend\.corner|axes\.\w+\.to$)/;

const onCategories = (path: string) =>
  /^axes\.(category|x)\.(from|to|step|format|at$|minor|scale|base|exponent|crosses|second)/.test(path);
// A title across the page is one of a vertical axis.
const elsewhere = /^(faces|text\.(\w+\.)?face$|text\.further$|export|axes\.(x|along)\.titleAngle)/;

/** Drawings without the setting, which many rows have in common. */
const befores = new Map<string, ReturnType<typeof drawn>>();
const beforeOf = (needs: Record<string, unknown>) => {
  const key = JSON.stringify(needs, (_, value) => (value === undefined ? 'none' : value));
  const found = befores.get(key) ?? drawn(needs);
  befores.set(key, found);
  return found;
};

describe('every setting', () => {
  test('has a row here', () => {
    expect(Object.keys(rows).sort()).toEqual(all.sort());
  });

  test.each(Object.entries(rows).filter(([path]) => !elsewhere.test(path) && !onCategories(path)))(
    '%s changes the ink that it names',
    async (path, { value, changes, needs = {} }) => {
      const before = await beforeOf(needs);
      const after = await drawn(
        joined(
          needs,
          nested(
            path
              .replace('wording.NAME.NAME', 'wording.en.cases')
              .replace('legend.names.NAME', 'legend.names.spring')
              .replace('names.NAME', 'names.2')
              .replace('looks.NAME', 'looks.2')
              .replace('ing.NAME', 'ing.2')
              .replace('ial.NAME', 'ial.2')
              .replace('NAME', 'mine'),
            value,
          ),
        ),
      );
      const changed = changedRoles(before.plate.items, after.plate.items);
      expect(changed).not.toEqual([]);
      if (changes !== everything) expect(changed.filter((role) => !changes.test(role))).toEqual([]);
      // What changes its look says so, and of what says so something changes.
      const items = [...after.plate.items, ...before.plate.items];
      const naming = items.filter((item) => names(item, path)).map(({ role }) => role);
      const looks = changedRoles(before.plate.items.map(lookOf), after.plate.items.map(lookOf));
      if (!byRoom.test(path)) expect(looks.filter((role) => !naming.includes(role))).toEqual([]);
      if (!byRoom.test(path)) expect([path, naming.some((role) => changed.includes(role))]).toEqual([path, true]);
    },
  );

  test.each(Object.entries(rows).filter(([path]) => onCategories(path)))(
    '%s is refused on an axis of categories',
    async (path, { value, needs = {} }) => {
      const outcome = await draw(joined(/second|Grid/.test(path) ? needs : {}, nested(path, value)));
      expect([...new Set(outcome.ok ? [] : outcome.problems.map(({ code }) => code))]).toEqual(['axis-not-measured']);
    },
  );

  test('of inks and ground reach the file', async () => {
    const made = await drawn({ export: { inks: 'black', ground: 'paper', carries: 'nothing' } });
    const svg = await svgOf(made);
    expect([...new Set(svg.match(/#[0-9a-f]{6}/g))].sort()).toEqual(['#000000', '#ffffff']);
    expect(svg).toContain('<rect x="0" y="0"');
  });

  test('of export reaches the file', async () => {
    const made = await drawn({ export: { text: 'outlines' } });
    const svg = await svgOf(made);
    expect(svg).not.toContain('<tspan');
    const { settings } = await drawn({ export: { text: 'live', dpi: 72 } });
    expect(settings.export).toMatchObject({ text: 'live', dpi: 72 });
  });
});
