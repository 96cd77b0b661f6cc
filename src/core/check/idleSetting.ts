import { type Flaw, mendLook, rule } from './rule.js';

const pathOf = (facts: unknown) => (facts as { path: string }).path;

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
    'setting-idle': ({ facts }) => mendLook(pathOf(facts)),
  },
  finds({ plans, settings, layers }) {
    const own = layers.at(-1)?.look;
    const flaws: Flaw[] = (['x', 'y'] as const).flatMap((axis) => {
      const shown = plans[0]?.[axis];
      const names = Object.keys((own?.axes?.[axis]?.names ?? {}) as object);
      if (shown?.shows !== 'category') return [];
      const known = new Set(
        plans
          .flatMap((plan) => (plan[axis].shows === 'category' ? (plan[axis] as typeof shown).categories : []))
          .flatMap(({ code, name }) => [code, name]),
      );
      return names
        .filter((name) => !known.has(name))
        .map((name) => ({
          found: `axes.${axis}.names names "${name}", which is no value of this axis`,
          setting: `axes.${axis}.names.${name}`,
          mend: mendLook(`axes.${axis}.names.${name}`),
        }));
    });
    const said = JSON.stringify({ ...own, colors: undefined });
    const unused = Object.keys(own?.colors ?? {}).filter(
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
