import { escaped } from '../../export/xml.js';

/** Words as content of OpenDocument text: blanks in a row are one to readers of the format, unless they are counted. */
export const spaced = (text: string): string =>
  escaped(text)
    .replace(/ {2,}|^ | $/g, (blanks) => `<text:s${blanks.length > 1 ? ` text:c="${blanks.length}"` : ''}/>`)
    .replace(/\t/g, '<text:tab/>')
    .replace(/\n/g, '<text:line-break/>');
