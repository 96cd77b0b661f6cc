import type { Found, Look, TemplateStyle, TexFacts } from './found.js';
import type { Preamble } from './latexPreamble.js';

/** Typefaces by the packages that set them. */
const facePackages: Readonly<Record<string, string>> = {
  mathptmx: 'Times',
  times: 'Times',
  newtxtext: 'Times',
  txfonts: 'Times',
  helvet: 'Helvetica',
  arev: 'Bitstream Vera Sans',
  palatino: 'Palatino',
  mathpazo: 'Palatino',
  newpxtext: 'Palatino',
  lmodern: 'Latin Modern Roman',
  libertine: 'Linux Libertine',
  libertinus: 'Libertinus Serif',
  bookman: 'Bookman',
  charter: 'Charter',
  carlito: 'Carlito',
  tgtermes: 'TeX Gyre Termes',
  tgheros: 'TeX Gyre Heros',
  tgpagella: 'TeX Gyre Pagella',
  sourceserifpro: 'Source Serif Pro',
};

/** Families of TeX by the names of their sets of letters. */
const familyCodes: Readonly<Record<string, string>> = {
  ptm: 'Times',
  ntxtlf: 'Times',
  phv: 'Helvetica',
  ppl: 'Palatino',
  zplx: 'Palatino',
  lmr: 'Latin Modern Roman',
  cmr: 'Computer Modern',
  cmss: 'Computer Modern Sans',
  lmss: 'Latin Modern Sans',
};

export function faceOf({ text, packages }: Preamble, facts: TexFacts | undefined): Found<string> {
  const known = facts && familyCodes[facts.family];
  if (known !== undefined) return { value: known, from: 'TeX itself' };
  const set = /\\setmainfont\s*(?:\[[^\]]*\])?\s*\{([^{}]*)\}/.exec(text)?.[1];
  if (set !== undefined) return { value: set.trim(), from: '\\setmainfont' };
  const isSans = /\\renewcommand\*?\s*\{?\\familydefault\}?\s*\{\\sfdefault\}/.test(text);
  const loaded = [...packages.keys()].filter((name) => Object.hasOwn(facePackages, name));
  const isSansFace = (name: string) => /^(helvet|arev|carlito|tgheros)$/.test(name);
  // A face without serifs is that of the text only where the document says so.
  const own = isSans ? loaded.find(isSansFace) : loaded.filter((name) => !isSansFace(name)).at(-1);
  if (own !== undefined) return { value: facePackages[own] as string, from: `package ${own}` };
  return { value: isSans ? 'Computer Modern Sans' : 'Computer Modern', from: 'the class, which is set in it' };
}

/** Languages as packages call them, with their codes (BCP 47). */
const languages: Readonly<Record<string, string>> = {
  english: 'en',
  american: 'en-US',
  british: 'en-GB',
  UKenglish: 'en-GB',
  USenglish: 'en-US',
  german: 'de',
  ngerman: 'de',
  austrian: 'de-AT',
  naustrian: 'de-AT',
  swissgerman: 'de-CH',
  nswissgerman: 'de-CH',
  french: 'fr',
  francais: 'fr',
  spanish: 'es',
  portuguese: 'pt',
  brazilian: 'pt-BR',
  brazil: 'pt-BR',
  italian: 'it',
  dutch: 'nl',
  danish: 'da',
  swedish: 'sv',
  norsk: 'nb',
  nynorsk: 'nn',
  finnish: 'fi',
  polish: 'pl',
  czech: 'cs',
  slovak: 'sk',
  hungarian: 'hu',
  magyar: 'hu',
  romanian: 'ro',
  russian: 'ru',
  ukrainian: 'uk',
  bulgarian: 'bg',
  greek: 'el',
  turkish: 'tr',
  arabic: 'ar',
  hebrew: 'he',
  persian: 'fa',
  farsi: 'fa',
  hindi: 'hi',
  bengali: 'bn',
  tamil: 'ta',
  thai: 'th',
  vietnamese: 'vi',
  japanese: 'ja',
  korean: 'ko',
  chinese: 'zh',
  catalan: 'ca',
  croatian: 'hr',
  slovene: 'sl',
  indonesian: 'id',
};

