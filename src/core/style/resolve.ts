import { hexOf } from '../color/color.js';
import { keysOf } from '../keys.js';
import { error, type Problem } from '../problem/problem.js';
import type { NumberForm } from '../scale/numberFormat.js';
import { lengthInPoints } from '../schema/length.js';
import { axisShape } from '../schema/look/axes.js';
import { type AxisName, textRoles } from '../schema/look/names.js';
import { type AxisLook, type Look, lookShape } from '../schema/look.js';
import type { LetterCase } from '../type/letterCase.js';
import { language as english } from '../words/en.js';
import type { Language } from '../words/language.js';
import { axisProblems } from './axisProblems.js';
import { exportForm } from './carriage.js';
import { type AxesShow, axisKeys, type Layer, type Origin, originOf, over, type Shows } from './layers.js';
import { pageSize } from './pageSize.js';
import { Reader } from './reader.js';
import type { AxisSettings, HeldLook, Settings } from './settings.js';
import { wordingProblems } from './wordingProblems.js';

export interface Resolved {
  settings: Settings;
  problems: Problem[];
  /** Which layer set a setting, such as `axes.y.step`. */
  origin(path: string): Origin | undefined;
}

/** Only some languages have titles with capitals throughout. */
function wordForm(words: Settings['words'], language: Language): Settings['words'] {
  if (language === english) return words;
  const inLanguage = (letterCase: LetterCase) =>
    letterCase === 'title' && !language.titleCase ? 'sentence' : letterCase;
  return {
    ...words,
    case: inLanguage(words.case),
    titleCase: inLanguage(words.titleCase),
  };
}

/** The word of a caption with the place of its number, and the word before a note, in the language. */
function captionForm({ captionForm: form, wording }: Pick<HeldLook, 'captionForm' | 'wording'>, language: Language) {
  const { sentences, code } = language;
  const { figure = sentences.figure, note = sentences.note } = wording?.[code] ?? {};
  return {
    ...form,
    number: form.number.replace('{figure}', () => String(figure)),
    noteLead: form.noteLead.replace('{note}', () => String(note)),
  };
}

/** Numbers and dates as the language writes them, where nothing else is said. */
function numberForm(reader: Reader, said: HeldLook['numbers'], language: Language): NumberForm {
  const { months, day, dayOfYear, monthOfYear, percent } = language;
  const decimalMark = said.decimalMark ?? language.decimalMark;
  const wanted = said.grouping === 'language' ? language.grouping : said.grouping;
  const isSame = (wanted === 'comma' && decimalMark === ',') || (wanted === 'point' && decimalMark === '.');
  if (isSame && said.grouping !== 'language') {
    const path = 'numbers.grouping';
    const expects = 'another mark than the decimal mark';
    reader.report((place) => error('wrong-type', { path, found: wanted, expects, example: 'space' }, place), path);
  }
  const { digits: wantedDigits, ...rest } = said;
  return {
    ...rest,
    ...(wantedDigits === 'language' && language.digits ? { digits: language.digits } : {}),
    decimalMark,
    grouping: isSame ? 'space' : wanted,
    writing: { months, day, dayOfYear, monthOfYear, percent },
  };
}

/** Texts of other sizes in one proportion. */
function grownText(text: Settings['text'], by: number): Settings['text'] {
  const roles = textRoles.map((role) => {
    const style = text[role];
    return [role, { ...style, size: style.size * by, least: style.least * by }] as const;
  });
  return { ...text, ...Object.fromEntries(roles), size: text.size * by };
}

/** The settings of an axis: what is said of all, of what it shows, and of itself, the narrower over the wider. */
function axisSettings(reader: Reader, layers: readonly Layer[], axis: AxisName, shows: Shows): AxisSettings {
  const look = axisLook(layers, axis, shows);
  const path = `axes.${axis}`;
  const saidAt = (at: string) => reader.origin(at)?.path;
  axisProblems({ axis, shows, look, usual: layers[0]?.look.axes?.all ?? {}, saidAt }, (at, problem) =>
    reader.report(problem, at),
  );
  const settings = reader.readFields(axisShape, look, path) as unknown as AxisSettings;
  const { second: _, ...measureless } = settings;
  return shows === 'category' || shows === 'none' ? measureless : settings;
}

/** A look over others, without its axes, which are joined by what they show. A base size of text takes all sizes along. */
function lookOver(below: Look, { axes: _, ...look }: Look): Look {
  return over(withTextSize(below, look.text?.size), look) as Look;
}

/** A look whose kinds of text have sizes in the proportion of another base size. */
function withTextSize(look: Look, base: string | undefined): Look {
  const { text } = look;
  const [from, to] = [text?.size, base].map((size) => (size === undefined ? undefined : lengthInPoints(size)));
  if (!text || !from || !to || from === to) return look;
  const sized = textRoles.flatMap((role) => {
    const size = lengthInPoints(text[role]?.size ?? '');
    return size === undefined ? [] : [[role, { ...text[role], size: `${(size * to) / from}pt` }] as const];
  });
  return { ...look, text: { ...text, ...Object.fromEntries(sized) } };
}

