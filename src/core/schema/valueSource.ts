import { isGroup } from './settingTree.js';
import type { Path, YamlSource } from './yamlSource.js';

/** A value that a program gives, in place of a text: its settings stand nowhere but in it. */
export function valueSource(value: unknown, name: string): YamlSource {
  const at = (path: Path) =>
    path.reduce<unknown>((inner, key) => (inner as Record<string, unknown> | undefined)?.[key], value);
  const place = { file: name };
  return {
    value,
    locate: () => place,
    locateKey: () => place,
    keys(path) {
      const found = at(path);
      return isGroup(found) ? Object.keys(found) : [];
    },
    cutByComma: () => undefined,
    colorAfter: () => undefined,
  };
}
