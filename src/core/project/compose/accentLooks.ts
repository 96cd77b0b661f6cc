import { largestText } from '../../document/fields.js';
import { lengthInPoints } from '../../document/length.js';
import { nearest } from '../../document/nearest.js';
import { error, type Problem } from '../../document/problem.js';
import type { AccentLook, Colors } from '../../layout/ink/looks.js';
import { given, isNone } from '../../style/given.js';
import { colorReader } from '../../style/resolve.js';
import type { FigureContents } from '../files/figureFile.js';
import type { ReadFigure } from '../read/gather.js';

type Accent = NonNullable<FigureContents['accents']>[number];

/** Reads the looks of accents and the colours of the codebook by the names of the style; unknown ones are problems. */
export function readLooks({ figure, codebook, layers, resolved, locate }: ReadFigure): {
  colors: Colors;
  problems: Problem[];
} {
  const read = colorReader(layers);
  const problems: Problem[] = [];
  const known = [...new Set(layers.flatMap(({ look }) => Object.keys(look.colors ?? {})))];
  const color = (value: string | undefined, path: string): string | undefined => {
    if (value === undefined) return undefined;
    const hex = read(value);
    if (hex === undefined)
      problems.push(error('bad-color', { path, found: value, known, nearest: nearest(value, known) }, locate(path)));
    return hex;
  };
  const points = (value: string | undefined, path: string): number | undefined => {
    const found = value === undefined ? undefined : lengthInPoints(value, resolved.settings.text.size);
    if (found === undefined || found <= largestText) return found;
    const facts = { path, found: value as string, least: 0, most: largestText };
    problems.push(error('length-beyond', facts, locate(path)));
    return undefined;
  };
  const lookOf = ({ outline, line, label, words, ...accent }: Accent, i: number): AccentLook => {
    const at = `accents.${i}`;
    return given<AccentLook>({
      fill: accent.fill !== undefined && isNone(accent.fill) ? 'none' : color(accent.fill, `${at}.fill`),
      pattern: accent.pattern,
      opacity: accent.opacity,
      corner: points(accent.corner, `${at}.corner`),
      marker: accent.marker,
      size: points(accent.size, `${at}.size`),
      outline:
        outline &&
        given({
          width: points(outline.width, `${at}.outline.width`),
          color: color(outline.color, `${at}.outline.color`),
          dash: outline.dash,
        }),
      line: line && given({ width: points(line.width, `${at}.line.width`), dash: line.dash }),
      label:
        label &&
        given({
          show: label.show,
          text: label.text,
          color: color(label.color, `${at}.label.color`),
          bold: label.weight === undefined ? undefined : label.weight === 'bold',
        }),
      words:
        words &&
        given({
          color: color(words.color, `${at}.words.color`),
          bold: words.weight === undefined ? undefined : words.weight === 'bold',
          italic: words.slant === undefined ? undefined : words.slant === 'italic',
        }),
    });
  };
  const accents = (figure.accents ?? []).map(lookOf);
  // Functions and reference lines have their looks beside them.
  const { functions, references } = figure.chart as Partial<Record<'functions' | 'references', { color?: string }[]>>;
  for (const [key, own] of Object.entries({ functions, references })) {
    for (const [i, line] of (own ?? []).entries()) color(line.color, `chart.${key}.${i}.color`);
  }
  for (const name of codebook.variables) {
    for (const [code, value] of codebook.variable(name).colors)
      color(value, `codebook.variables.${name}.colors.${code}`);
  }
  return { colors: { accents, read }, problems };
}