const joined = (looks: readonly Look[]): Look => looks.reduce(lookOver, {});

/** Styles as they are joined, which all figures of the uppermost of them share. */
interface JoinedStyles {
  looks: readonly Look[];
  look: Look;
  /** What they say of an axis, by its name and what it shows. */
  axes: Map<string, AxisLook>;
}

const joinedStyles = new WeakMap<Look, JoinedStyles>();

/** The styles under a figure file joined, once. */
function stylesUnder(layers: readonly Layer[]): JoinedStyles {
  const looks = layers.slice(0, -1).map(({ look }) => look);
  const style = looks.at(-1);
  const known = style && joinedStyles.get(style);
  if (known?.looks.length === looks.length && known.looks.every((look, i) => look === looks[i])) return known;
  const made = { looks, look: joined(looks), axes: new Map() };
  if (style) joinedStyles.set(style, made);
  return made;
}

/** The look of all layers joined, but for the axes. */
export const joinedLook = (layers: readonly Layer[]): Look =>
  lookOver(stylesUnder(layers).look, layers.at(-1)?.look ?? {});

/** What all layers say of an axis. */
function axisLook(layers: readonly Layer[], axis: AxisName, shows: Shows): AxisLook {
  const keys = axisKeys(axis, shows);
  const { looks, axes } = stylesUnder(layers);
  const overKeys = (below: unknown, look: Look | undefined) =>
    keys.reduce((joined, key) => over(joined, look?.axes?.[key]), below);
  const name = keys.join(' ');
  const below = axes.get(name) ?? (looks.reduce<unknown>(overKeys, {}) as AxisLook);
  axes.set(name, below);
  return overKeys(below, layers.at(-1)?.look) as AxisLook;
}

/**
 * Joins the layers, the narrower over the wider, and makes every setting explicit.
 *
 * @param layers from the bottom up; the first must be a complete style, the last is the figure file
 * @param language of its words; left out: English
 * @param shows what each axis shows, which decides whether `axes.value` or `axes.category` speaks of it
 */
export function resolve(layers: readonly Layer[], shows: AxesShow, language: Language = english): Resolved {
  const look = joinedLook(layers);
  const origin = (path: string) => originOf(layers, path, shows);
  const em = lengthInPoints(look.text?.size ?? '');
  const reader = new Reader({ em, colors: look.colors ?? {}, widths: look.widths ?? {} }, origin);
  const held = Object.fromEntries(
    keysOf(lookShape).flatMap((key) =>
      look[key] === undefined ? [] : [[key, reader.read(lookShape[key], look[key], key)]],
    ),
  ) as unknown as Omit<Settings, 'axes' | 'width' | 'height' | 'grown' | 'paper' | 'numbers' | 'legend'> &
    Pick<HeldLook, 'numbers' | 'legend'>;
  const page = pageSize(reader, held.size, layers.at(-1)?.look ?? {});
  const { placed: placedWidth, textAt } = held.size;
  const placed = placedWidth === undefined ? 1 : placedWidth / page.width;
  // Text that is to have its size in the document is drawn larger by what the document shrinks the figure.
  const grown = textAt === 'placed' && placed > 0 ? 1 / placed : 1;
  const { numbers, wording } = held;
  if (wording) wordingProblems(wording, (problem, path) => reader.report(problem, path));
  const { place } = held.legend;
  const settings: Settings = {
    ...held,
    ...page,
    legend: { ...held.legend, place: place === 'fitting' ? (shows.legend ?? 'right') : place },
    text: grownText(held.text, grown),
    language: language.code,
    words: wordForm(held.words, language),
    captionForm: captionForm(held, language),
    export: exportForm(reader, layers, held.export),
    numbers: numberForm(reader, numbers, language),
    placed,
    grown: grown !== 1,
    axes: {
      x: axisSettings(reader, layers, 'x', shows.x),
      y: axisSettings(reader, layers, 'y', shows.y),
      ...(shows.z === undefined ? {} : { z: axisSettings(reader, layers, 'z', shows.z) }),
    },
    paper: reader.color('paper', 'colors.paper'),
  };
  return { settings, problems: reader.problems, origin };
}

/** The same settings where the figure is placed in its own size, as on a board, which says how large it is. */
export const atOwnSize = (settings: Settings): Settings => ({
  ...settings,
  text: settings.grown ? grownText(settings.text, settings.placed) : settings.text,
  placed: 1,
  grown: false,
});

/** Reads a colour that a chart needs beside the settings, such as an accent's, by the same names. */
export function colorReader(layers: readonly Layer[]): (value: string) => string | undefined {
  const names = layers.reduce<Record<string, string>>((all, layer) => Object.assign(all, layer.look.colors), {});
  return (value) => hexOf((Object.hasOwn(names, value) ? names[value] : undefined) ?? value);
}
