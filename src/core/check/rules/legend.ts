import { entryAt } from '../../at.js';
import { chartSetting } from '../../chart/kinds.js';
import type { PlateItem } from '../../plate/plate.js';
import { roleOf } from '../../plate/role.js';
import { isText, quoted } from '../measure/ink.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, listed, mendLook, rule, unmended } from '../rule.js';

/** Whether an item is part of the key of an entry. */
const isKeyOf = (entry: PlateItem, item: PlateItem): boolean => {
  const { of, part, index, within } = roleOf(item);
  return of === 'legend' && part === 'entries' && index === roleOf(entry).index && within[0] === 'key';
};

/** Whether an item is the text of an entry. */
const isEntry = (item: PlateItem): boolean => {
  const { of, part, piece } = roleOf(item);
  return of === 'legend' && part === 'entries' && piece === 'entries';
};

/** A year needs no other name. */
const isYear = (text: string): boolean => /^(1[5-9]|20|21)\d\d$/.test(text);

/** Series that are drawn but have no entry. */
function orderFlaw({ plans, items, settings }: Subject): Flaw[] {
  const [plan] = plans;
  const legend = plan?.legend;
  if (!legend || settings.legend.order === 'marks') return [];
  const drawn = plan.series.flatMap(({ category }) => (category ? [category.code] : []));
  const shown = items.flatMap((item) => {
    const code = isEntry(item) && isText(item) && legend.by ? item.shows?.of[legend.by] : undefined;
    return code === undefined ? [] : [code];
  });
  const wanted = drawn.filter((code) => shown.includes(code));
  if (shown.length < 2 || wanted.length !== shown.length) return [];
  const isSame = wanted.every((code, i) => code === shown[i]);
  const isReversed = plan.stacked && wanted.every((code, i) => code === shown[shown.length - 1 - i]);
  if (isSame || isReversed) return [];
  return [
    {
      found: 'the legend has another order than the marks',
      items: items.filter(isEntry),
      setting: 'legend.order',
      mend: mendLook('legend.order', 'marks'),
    },
  ];
}

export const legend = rule({
  name: 'legend',
  asks: 'A legend has two entries or more, each with words and with ink of the figure, in the order of the marks.',
  measures:
    'The entries as drawn: how many, whether their words are codes, whether each has a key, and their order against that of the series.',
  reason:
    'A legend of one entry says nothing, codes say nothing to readers, and another order makes every look-up a search.',
  source: 'APA (2020), chapter 7',
  severity: 'warning',
  limits: {},
  takes: { 'entry-unknown': unmended, 'value-not-named': unmended },
  finds(subject) {
    const { items, codebook, plans } = subject;
    const entries = items.filter(isText).filter(isEntry);
    const flaws: Flaw[] = [];
    // A line that is named says what it is, beside marks that need no name.
    const isLine = plans[0]?.references?.some(({ inLegend }) => inLegend);
    if (entries.length === 1 && !plans[0]?.sizes && !isLine) {
      const only = entryAt(entries, 0);
      flaws.push({
        found: `the legend has one entry, ${quoted(only)}`,
        expected: 'no legend; what it says belongs into the title or the note',
        items: entries,
        setting: 'legend.place',
        mend: mendLook('legend.place', 'none'),
      });
    }
    const by = plans[0]?.legend?.by;
    const variable = by === undefined ? undefined : codebook.variable(by);
    const questions = chartSetting(subject.figure.chart, 'questions');
    const raw = variable
      ? entries.filter(
          ({ text, shows }) =>
            shows?.of[variable.name] === text &&
            /^[-\d.]+$|_/.test(text) &&
            variable.bands === undefined &&
            !isYear(text),
        )
      : [];
    if (raw.length > 0 && variable) {
      flaws.push({
        found: `the legend shows codes: ${listed(raw.map(({ text }) => text))}`,
        expected: `names for them under "values" of ${listed([...(questions ?? [variable.name])], 2)} in the codebook`,
        items: raw,
        setting: 'legend.names',
      });
    }
    const inkless = entries.filter((entry) => !items.some((item) => isKeyOf(entry, item)));
    if (inkless.length > 0) {
      flaws.push({
        found: `${listed(inkless.map(quoted))} ${inkless.length === 1 ? 'has' : 'have'} no ink in the legend`,
        items: inkless,
        setting: 'legend',
      });
    }
    return [...flaws, ...orderFlaw(subject)];
  },
  examples: {
    ok: [
      {
        says: 'Names, in the order of the bars',
        figure: 'chart: { kind: bar, category: bed, value: yield, group: season }',
      },
    ],
    bad: [
      {
        says: 'One entry',
        figure: 'chart: { kind: bar, category: bed, value: yield, group: season, where: { season: spring } }',
      },
      {
        says: 'Codes',
        figure:
          'data: { rows: [{ a: x, g: 1, v: 3 }, { a: y, g: 1, v: 4 }, { a: x, g: 2, v: 5 }, { a: y, g: 2, v: 2 }] }\ncodebook: { variables: { a: { label: Plot }, v: { label: Yield, unit: kg }, g: { label: Group, measure: nominal } } }\nchart: { kind: bar, category: a, value: v, group: g, summary: given }',
      },
    ],
  },
});
