import { type Parts, WorkbookFault } from '../data/workbook/parts.js';
import { TemplateFault } from './found.js';

/** An element of a part. Names are without their prefixes: the documents that are read here have each name in one meaning. */
export interface XmlNode {
  name: string;
  attributes: Readonly<Record<string, string>>;
  children: XmlNode[];
  /** The text right inside of it, where it has no elements, else the texts between them. */
  text: string;
  /** The element around it. */
  parent?: XmlNode;
}

/** More elements are no document that anybody could read. */
const mostNodes = 4e6;

const local = (name: string) => name.slice(name.indexOf(':') + 1);

/** Reads a part as a tree; undefined where the package has none of that name. @throws {TemplateFault} where it is damaged */
export async function xmlTree(parts: Parts, name: string): Promise<XmlNode | undefined> {
  if (!parts.has(name)) return undefined;
  const { SaxesParser } = await import('saxes');
  const parser = new SaxesParser({ xmlns: false, position: false });
  const root: XmlNode = { name: '', attributes: {}, children: [], text: '' };
  let open = root;
  let count = 0;
  parser.on('error', (fault) => {
    throw new TemplateFault(`its part ${name} is damaged: ${fault.message.replace(/^\d+:\d+: /, '')}`);
  });
  parser.on('opentag', ({ name: tag, attributes }) => {
    count += 1;
    if (count > mostNodes)
      throw new TemplateFault(`its part ${name} has more than ${mostNodes / 1e6} million elements`);
    const own = Object.fromEntries(
      Object.entries(attributes as Record<string, string>).map(([key, value]) => [local(key), value]),
    );
    const node: XmlNode = { name: local(tag), attributes: own, children: [], text: '', parent: open };
    open.children.push(node);
    open = node;
  });
  parser.on('closetag', () => {
    open = open.parent ?? root;
  });
  parser.on('text', (text) => {
    open.text += text;
    // Texts between elements keep their place among them.
    if (open.children.length > 0 || text.trim() !== '')
      open.children.push({ name: '#text', attributes: {}, children: [], text, parent: open });
  });
  try {
    await parts.stream(name, (piece) => {
      parser.write(piece);
    });
  } catch (fault) {
    if (fault instanceof WorkbookFault) throw new TemplateFault(fault.message);
    throw fault;
  }
  parser.close();
  return root.children.find((child) => child.name !== '#text');
}

/** The first element inside that has a name. */
export const childOf = (node: XmlNode | undefined, ...path: string[]): XmlNode | undefined =>
  path.reduce<XmlNode | undefined>((at, name) => at?.children.find((child) => child.name === name), node);

/** All elements right inside that have a name. */
export const childrenOf = (node: XmlNode | undefined, name: string): XmlNode[] =>
  node?.children.filter((child) => child.name === name) ?? [];

/** All elements inside at any depth that have one of some names, in their order; what stands in for others is left out. */
export function* within(node: XmlNode, ...names: readonly string[]): Generator<XmlNode> {
  const stack = [...node.children].reverse();
  for (let next = stack.pop(); next; next = stack.pop()) {
    if (names.includes(next.name)) yield next;
    // The same once more, for programs that do not know the other form.
    if (next.name === 'Fallback') continue;
    for (let i = next.children.length - 1; i >= 0; i -= 1) stack.push(next.children[i] as XmlNode);
  }
}
