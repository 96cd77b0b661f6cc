import {
  converter,
  formatHex,
  modeHsl,
  modeHwb,
  modeLab,
  modeLch,
  modeLrgb,
  modeOklab,
  modeOklch,
  modeRgb,
  parse,
  useMode,
  wcagContrast,
} from 'culori/fn';

const plainHex = /^#[0-9a-f]{6}$/;

let prepared = false;

/** The colour spaces of CSS are set up when the first colour is read that is not a plain hexadecimal one. */
function prepare(): void {
  if (prepared) return;
  for (const mode of [modeRgb, modeHsl, modeHwb, modeLab, modeLch, modeLrgb, modeOklab, modeOklch])
    useMode(mode as never);
  prepared = true;
}

/** A CSS colour as `#rrggbb`, or undefined where the text is none. Transparent colours are none. */
export function hexOf(text: string): string | undefined {
  if (plainHex.test(text)) return text;
  prepare();
  const color = parse(text.trim());
  if (!color || (color.alpha ?? 1) < 1) return undefined;
  const rgb = converter('rgb')(color);
  return rgb && formatHex(rgb);
}

/** The one of two inks that stands out more from a ground (WCAG 2.2 contrast). */
export function onPaper(ground: string, ink: string, paper: string): string {
  prepare();
  return wcagContrast(ground, paper) > wcagContrast(ground, ink) ? paper : ink;
}
