import type { Plate } from '../plate/plate.js';
import type { WriteContext } from './writer.js';
import { escaped, escapedContent } from './xml.js';

/**
 * What files say of where they come from; undefined for a plate that was not made from a file. A file that carries what it was
 * made of needs no hash by which that would be known.
 */
export const traceOf = ({ madeFrom }: Plate, { carries }: Pick<WriteContext, 'carries'>): string | undefined =>
  madeFrom &&
  `Made from ${madeFrom.file}${carries === undefined && madeFrom.sha256 ? `, SHA-256 ${madeFrom.sha256}` : ''}`;

/** How a line of an EPS file begins that carries. */
export const carriedLead = '% hexis-carried ';

/** The keyword of what a PNG file carries. */
export const carriedKeyword = 'Hexis carried';

/** How the name of what a PDF carries ends. */
export const carriedEnding = '.hexis.json';

/** The namespace of what XML files carry. */
export const carriedSpace = 'https://hexis.invalid/carried/1';

/** What a file carries, as an element of XML. */
export const carriedXml = ({ carries }: Pick<WriteContext, 'carries'>): string =>
  carries === undefined
    ? ''
    : `<hexis:carried xmlns:hexis="${carriedSpace}">${escapedContent(carries)}</hexis:carried>`;

const rdf = (namespaces: string, elements: readonly string[]) =>
  `<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"${namespaces}><rdf:Description rdf:about="">${elements.join('')}</rdf:Description></rdf:RDF>`;
const dublinCore = ' xmlns:dc="http://purl.org/dc/elements/1.1/"';

/** Author and origin in the terms of Dublin Core (ISO 15836), for files that say title and description elsewhere. */
export function originRdf(plate: Plate, context: Pick<WriteContext, 'carries'>): string | undefined {
  const terms = { creator: plate.author, source: traceOf(plate, context) };
  const elements = Object.entries(terms).flatMap(([term, value]) =>
    value === undefined ? [] : [`<dc:${term}>${escaped(value)}</dc:${term}>`],
  );
  return elements.length === 0 ? undefined : rdf(dublinCore, elements);
}

/** Title, author, description, origin and what is carried as an XMP packet (ISO 16684-1). */
export function xmpOf(plate: Plate, context: Pick<WriteContext, 'carries'>): string {
  const inWords = (term: string, text: string) =>
    `<dc:${term}><rdf:Alt><rdf:li xml:lang="x-default">${escaped(text)}</rdf:li></rdf:Alt></dc:${term}>`;
  const trace = traceOf(plate, context);
  const elements = [
    inWords('title', plate.title),
    inWords('description', plate.description),
    ...(plate.author === undefined
      ? []
      : [`<dc:creator><rdf:Seq><rdf:li>${escaped(plate.author)}</rdf:li></rdf:Seq></dc:creator>`]),
    ...(trace === undefined ? [] : [`<dc:source>${escaped(trace)}</dc:source>`]),
    '<xmp:CreatorTool>Hexis</xmp:CreatorTool>',
    carriedXml(context),
  ];
  const packet = `<x:xmpmeta xmlns:x="adobe:ns:meta/">${rdf(`${dublinCore} xmlns:xmp="http://ns.adobe.com/xap/1.0/"`, elements)}</x:xmpmeta>`;
  return `<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>${packet}<?xpacket end="w"?>`;
}
