import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { parseSync } from '@swc/core';
import { root } from '../helpers/hexis.js';

/** Declarations as they are shipped: what is exported, and how it is described. */
const dist = join(root, 'dist');
const entries = ['core/index', 'core/desk', 'core/reports', 'core/types', 'node/index'].map((name) => `${name}.d.ts`);

type Node = { type: string; span: { start: number }; [key: string]: unknown };

/** A name that another file declares, or this one under another name. */
interface Elsewhere {
  from: string | undefined;
  name: string;
}

interface Declarations {
  text: Buffer;
  /** Where the text begins in the counting of the parser. */
  base: number;
  own: Map<string, { node: Node; start: number }>;
  elsewhere: Map<string, Elsewhere>;
  exported: Set<string>;
}

const known = new Map<string, Declarations>();

const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null && 'type' in value;
const nameOf = (node: unknown): string => (isNode(node) ? String(node['value']) : '');
const list = (value: unknown): Node[] => (Array.isArray(value) ? value.filter(isNode) : []);

/** The names that a declaration gives. */
function declaredNames(node: Node): string[] {
  if (node.type === 'VariableDeclaration') return list(node['declarations']).map(({ id }) => nameOf(id));
  const id = node['id'] ?? node['identifier'];
  return isNode(id) ? [nameOf(id)] : [];
}

function addSpecifiers(found: Declarations, statement: Node): void {
  const from = isNode(statement['source']) ? nameOf(statement['source']) : undefined;
  const isExport = statement.type.startsWith('Export');
  for (const one of list(statement['specifiers'])) {
    const [there, here] = isExport
      ? [one['orig'], one['exported'] ?? one['orig']]
      : [one['imported'] ?? one['local'], one['local']];
    if (isExport) found.exported.add(nameOf(here));
    if (from !== undefined || nameOf(there) !== nameOf(here))
      found.elsewhere.set(nameOf(here), { from, name: nameOf(there) });
  }
}

function declarationsOf(file: string): Declarations {
  const before = known.get(file);
  if (before) return before;
  const text = readFileSync(join(dist, file));
  // Places are counted on from parse to parse.
  const base = parseSync('', { syntax: 'typescript' }).span.end;
  const { body } = parseSync(text.toString('utf8'), { syntax: 'typescript' }) as unknown as { body: Node[] };
  const found: Declarations = { text, base, own: new Map(), elsewhere: new Map(), exported: new Set() };
  known.set(file, found);
  for (const statement of body) {
    const isExported = statement.type === 'ExportDeclaration';
    const declaration = isExported ? (statement['declaration'] as Node) : statement;
    for (const name of declaredNames(declaration)) {
      found.own.set(name, { node: declaration, start: statement.span.start });
      if (isExported) found.exported.add(name);
    }
    addSpecifiers(found, statement);
  }
  return found;
}

/** The file that declares a name, and its name there; none of a package or a global. */
function origin(file: string, name: string): { file: string; name: string } | undefined {
  const { own, elsewhere } = declarationsOf(file);
  if (own.has(name)) return { file, name };
  const other = elsewhere.get(name);
  if (!other) return undefined;
  if (other.from === undefined) return origin(file, other.name);
  if (!other.from.startsWith('.')) return undefined;
  const path = relative(dist, join(dist, dirname(file), other.from.replace(/\.js$/, '.d.ts')));
  return existsSync(join(dist, path)) ? origin(path, other.name) : undefined;
}

/** Whether a comment with words stands right before a place of the text. */
const isDescribed = ({ text, base }: Declarations, start: number): boolean =>
  text
    .subarray(0, start - base)
    .toString('utf8')
    .trimEnd()
    .endsWith('*/');

const exported = entries.flatMap((entry) =>
  [...declarationsOf(entry).exported].flatMap((name) => {
    const found = origin(entry, name);
    return found ? [{ entry, ...found }] : [];
  }),
);

/** All nodes of a type that somebody may see. */
function* inside(node: Node): Generator<Node> {
  if (node['accessibility'] === 'private') return;
  yield node;
  for (const value of Object.values(node)) {
    if (isNode(value)) yield* inside(value);
    else if (Array.isArray(value)) for (const one of value) if (isNode(one)) yield* inside(one);
  }
}

/** The name of a type that is spoken of. */
function referred(node: Node): string {
  let name = node['typeName'] ?? node['exprName'] ?? node['expression'];
  while (isNode(name) && name.type === 'TsQualifiedName') name = name['left'];
  return nameOf(name);
}

const references = new Set(['TsTypeReference', 'TsTypeQuery', 'TsExpressionWithTypeArguments']);

describe('what programs see of the package', () => {
  test('is found', () => {
    expect(exported.length).toBeGreaterThan(300);
  });

  test('has words on every name', () => {
    const own = exported.filter(({ entry }) => entry !== 'core/types.d.ts');
    const bare = own.filter(({ file, name }) => {
      const found = declarationsOf(file);
      return !isDescribed(found, found.own.get(name)?.start ?? 0);
    });
    expect(bare.map(({ name }) => name)).toEqual([]);
  });

  test('has words on every field of its types', () => {
    const own = exported.filter(({ entry }) => entry !== 'core/types.d.ts');
    let looked = 0;
    const bare = own.flatMap(({ file, name }) => {
      const found = declarationsOf(file);
      const { node } = found.own.get(name) ?? {};
      if (node?.type !== 'TsInterfaceDeclaration') return [];
      const fields = list((node['body'] as Node)['body']).filter(({ key }) => isNode(key));
      looked += fields.length;
      return fields.flatMap(({ span, key }) => (isDescribed(found, span.start) ? [] : [`${name}.${nameOf(key)}`]));
    });
    expect(bare).toEqual([]);
    expect(looked).toBeGreaterThan(500);
  });

  test('speaks of no type that cannot be named', () => {
    const there = new Set(exported.map(({ file, name }) => `${file} ${name}`));
    const hidden = exported.flatMap(({ file, name }) => {
      const { node } = declarationsOf(file).own.get(name) ?? {};
      const spoken = node ? [...inside(node)].filter(({ type }) => references.has(type)).map(referred) : [];
      return spoken.flatMap((one) => {
        const found = origin(file, one);
        return found && !there.has(`${found.file} ${found.name}`) ? [`${one} in ${name}`] : [];
      });
    });
    expect([...new Set(hidden)]).toEqual([]);
  });
});
