/** How a language writes decimal numbers and dates. */
interface Writing {
  decimalMark: '.' | ',';
  /** Short names of the months. */
  months: readonly string[];
  /** What stands after the day of the month. */
  afterDay?: string;
}

const months = (names: string) => names.split(' ');

/** Languages by their codes (ISO 639-1). A new one is a line here. */
export const languages = {
  en: { decimalMark: '.', months: months('Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec') },
  de: { decimalMark: ',', months: months('Jan Feb März Apr Mai Juni Juli Aug Sept Okt Nov Dez'), afterDay: '.' },
  es: { decimalMark: ',', months: months('ene feb mar abr may jun jul ago sept oct nov dic') },
  fr: { decimalMark: ',', months: months('janv. févr. mars avr. mai juin juil. août sept. oct. nov. déc.') },
  it: { decimalMark: ',', months: months('gen feb mar apr mag giu lug ago set ott nov dic') },
  nl: { decimalMark: ',', months: months('jan feb mrt apr mei jun jul aug sep okt nov dec') },
  pl: { decimalMark: ',', months: months('sty lut mar kwi maj cze lip sie wrz paź lis gru') },
  pt: { decimalMark: ',', months: months('jan fev mar abr mai jun jul ago set out nov dez') },
  sv: { decimalMark: ',', months: months('jan feb mars apr maj juni juli aug sep okt nov dec') },
} as const satisfies Record<string, Writing>;

export type Language = keyof typeof languages;
export const languageCodes = Object.keys(languages) as [Language, ...Language[]];

/** How a language writes; English where none is named. */
export const writingOf = (language: Language = 'en'): Writing => languages[language];
