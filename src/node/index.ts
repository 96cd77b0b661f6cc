/** What Hexis adds under Node: files, fonts from disk, PNG. */

export { diskSource } from './diskSource.js';
export { type DrawOptions, draw, type Prepared, prepare } from './draw.js';
export { type FormatName, formats } from './formats.js';
export { type Output, save } from './save.js';
