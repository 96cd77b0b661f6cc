import type { Plate } from '../plate/plate.js';
import { escaped } from './xml.js';

/** What files say of where they come from; undefined for a plate that was not made from a file. */
export const traceOf = ({ madeFrom }: Plate): string | undefined =>
  madeFrom && `Made from ${madeFrom.file}, SHA-256 ${madeFrom.sha256}`;

const rdf = (namespaces: string, elements: readonly string[]) =>
  `<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"${namespaces}><rdf:Description rdf:about="">${elements.join('')}</rdf:Description></rdf:RDF>`;
const dublinCore = ' xmlns:dc="http://purl.org/dc/elements/1.1/"';

/** Author and origin in the terms of Dublin Core (ISO 15836), for files that say title and description elsewhere. */
export function originRdf(plate: Plate): string | undefined {
  const terms = { creator: plate.author, source: traceOf(plate) };
  const elements = Object.entries(terms).flatMap(([term, value]) =>
    value === undefined ? [] : [`<dc:${term}>${escaped(value)}</dc:${term}>`],
  );
  return elements.length === 0 ? undefined : rdf(dublinCore, elements);
}

/** Title, author, description and origin as an XMP packet (ISO 16684-1). */
export function xmpOf(plate: Plate): string {
  const inWords = (term: string, text: string) =>
    `<dc:${term}><rdf:Alt><rdf:li xml:lang="x-default">${escaped(text)}</rdf:li></rdf:Alt></dc:${term}>`;
  const trace = traceOf(plate);
  const elements = [
    inWords('title', plate.title),
    inWords('description', plate.description),
    ...(plate.author === undefined
      ? []
      : [`<dc:creator><rdf:Seq><rdf:li>${escaped(plate.author)}</rdf:li></rdf:Seq></dc:creator>`]),
    ...(trace === undefined ? [] : [`<dc:source>${escaped(trace)}</dc:source>`]),
    '<xmp:CreatorTool>Hexis</xmp:CreatorTool>',
  ];
  const packet = `<x:xmpmeta xmlns:x="adobe:ns:meta/">${rdf(`${dublinCore} xmlns:xmp="http://ns.adobe.com/xap/1.0/"`, elements)}</x:xmpmeta>`;
  return `<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>${packet}<?xpacket end="w"?>`;
}
