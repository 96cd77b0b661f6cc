import { chartSetting } from '../../chart/kinds.js';
import type { AccentLook, Colors } from '../../layout/ink/looks.js';
import { nearest } from '../../problem/nearest.js';
import { error, type Problem } from '../../problem/problem.js';
import { largestText } from '../../schema/fields.js';
import { lengthInPoints } from '../../schema/length.js';
import { given, isNone } from '../../style/given.js';
import { colorReader } from '../../style/resolve.js';
import type { FigureContents } from '../files/figureFile.js';
import type { ReadFigure } from '../read/gather.js';

type Accent = NonNullable<FigureContents['accents']>[number];

/** Reads colours by the names of a style and lengths of looks, and keeps what is wrong with them. */
class LookReader {
  readonly problems: Problem[] = [];
  readonly read: ReturnType<typeof colorReader>;
  private readonly known: string[];
  private readonly figure: ReadFigure;

  constructor(figure: ReadFigure) {
    this.figure = figure;
    this.read = colorReader(figure.layers);
    this.known = [...new Set(figure.layers.flatMap(({ look }) => Object.keys(look.colors ?? {})))];
  }

  color(value: string | undefined, path: string): string | undefined {
    if (value === undefined) return undefined;
    const hex = this.read(value);
    if (hex === undefined) {
      const facts = { path, found: value, known: this.known, nearest: nearest(value, this.known) };
      this.problems.push(error('bad-color', facts, this.figure.locate(path)));
    }
    return hex;
  }

  private points(value: string | undefined, path: string): number | undefined {
    if (value === undefined) return undefined;
    const found = lengthInPoints(value, this.figure.resolved.settings.text.size);
    if (found === undefined || found <= largestText) return found;
    const facts = { path, found: value, least: 0, most: largestText };
    this.problems.push(error('length-beyond', facts, this.figure.locate(path)));
    return undefined;
  }

  /** @param at the setting that the accent is */
  accent({ outline, line, label, words, ...accent }: Accent, at: string): AccentLook {
    return given<AccentLook>({
      fill: accent.fill !== undefined && isNone(accent.fill) ? 'none' : this.color(accent.fill, `${at}.fill`),
      pattern: accent.pattern,
      opacity: accent.opacity,
      corner: this.points(accent.corner, `${at}.corner`),
      marker: accent.marker,
      size: this.points(accent.size, `${at}.size`),
      outline:
        outline &&
        given({
          width: this.points(outline.width, `${at}.outline.width`),
          color: this.color(outline.color, `${at}.outline.color`),
          dash: outline.dash,
        }),
      line: line && given({ width: this.points(line.width, `${at}.line.width`), dash: line.dash }),
      label:
        label &&
        given({
          show: label.show,
          text: label.text,
          color: this.color(label.color, `${at}.label.color`),
          bold: label.weight === undefined ? undefined : label.weight === 'bold',
        }),
      words:
        words &&
        given({
          color: this.color(words.color, `${at}.words.color`),
          bold: words.weight === undefined ? undefined : words.weight === 'bold',
          italic: words.slant === undefined ? undefined : words.slant === 'italic',
        }),
    });
  }
}

/** Resolves the looks of accents and the colours of the codebook with the names that the style defines. Reports unknown names. */
export function readLooks(read: ReadFigure): { colors: Colors; problems: Problem[] } {
  const { figure, codebook } = read;
  const reader = new LookReader(read);
  const accents = (figure.accents ?? []).map((accent, i) => reader.accent(accent, `accents.${i}`));
  // Functions and reference lines have their looks beside them.
  for (const key of ['functions', 'references'] as const) {
    for (const [i, line] of (chartSetting(figure.chart, key) ?? []).entries())
      reader.color(line.color, `chart.${key}.${i}.color`);
  }
  for (const name of codebook.variables) {
    for (const [code, value] of codebook.variable(name).colors)
      reader.color(value, `codebook.variables.${name}.colors.${code}`);
  }
  return { colors: { accents, read: reader.read }, problems: reader.problems };
}
