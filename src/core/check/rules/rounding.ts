import { typeOf } from '../../layout/marks/marks.js';
import type { PlateItem, TextItem } from '../../plate/plate.js';
import { roleOf, seriesOf } from '../../plate/role.js';
import { decimalsOf } from '../../scale/numberFormat.js';
import { isText, textsOf } from '../measure/ink.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, listed, mendLook, rounded, rule } from '../rule.js';

/** The numbers that labels show. */
const numberIn = (text: string): number | undefined => {
  const found = /[-−]?\d[\d\u202f\u2009 ,']*(?:[.]\d+)?/.exec(text)?.[0];
  return found === undefined ? undefined : Number(found.replace('−', '-').replace(/[\u202f\u2009 ,']/g, ''));
};

const percentIn = (text: string): string | undefined => /(\d+(?:[.,]\d+)?)\s*%/.exec(text)?.[1];

const isLabel = (item: PlateItem): boolean => seriesOf(item) !== undefined && roleOf(item).piece === 'labels';

/** Percentages at the slices of a pie, or at the parts of a bar, that do not add up to 100 as printed. */
function sumFlaws(subject: Subject): Flaw[] {
  const marks = subject.plans.flatMap((plan) =>
    plan.series.flatMap((own) => own.marks.map((mark) => typeOf(mark).part?.(mark, plan))),
  );
  if (!marks.some((part) => part?.isShare) || subject.settings.dataLabels.rounding === 'sum') return [];
  const wholes = new Map<string, { items: TextItem[]; texts: string[] }>();
  const isPie = marks.some((part) => part?.of === 'all');
  for (const item of textsOf(subject)) {
    const text = isLabel(item) ? percentIn(item.text) : undefined;
    if (text === undefined) continue;
    const key = isPie ? 'pie' : wholeOf(subject, item);
    const whole = wholes.get(key) ?? { items: [], texts: [] };
    wholes.set(key, { items: [...whole.items, item], texts: [...whole.texts, text.replace(',', '.')] });
  }
  return [...wholes.values()].flatMap(({ items, texts }): Flaw[] => {
    const parts = isPie ? marks.length : subject.plans[0]?.series.length;
    const decimals = Math.max(...texts.map(decimalsIn));
    const sum = rounded(
      texts.reduce((all, text) => all + Number(text), 0),
      decimals,
    );
    // Labels on only some of the parts cannot add up.
    if (texts.length < 2 || texts.length !== parts || sum === 100 || Math.abs(sum - 100) > texts.length) return [];
    return [
      {
        found: `the labels add up to ${sum}%`,
        measured: { value: sum, unit: '%' },
        limit: { value: 100, unit: '%' },
        items,
        setting: 'dataLabels.rounding',
        mend: mendLook('dataLabels.rounding', 'sum'),
      },
    ];
  });
}

const decimalsIn = (text: string): number => /[.,](\d+)/.exec(text)?.[1]?.length ?? 0;

/** The bar that a label belongs to: its codes without that of its series. */
const wholeOf = ({ plans }: Subject, { shows }: TextItem): string => {
  const by = plans[0]?.legend?.by;
  return JSON.stringify(Object.entries(shows?.of ?? {}).filter(([variable]) => variable !== by));
};

/** Bars of visibly different lengths with the same label. */
function alikeFlaws({ items, plans }: Subject): Flaw[] {
  const bars = new Map(
    items.flatMap((item) =>
      item.type === 'rect' && item.shows?.value !== undefined ? [[JSON.stringify(item.shows.of), item] as const] : [],
    ),
  );
  const lengthOf = ({ width, height }: { width: number; height: number }) =>
    plans[0]?.direction === 'horizontal' ? width : height;
  const byText = new Map<string, { item: TextItem; length: number }[]>();
  for (const item of items.filter(isText)) {
    const bar = isLabel(item) && item.shows ? bars.get(JSON.stringify(item.shows.of)) : undefined;
    if (!bar) continue;
    byText.set(item.text, [...(byText.get(item.text) ?? []), { item, length: lengthOf(bar) }]);
  }
  const pairs = [...byText].filter(([, own]) => {
    const lengths = own.map(({ length }) => length);
    return Math.max(...lengths) - Math.min(...lengths) > visible;
  });
  const [first] = pairs;
  if (!first) return [];
  return [
    {
      found: `bars of unlike lengths have one label: ${listed(pairs.map(([text]) => text))}`,
      expected: 'more decimals under dataLabels.format',
      items: pairs.flatMap(([, own]) => own.map(({ item }) => item)),
      setting: 'dataLabels.format.decimals',
    },
  ];
}

/** Labels that show zero for a value that is not zero. */
function zeroFlaws({ items, settings }: Subject): Flaw[] {
  const zeros = items
    .filter(isText)
    .filter(
      (item) =>
        isLabel(item) &&
        item.shows?.value !== undefined &&
        item.shows.value !== 0 &&
        /^[^1-9]*0[^1-9]*$/.test(item.text),
    );
  const [first] = zeros;
  if (!first) return [];
  const path =
    settings.dataLabels.format.as === 'percent' ? 'dataLabels.percent.decimals' : 'dataLabels.format.decimals';
  return [
    {
      found: `the label "${first.text}" stands for ${decimalText(first.shows?.value ?? 0)}`,
      expected: `decimals under ${path.replace('.decimals', '')} that show what is there`,
      items: zeros,
      setting: path,
    },
  ];
}

const decimalText = (value: number): string => String(Number(value.toPrecision(3)));

/** A difference in length that readers see, in points. */
const visible = 3;

/** Labels with more decimals than the data have. */
function decimalFlaws(subject: Subject): Flaw[] {
  const { items, plans, settings } = subject;
  const asked = settings.dataLabels.format.decimals;
  const known = plans[0]?.labelDecimals?.();
  if (asked === undefined || known === undefined || settings.dataLabels.format.as === 'percent') return [];
  const labels = items.filter(isText).filter((item) => isLabel(item) && decimalsOf(numberIn(item.text) ?? 0) > known);
  if (labels.length === 0 || asked <= known) return [];
  return [
    {
      found: `the labels have ${asked} decimals, and the data carry ${known}`,
      measured: { value: asked, unit: 'decimals' },
      limit: { value: known, unit: 'decimals' },
      items: labels,
      setting: 'dataLabels.format.decimals',
      mend: mendLook('dataLabels.format.decimals'),
    },
  ];
}

export const rounding = rule({
  name: 'rounding',
  asks: 'Labels do not contradict what they stand for.',
  measures:
    'Labels read back as numbers: whether shares add up to 100, whether bars that are seen to differ have the same number, whether 0 stands for something, and whether there are more decimals than the data carry.',
  reason: 'Readers add labels up and compare them, and what does not fit costs the whole figure its credit.',
  source: 'good practice',
  severity: 'warning',
  limits: {},
  finds: (subject) => [...sumFlaws(subject), ...alikeFlaws(subject), ...zeroFlaws(subject), ...decimalFlaws(subject)],
  examples: {
    ok: [
      {
        says: 'Shares rounded so that they add up',
        figure:
          'data: { rows: [{ a: Kale, v: 1 }, { a: Leek, v: 1 }, { a: Peas, v: 1 }] }\ncodebook: { variables: { a: { label: Crop }, v: { label: Beds } } }\nchart: { kind: pie, category: a, value: v, labels: { show: [name, percent] } }\ndataLabels: { rounding: sum, percent: { decimals: 0 } }',
      },
    ],
    bad: [
      {
        says: 'Shares that add up to 99',
        figure:
          'data: { rows: [{ a: Kale, v: 1 }, { a: Leek, v: 1 }, { a: Peas, v: 1 }] }\ncodebook: { variables: { a: { label: Crop }, v: { label: Beds } } }\nchart: { kind: pie, category: a, value: v, labels: { show: [name, percent] } }\ndataLabels: { rounding: each, percent: { decimals: 0 } }',
      },
      {
        says: 'Means of unlike height with one number',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\ndataLabels: { show: value, format: { decimals: 0 } }',
      },
      {
        says: 'A zero where there is something',
        figure:
          'data: { rows: [{ a: Kale, v: 12 }, { a: Leek, v: 0.4 }] }\ncodebook: { variables: { a: { label: Crop }, v: { label: Loss, unit: kg } } }\nchart: { kind: bar, category: a, value: v, summary: given }\ndataLabels: { show: value, format: { decimals: 0 } }',
      },
      {
        says: 'More decimals than were measured',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\ndataLabels: { show: value, format: { decimals: 4 } }',
      },
    ],
  },
});
