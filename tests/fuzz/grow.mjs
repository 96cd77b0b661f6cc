import { oddColors, oddLengths, oddNumbers, oddTexts, plainColors, plainLengths } from './random.mjs';

/** Mostly of the plain ones, so that most figures are drawn. */
const mostly = (random, plain, odd) => random.pick(random.chance(0.93) ? plain : odd);

const columns = ['bed', 'season', 'yield', 'water', 'day', 'id', 'times', 'n'];
const codes = ['1', '2', 'a', 'b', 'spring', 'autumn', 1, 2, -9, true, 'p1', 'p7'];
const refs = {
  column: /column|variable|whose|which/i,
  length: /length|width|height|size|radius|diameter|distance|side/i,
  color: /colou?r|fill/i,
};

/** A text where the schema asks for one: mostly what its words and its neighbours suggest. */
function textFor(schema, key, random, path) {
  const { description = '', pattern } = schema;
  if (path[0] === 'chart' && ['functions'].includes(path[1]) && key === 'y') {
    return random.pick([
      'x',
      'sin(x)',
      '1/x',
      'a*x^2',
      'tan(x)',
      'x^x',
      '(x',
      'ln(x)',
      '1e308*x',
      'floor(x)',
      'sqrt(-1)',
      'min(x,1)',
      '--x^2',
    ]);
  }
  if (key === 'width' && path[0] === 'size') return random.pick(['text', 'column', '6cm', '9cm', '16cm', '3cm']);
  if (key === 'height' && path[0] === 'size') return random.pick(['6cm', '9cm', '4cm', '16cm']);
  if (pattern || (refs.length.test(description) && random.chance(0.9))) return mostly(random, plainLengths, oddLengths);
  if (refs.color.test(description) && random.chance(0.95)) return mostly(random, plainColors, oddColors);
  if ((path[0] === 'chart' || path[0] === 'panels') && refs.column.test(description) && random.chance(0.93))
    return random.pick(columns);
  return random.chance(0.5) ? random.pick(['Yield', 'Type of bed', 'A']) : random.pick(oddTexts);
}

/** Settings that matter are grown more often than not; a figure of all of them would only be refused. */
const often = new Set([
  'kind',
  'category',
  'value',
  'answer',
  'row',
  'column',
  'x',
  'y',
  'item',
  'time',
  'functions',
  'size',
  'width',
  'height',
]);

/** An object of some of the settings that there are. */
function grownGroup(schema, random, path, depth) {
  const object = {};
  const required = new Set(schema.required ?? []);
  const share = depth === 0 ? 0.12 : 0.25 / depth + 0.06;
  for (const [name, child] of Object.entries(schema.properties)) {
    if (required.has(name) || random.chance(often.has(name) ? 0.7 : share))
      object[name] = grow(child, random, [...path, name], depth + 1);
  }
  return object;
}

/** An object whose keys are free: names of columns, or any. */
function grownMap({ additionalProperties: child }, random, path, depth) {
  const count = random.int(4);
  const isColumns = ['where', 'for', 'variables'].includes(path.at(-1)) || path.includes('spotlight');
  const names = isColumns ? columns : [...columns, '1', '2', 'a', ...oddTexts];
  return Object.fromEntries(
    Array.from({ length: count }, () => {
      const name = random.pick(names);
      return [name, typeof child === 'object' ? grow(child, random, [...path, name], depth + 1) : 1];
    }),
  );
}

function grownList({ minItems: least = 0, maxItems = 5, items = {} }, random, path, depth) {
  const count = Math.min(maxItems, least + random.int(random.chance(0.02) ? 60 : 4));
  return Array.from({ length: count }, (_, i) => grow(items, random, [...path, i], depth + 1));
}

function grownNumber({ type, minimum, exclusiveMinimum, maximum, exclusiveMaximum }, random) {
  const [low, high] = [minimum ?? exclusiveMinimum ?? -10, maximum ?? exclusiveMaximum ?? 10];
  if (random.chance(0.05)) return random.pick(oddNumbers);
  const value = Math.max(low, -50) + random.next() * (Math.min(high, 50) - Math.max(low, -50));
  return type === 'integer' || random.chance(0.5) ? Math.round(value) : value;
}

/** A value that a JSON Schema allows, or nearly. */
export function grow(schema, random, path = [], depth = 0) {
  const key = path.at(-1);
  if (random.chance(0.001)) return random.pick([null, 7, 'x', [], {}, true, [[]], { a: { b: 1 } }, ...oddNumbers]);
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return random.pick(schema.enum);
  const branches = schema.anyOf ?? schema.oneOf;
  if (branches) return grow(random.pick(branches), random, path, depth);
  if (schema.type === 'object')
    return schema.properties ? grownGroup(schema, random, path, depth) : grownMap(schema, random, path, depth);
  if (schema.type === 'array') return grownList(schema, random, path, depth);
  if (schema.type === 'boolean') return random.chance(0.5);
  if (schema.type === 'number' || schema.type === 'integer') return grownNumber(schema, random);
  if (schema.type === 'string')
    return /value of the table/i.test(schema.description ?? '')
      ? random.pick(codes)
      : textFor(schema, key, random, path);
  return random.pick(codes);
}
