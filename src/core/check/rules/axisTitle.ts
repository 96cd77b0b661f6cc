import { entryAt } from '../../at.js';
import { axesOf } from '../../chart/frame/axes.js';
import { labelOf } from '../../chart/frame/variableTitle.js';
import type { AxisPlan } from '../../chart/plan.js';
import type { PlateItem } from '../../plate/plate.js';
import { isOfAxis } from '../../plate/role.js';
import type { AxisName } from '../../schema/look/names.js';
import { isText } from '../measure/ink.js';
import { axisWords, saidAt } from '../measure/scales.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, mendMeaning, rule } from '../rule.js';

/** The variable that an axis title names. */
const variableOf = (from: string): string | undefined => /^codebook\.variables\.(.+)\.[a-z]+$/.exec(from)?.[1];

/** A name made for programs, which readers of a figure should not see. */
const isRaw = (label: string): boolean => /_|[a-z][A-Z]/.test(label) || /^[a-z]+\d*$/.test(label);

const plain = (text: string): string =>
  text
    .replace(/[*_^~]/g, '')
    .replace(/\s*[([/].*$/, '')
    .trim()
    .toLowerCase();

/** A title given by hand that is a column name, or the label of a variable that the axis does not show. */
function titleByHand(subject: Subject, axis: AxisName, shown: AxisPlan, item: PlateItem): Flaw[] {
  const { settings, codebook, table } = subject;
  const title = settings.axes[axis]?.title;
  if (title === undefined || title === '' || shown.shows === 'none') return [];
  const setting = `axes.${axis}.title`;
  const mend = mendMeaning(saidAt(subject, setting));
  const isOther = codebook.variable(title).labelled && codebook.variable(title).label !== title;
  if (table.columnNames.includes(title) && isRaw(title) && (isOther || /[_\d]|[a-z][A-Z]/.test(title)))
    return [
      {
        found: `the title of ${axisWords(subject, axis)} is the raw name of a column: "${title}"`,
        items: [item],
        setting,
        mend,
      },
    ];
  // For several columns together, the label of any of them may describe them all.
  if (!codebook.variables.includes(variableOf(shown.title.from) ?? '')) return [];
  const label = plain(labelOf(shown.title));
  const others = axesOf(entryAt(subject.plans, 0)).map(([, other]) => plain(labelOf(other.title)));
  const isOf = (name: string) =>
    codebook.variable(name).labelled && plain(codebook.variable(name).label) === plain(title);
  const foreign = plain(title) === label || others.includes(plain(title)) ? undefined : codebook.variables.find(isOf);
  if (foreign === undefined) return [];
  return [
    {
      found: `the title of ${axisWords(subject, axis)}, "${title}", is the label of ${foreign}, and the axis shows ${labelOf(shown.title)}`,
      expected: 'the title of what the axis shows; was the file copied from another figure?',
      items: [item],
      setting,
      mend,
    },
  ];
}

function flawsOf(subject: Subject, axis: AxisName, shown: AxisPlan): Flaw[] {
  const { items, settings, codebook } = subject;
  const look = settings.axes[axis];
  if (!look || shown.shows === 'none') return [];
  const item = items.filter(isText).find((own) => isOfAxis(own, axis, 'title'));
  const setting = `axes.${axis}.title`;
  const labels = items.filter((own) => isOfAxis(own, axis, 'labels'));
  if (!item) {
    const needed = shown.shows === 'value' && !shown.quiet && labels.length > 0;
    if (!needed) return [];
    return [
      {
        found: `${axisWords(subject, axis)} has no title, and its numbers do not say what they measure`,
        items: labels,
        setting,
        ...(look.title === '' ? { mend: mendMeaning(setting) } : {}),
      },
    ];
  }
  const [label, { from }] = [labelOf(shown.title), shown.title];
  // A column without a label is shown by its name.
  const name = variableOf(from) ?? (subject.table.columnNames.includes(label) ? label : undefined);
  const variable = name === undefined ? undefined : codebook.variable(name);
  const flaws: Flaw[] = [];
  if (variable && label === variable.name && !variable.labelled && look.title === undefined && isRaw(variable.name)) {
    flaws.push({
      found: `the title of ${axisWords(subject, axis)} is the raw name of a column: "${item.text}"`,
      expected: `a label for ${variable.name} in the codebook, or a title for the axis`,
      items: [item],
      setting,
    });
  }
  flaws.push(...titleByHand(subject, axis, shown, item));
  const unit = variable?.unit;
  const words = [item, ...labels.filter(isText)].map(({ text }) => text).join(' ');
  const isCounted = shown.shows === 'value' && (shown.counts || shown.title.unit !== unit);
  if (unit !== undefined && !isCounted && look.unit === '' && !words.includes(unit)) {
    flaws.push({
      found: `the codebook gives ${variable?.label} in ${unit}, and neither the axis title nor its labels say so`,
      items: [item],
      setting: `axes.${axis}.unit`,
      mend: mendMeaning(`axes.${axis}.unit`),
    });
  }
  return flaws;
}

export const axisTitle = rule({
  name: 'axis-title',
  asks: 'Every axis with numbers says what they measure and in which unit, in words.',
  measures:
    'Whether the title is drawn, whether its words are the name of a column, and whether the unit of the codebook stands in it or at the ticks.',
  reason: 'A figure is looked at apart from the text, and numbers without a name and a unit can be read as anything.',
  source: 'APA (2020), chapter 7: axes are labelled, with their units',
  severity: 'error',
  limits: {},
  takes: { 'titles-swapped': () => undefined, 'axis-crowded': () => undefined },
  finds: (subject) => (subject.plans[0] ? axesOf(subject.plans[0]) : []).flatMap((axis) => flawsOf(subject, ...axis)),
  examples: {
    ok: [
      { says: 'Label and unit from the codebook', figure: 'chart: { kind: bar, category: bed, value: yield }' },
      {
        says: 'The unit at the ticks',
        figure:
          'chart: { kind: bar, category: bed, value: water }\naxes: { value: { unit: "", format: { suffix: " min/week" } } }',
      },
    ],
    bad: [
      {
        says: 'No title',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { title: "" } }',
      },
      {
        says: 'No unit',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { unit: "" } }',
      },
      {
        says: 'The title of another variable',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { title: Watering } }',
      },
      {
        says: 'The name of a column',
        figure:
          'data: crops.csv\ncodebook: { variables: { crop: { label: Crop } } }\nchart: { kind: bar, category: crop, value: this_year, summary: given }',
      },
    ],
  },
});