export function languageOf({ text, packages, options }: Preamble): { value: string; from: string } | undefined {
  const main = /\\setmainlanguage\s*(?:\[[^\]]*\])?\s*\{([^{}]*)\}/.exec(text)?.[1]?.trim();
  const babel = packages.get('babel');
  const said =
    main ??
    babel?.get('main') ??
    [...(babel?.keys() ?? []), ...(babel ? options.keys() : [])]
      .filter((name) => Object.hasOwn(languages, name))
      .at(babel && babel.size > 0 ? babel.size - 1 : -1);
  const code = said === undefined ? undefined : languages[said];
  return code === undefined
    ? undefined
    : { value: code, from: main === undefined ? `package babel, ${said}` : `\\setmainlanguage{${said}}` };
}

/** Colours of a document, as the packages for colour take them. */
export function colorsIn(text: string): TemplateStyle['colors'] {
  const channel = (value: number) =>
    Math.round(Math.min(255, Math.max(0, value)))
      .toString(16)
      .padStart(2, '0');
  return [...text.matchAll(/\\definecolor\s*\{([^{}]*)\}\s*\{(HTML|rgb|RGB|gray|cmyk)\}\s*\{([^{}]*)\}/g)].flatMap(
    ([, name = '', model = '', values = '']) => {
      const parts = values.split(',').map((part) => Number(part.trim()));
      const [c = 0, m = 0, y = 0, k = 0] = parts;
      const made: Readonly<Record<string, () => number[]>> = {
        rgb: () => parts.map((part) => part * 255),
        RGB: () => parts,
        gray: () => [c, c, c].map((part) => part * 255),
        cmyk: () => [c, m, y].map((part) => 255 * (1 - part) * (1 - k)),
      };
      const hex =
        model === 'HTML' ? `#${values.trim().toLowerCase()}` : `#${(made[model]?.() ?? []).map(channel).join('')}`;
      return /^#[\da-f]{6}$/.test(hex)
        ? [{ value: { name: name.trim(), hex }, from: `\\definecolor{${name.trim()}}` }]
        : [];
    },
  );
}

/** Sizes of words beside that of the text, by the commands that set them (of the standard classes at 10 to 12 pt). */
const sizeCommands: Readonly<Record<string, number>> = {
  tiny: 0.55,
  scriptsize: 0.73,
  footnotesize: 0.82,
  small: 0.91,
  normalsize: 1,
  large: 1.1,
};

const separators: Readonly<Record<string, string>> = {
  colon: ':',
  period: '.',
  none: '',
  space: '',
  quad: '',
  endash: '–',
  newline: '\n',
};

/** How a word option such as `font={small,bf}` sets words. */
function fontOption(value: string | undefined, body: Look): Look {
  const words = (value ?? '').split(/[,+]/).map((word) => word.trim());
  const scale = words.map((word) => sizeCommands[word]).find((own) => own !== undefined);
  return {
    ...(scale === undefined || body.size === undefined ? {} : { size: body.size * scale }),
    ...(words.some((word) => /^(bf|bfseries|bold)$/.test(word)) ? { bold: true } : {}),
    ...(words.some((word) => /^(it|itshape|sl|italic)$/.test(word)) ? { italic: true } : {}),
  };
}

export function captionOf(
  preamble: Preamble,
  body: Look,
  word: string | undefined,
  whole: string,
): NonNullable<TemplateStyle['caption']> {
  const { text, packages } = preamble;
  const options = packages.get('caption');
  const named =
    /\\renewcommand\*?\s*\{?\\figurename\}?\s*\{([^{}]*)\}/.exec(text)?.[1] ??
    word ??
    (options?.get('name') || undefined);
  const base = { ...body, ...fontOption(options?.get('font'), body) };
  const separator = options?.get('labelsep') ?? 'colon';
  const after = separators[separator] ?? ':';
  const number = { ...base, ...fontOption(options?.get('labelfont'), body) };
  const title = { ...base, ...fontOption(options?.get('textfont'), body) };
  // The first figure shows on which side its caption stands.
  const figure = /\\begin\s*\{figure\*?\}([\s\S]*?)\\end\s*\{figure\*?\}/.exec(whole)?.[1];
  const [picture, caption] = [
    figure?.search(/\\includegraphics|\\input|\\begin\{\w*picture/) ?? -1,
    figure?.search(/\\caption\b/) ?? -1,
  ];
  const place = picture >= 0 && caption >= 0 && caption < picture ? ('above' as const) : ('below' as const);
  return {
    value: {
      before: named === undefined ? '' : `${named} `,
      ...(named === undefined ? { isOfLanguage: true } : {}),
      after: after.trim(),
      isStacked: after === '\n',
      place,
      number,
      title,
    },
    from: options ? 'package caption' : 'the class, whose captions are of this form',
  };
}
