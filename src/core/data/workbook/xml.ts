import { type Parts, WorkbookFault } from './parts.js';

/** What a reader of a part does at its elements, which are named without their prefix. */
export interface Handlers {
  open(name: string, attributes: Readonly<Record<string, string>>): void;
  close?(name: string): void;
  text?(text: string): void;
}

const local = (name: string) => name.slice(name.indexOf(':') + 1);

/** Reads a part as XML, element by element. */
export async function readXml(parts: Parts, name: string, handlers: Handlers): Promise<void> {
  const { SaxesParser } = await import('saxes');
  const parser = new SaxesParser({ xmlns: false, position: false });
  parser.on('error', (fault) => {
    throw new WorkbookFault(`its part ${name} is damaged: ${fault.message.replace(/^\d+:\d+: /, '')}`);
  });
  parser.on('opentag', ({ name: tag, attributes }) => handlers.open(local(tag), attributes as Record<string, string>));
  parser.on('closetag', ({ name: tag }) => handlers.close?.(local(tag)));
  parser.on('text', (text) => handlers.text?.(text));
  await parts.stream(name, (piece) => {
    parser.write(piece);
  });
  parser.close();
}

/** Signs that stand as _x000D_ in texts of a workbook (ECMA-376, ST_Xstring). */
export const unescaped = (text: string): string =>
  text.includes('_x')
    ? text.replace(/_x([0-9A-Fa-f]{4})_/g, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16)))
    : text;
