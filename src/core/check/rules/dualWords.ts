import { isOfAxis, roleOf } from '../../plate/role.js';
import { isText, quoted } from '../measure/ink.js';
import { type Flaw, mendLook, mendMeaning, rule } from '../rule.js';

/** The words of a text for comparison: no markup, case, units or conjunctions. */
const bare = (text: string): string =>
  text
    .replace(/\s*[([][^)\]]*[)\]]\s*/g, ' ')
    .replace(/[*_~^]/g, '')
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .trim();

export const dualWords = rule({
  name: 'dual-words',
  asks: 'Nothing is said twice.',
  measures:
    'Whether the title is the title of an axis, or both joined; and whether the legend names what stands along the axis already.',
  reason: 'Words that repeat others take room from the data, and a title that repeats the axes tells nothing.',
  source: 'good practice',
  severity: 'warning',
  limits: {},
  finds({ items, plans, figure, settings }) {
    const flaws: Flaw[] = [];
    const title = bare(figure.caption?.title ?? '');
    const axes = items.filter(isText).filter((item) => isOfAxis(item, 'x', 'title') || isOfAxis(item, 'y', 'title'));
    const words = axes.map(({ text }) => bare(text));
    const [a = '', b = ''] = words;
    const joined = ['and', 'vs', 'vs.', 'versus', '–', '-', ','].flatMap((by) => [
      `${a} ${by} ${b}`,
      `${b} ${by} ${a}`,
      `${a}${by} ${b}`,
      `${b}${by} ${a}`,
    ]);
    if (title !== '' && (words.includes(title) || (words.length === 2 && joined.includes(title)))) {
      flaws.push({
        found: `the title "${figure.caption?.title}" says what the axis titles say`,
        expected: 'what the figure shows, or no title',
        items: axes,
        setting: 'caption.title',
        mend: mendMeaning('caption.title'),
      });
    }
    const [plan] = plans;
    const along =
      plan?.x.shows === 'category' ? plan.x.variable : plan?.y.shows === 'category' ? plan.y.variable : undefined;
    const entries = items.filter((item) => roleOf(item).part === 'entries');
    if (plan?.legend?.by !== undefined && plan.legend.by === along && entries.length > 0) {
      flaws.push({
        found: 'the legend names what stands along the axis',
        items: entries,
        setting: 'legend.place',
        mend: mendLook('legend.place', 'none'),
      });
    }
    const head = items.filter(isText).find(({ kind }) => kind === 'heading');
    const captioned = items.filter(isText).find(({ kind }) => kind === 'captionTitle');
    if (head && captioned?.text.includes(head.text) && settings.heading.show) {
      flaws.push({
        found: `${quoted(head)} stands in the image and in the caption`,
        items: [head, captioned],
        setting: 'heading.show',
        mend: mendLook('heading.show', false),
      });
    }
    return flaws;
  },
  examples: {
    ok: [
      {
        says: 'A title that tells',
        figure:
          'chart: { kind: scatter, x: water, y: yield }\ncaption: { title: Watering explains little of the yield }',
      },
    ],
    bad: [
      {
        says: 'The axes once more',
        figure: 'chart: { kind: scatter, x: water, y: yield }\ncaption: { title: Watering vs Yield }',
      },
    ],
  },
});
