import type { PanelPlace } from '../../check/measure/subject.js';
import { mirroredPanel } from '../../layout/axes/mirroredPanel.js';
import { movedPanel } from '../../layout/axes/movedPanel.js';
import { mirrored, mirroredBox } from '../../layout/ink/mirrored.js';
import { moved } from '../../layout/ink/moved.js';
import type { Plate, PlateItem } from '../../plate/plate.js';
import { type RoleWhole, roleOf } from '../../plate/role.js';

/** A figure on its page. */
export interface LaidPlate {
  plate: Plate;
  panels: PanelPlace[];
  isFromRight: boolean;
}

/** What stands in a scene in space. */
const ofScene: ReadonlySet<RoleWhole> = new Set<RoleWhole>(['scene', 'series', 'axes', 'callouts', 'references']);

/** A plate that was laid out from the left, from the right. A scene in space is seen as it is, where its panel has come to stand. */
export function fromRight(plate: Plate, panels: readonly PanelPlace[]): LaidPlate {
  const { width } = plate;
  const shifts = panels.map(({ box, space }) => (space ? mirroredBox(box, width).x - box.x : undefined));
  const turned = (item: PlateItem): PlateItem => {
    const { of, panel = 0 } = roleOf(item);
    const shift = ofScene.has(of) ? shifts[panel] : undefined;
    return shift === undefined ? mirrored(item, width) : moved(item, shift, 0);
  };
  return {
    isFromRight: true,
    plate: {
      ...plate,
      panel: mirroredBox(plate.panel, width),
      items: plate.items.map((item) => {
        const { settings } = item;
        // Where items say what they were made with, all hang on the direction.
        return { ...turned(item), ...(settings ? { settings: [...settings, 'direction'].sort() } : {}) };
      }),
    },
    panels: panels.map((place, i) => {
      const shift = shifts[i];
      return shift === undefined ? mirroredPanel(place, width) : movedPanel(place, shift, 0);
    }),
  };
}
