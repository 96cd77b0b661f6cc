import type { ValueAxis } from '../../chart/plan.js';
import { spaceAxes } from '../../layout/axes/sceneScales.js';
import type { NumberScale } from '../../scale/numberScale.js';
import type { AxisName } from '../../schema/look/names.js';
import { originOf } from '../../style/layers.js';
import type { Subject } from './subject.js';

/** A value axis as it was laid out. */
export interface ShownAxis {
  axis: AxisName;
  plan: ValueAxis;
  scale: NumberScale;
}

/** The value axes that readers use: one for each side. If panels differ, those of the first panel. */
export function valueAxes({ plans, panels }: Subject): ShownAxis[] {
  const { space: inSpace } = plans[0] ?? {};
  const scene = panels[0]?.space;
  if (inSpace && scene) {
    return spaceAxes.map((axis) => ({ axis, plan: inSpace.axes[axis], scale: scene.axes[axis] }));
  }
  return (['x', 'y'] as const).flatMap((axis): ShownAxis[] => {
    const [plan, scale] = [plans[0]?.[axis], panels[0]?.[axis]];
    return plan?.shows === 'value' && scale?.shows === 'value' && !plan.quiet ? [{ axis, plan, scale }] : [];
  });
}

/** The name of an axis in messages. */
export function axisWords({ plans }: Pick<Subject, 'plans'>, axis: AxisName): string {
  if (plans[0]?.space) return `the ${{ x: 'x', y: 'y', z: 'upright' }[axis]} axis`;
  return `the ${axis === 'x' ? 'horizontal' : 'vertical'} axis`;
}

/** Whether the figure file itself contains a setting. */
export const isOwn = ({ layers, shows }: Subject, path: string): boolean =>
  originOf(layers, path, shows)?.layer === layers.at(-1)?.name;

/** Whether the author of the figure chose an end of an axis. */
export const choseLimits = (subject: Subject, axis: AxisName): boolean =>
  isOwn(subject, `axes.${axis}.from`) || isOwn(subject, `axes.${axis}.to`);

/** The path under which the figure file sets up an axis. */
export const saidAt = ({ layers, shows }: Subject, path: string): string => originOf(layers, path, shows)?.path ?? path;
