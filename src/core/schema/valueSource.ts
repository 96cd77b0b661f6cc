import { orderedOf } from './ordered.js';
import { isGroup, valueAt } from './settingTree.js';
import type { Path, YamlSource } from './yamlSource.js';

/** A value that a program gives, in place of a text: its settings stand nowhere but in it. */
export function valueSource(value: unknown, name: string): YamlSource {
  const place = { file: name };
  return {
    value,
    ordered: () => orderedOf(value),
    locate: () => place,
    locateKey: () => place,
    keys(path: Path) {
      const found = valueAt(value, path);
      return isGroup(found) ? Object.keys(found) : [];
    },
    cutByComma: () => undefined,
    colorAfter: () => undefined,
  };
}
