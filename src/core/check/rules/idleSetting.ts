import type { AxisPlan } from '../../chart/plan.js';
import type { Category } from '../../data/codebook.js';
import { nearest } from '../../problem/nearest.js';
import { type Flaw, mendLook, rule } from '../rule.js';

const categoriesOn = (axis: AxisPlan): readonly Category[] => (axis.shows === 'category' ? axis.categories : []);

export const idleSetting = rule({
  name: 'idle-setting',
  asks: 'Every setting of the figure file changes something in the figure.',
  measures:
    'Settings that nothing in this figure hangs on, names of ticks that are not there, and colours that are named and not used.',
  reason:
    'A setting without effect misleads whoever edits the file next, and is often a slip: the wrong key, the wrong axis.',
  source: 'good practice',
  severity: 'warning',
  limits: {},
  takes: {
    'setting-idle': ({ facts: { path } }) => mendLook(path),
  },
  finds({ plans, settings, layers }) {
    const look = layers.at(-1)?.look;
    const flaws: Flaw[] = (['x', 'y', 'category'] as const).flatMap((key) => {
      // Settings for categories belong to the axis that has them.
      const axis = key === 'category' ? (['x', 'y'] as const).find((one) => plans[0]?.[one].shows === 'category') : key;
      const names = Object.keys(look?.axes?.[key]?.names ?? {});
      if (axis === undefined || names.length === 0 || plans[0]?.[axis].shows !== 'category') return [];
      const categories = plans.flatMap((plan) => categoriesOn(plan[axis]));
      const known = new Set(categories.flatMap(({ code, name }) => [code, name]));
      return names
        .filter((name) => !known.has(name))
        .map((name) => {
          const near = nearest(
            name,
            categories.map((category) => category.name),
          );
          return {
            found: `axes.${key}.names names "${name}", which is no value of this axis`,
            ...(near === undefined ? {} : { expected: `a value that is there, such as "${near}"` }),
            setting: `axes.${key}.names.${name}`,
            mend: mendLook(`axes.${key}.names.${name}`),
          };
        });
    });
    const said = JSON.stringify({ ...look, colors: undefined });
    const unused = Object.keys(look?.colors ?? {}).filter(
      (name) => !said.includes(`"${name}"`) && !Object.hasOwn(layers[0]?.look.colors ?? {}, name),
    );
    for (const name of unused) {
      flaws.push({
        found: `the colour "${name}" is named, and nothing has it`,
        setting: `colors.${name}`,
        mend: mendLook(`colors.${name}`),
      });
    }
    return settings ? flaws : [];
  },
  examples: {
    ok: [
      {
        says: 'A suffix at labels that are drawn',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\ndataLabels: { show: value, format: { suffix: " kg" } }',
      },
    ],
    bad: [
      {
        says: 'A suffix where no label is drawn',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ndataLabels: { format: { suffix: " kg" } }',
      },
      {
        says: 'A name for a value that is not there',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { x: { names: { mulsh: Straw } } }',
      },
      {
        says: 'A colour that nothing has',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ncolors: { leaf: "#2f6b3a" }',
      },
    ],
  },
});
