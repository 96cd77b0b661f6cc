import { messageOf } from '../messageOf.js';
import { error, fail, type Outcome, succeed } from '../problem/problem.js';
import { isGroup } from '../schema/settingTree.js';
import type { Plate, PlateItem } from './plate.js';

/** An item as JSON holds it: the places of its markers are a plain list. */
const revived = (item: PlateItem): PlateItem =>
  item.type === 'markers' ? { ...item, xs: Float64Array.from(item.xs), ys: Float64Array.from(item.ys) } : item;

const isPlate = (value: unknown): value is Plate => {
  return isGroup(value) && value['hexis'] === 'plate/1' && Array.isArray(value['items']);
};

/** A plate from the text of its file, as it was written. @param file that messages name */
export function readPlate(text: string, file = 'plate.json'): Outcome<Plate> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (fault) {
    return fail([error('json-broken', { reason: messageOf(fault) }, { file })]);
  }
  if (!isPlate(value)) return fail([error('file-kind-missing', { kind: 'plate' }, { file, line: 1, column: 1 })]);
  return succeed({ ...value, items: value.items.map(revived) });
}
