import { shippedFor } from '../type/families.js';
import { type Line, noted, scalar } from './styleLines.js';

/** The files of a typeface. */
export interface FaceFiles {
  regular: string;
  bold?: string;
  italic?: string;
  boldItalic?: string;
}

const hasNoSerifs =
  /sans|arial|helvet|calibri|verdana|gothic|grotes|segoe|tahoma|aptos|lato|roboto|inter\b|futura|univers/i;

/** How a typeface of a document comes into a figure. */
export interface FaceAnswer {
  face: string;
  files?: FaceFiles;
  note: string;
  /** What has to be added to have the face itself. */
  wanted?: string;
}

/** @param faceFiles finds the files of a typeface on this machine */
export async function faceFor(
  family: string,
  faceFiles: (family: string) => Promise<FaceFiles | undefined>,
): Promise<FaceAnswer> {
  const files = await faceFiles(family);
  if (files) return { face: family, files, note: 'found on this machine' };
  const same = shippedFor(family);
  if (same !== undefined)
    return {
      face: same,
      note: same === family ? 'it ships with Hexis' : `not on this machine, and ${same} has its widths`,
      ...(same === family ? {} : { wanted: family }),
    };
  const face = hasNoSerifs.test(family) ? 'Arimo' : 'Tinos';
  return { face, note: `not on this machine; ${face} stands in, and has other widths`, wanted: family };
}

/** The lines of a typeface that was found, and of one that could be added. */
export const faceLines = (answers: readonly FaceAnswer[]): Line[] => {
  const found = answers.filter(({ files }) => files);
  return found.length === 0
    ? []
    : [
        { depth: 0, key: 'faces', note: 'copy the files beside this one where the style is to travel' },
        ...found.map(({ face, files }): Line => ({ depth: 1, key: face, value: scalar(files) })),
      ];
};

/** What to write to have typefaces that are not there. */
export const wantedLines = (answers: readonly FaceAnswer[]): Line[] =>
  answers.flatMap(({ wanted }) => {
    if (wanted === undefined) return [];
    const name = noted(wanted);
    const how = `faces: { ${name}: { regular: fonts/… } } and text: { face: ${name} }`;
    return [{ depth: 1, key: `# To have ${name} itself: ${how}` }];
  });
