import { eachCommand, type Outline } from '../type/outline.js';

/** A number with at most three decimals, as short as it can be written. */
export function short(value: number): string {
  const rounded = Math.round(value * 1000) / 1000;
  return Object.is(rounded, -0) ? '0' : String(rounded);
}

/** An outline as the path data of SVG. */
export function pathData(outline: Outline): string {
  let data = '';
  eachCommand(outline, (command, at) => {
    const count = command === 'Z' ? 0 : command === 'Q' ? 4 : command === 'C' ? 6 : 2;
    const numbers = outline.coordinates.slice(at, at + count).map(short);
    data += command + numbers.join(' ').replaceAll(' -', '-');
  });
  return data;
}
