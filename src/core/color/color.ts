import {
  converter,
  formatHex,
  modeHsl,
  modeHwb,
  modeLab,
  modeLab65,
  modeLch,
  modeLrgb,
  modeOklab,
  modeOklch,
  modeRgb,
  parse,
  wcagLuminance,
} from 'culori/fn';
import { keeping } from '../keeping.js';
import { setUp } from './spaces.js';

const plainHex = /^#[0-9a-f]{6}$/;

let prepared = false;

/** The colour spaces of CSS are set up when the first colour is read that is not a plain hexadecimal one. */
function prepare(): void {
  if (prepared) return;
  setUp([modeRgb, modeHsl, modeHwb, modeLab, modeLab65, modeLch, modeLrgb, modeOklab, modeOklch]);
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

/** The relative luminance of a colour, from 0 to 1 (WCAG 2.2). */
const luminance = keeping(5000, (color: string): number => {
  prepare();
  return wcagLuminance(color);
});

/** The contrast of two colours, from 1 to 21 (WCAG 2.2). */
export function contrast(a: string, b: string): number {
  const [one, other] = [luminance(a), luminance(b)];
  return (Math.max(one, other) + 0.05) / (Math.min(one, other) + 0.05);
}

/** Contrast that words need (WCAG 2.2, 1.4.3). */
const readable = 4.5;

/** The one of two inks that stands out more from a ground (WCAG 2.2 contrast); black or white where neither can be read on it. */
export function onPaper(ground: string, ink: string, paper: string): string {
  const better = (a: string, b: string) => (contrast(ground, b) > contrast(ground, a) ? b : a);
  const found = better(ink, paper);
  return contrast(ground, found) >= readable ? found : better(found, better('#000000', '#ffffff'));
}

/** The grey of the same lightness (CIE L*), and that lightness from 0 to 1. */
export function greyOf(hex: string): { hex: string; lightness: number } {
  prepare();
  const lightness = (converter('lab65')(hex)?.l ?? 0) / 100;
  return { hex: formatHex({ mode: 'lab65', l: lightness * 100, a: 0, b: 0 }), lightness };
}

/** An ink that is not opaque, mixed with the paper under it. */
export function blended(hex: string, paper: string, opacity: number): string {
  if (opacity >= 1) return hex;
  const part = (color: string, at: number) => Number.parseInt(color.slice(at, at + 2), 16);
  const mixed = [1, 3, 5].map((at) => Math.round(part(paper, at) + (part(hex, at) - part(paper, at)) * opacity));
  return `#${mixed.map((value) => value.toString(16).padStart(2, '0')).join('')}`;
}
