import type { Font } from 'fontkit';
import type { CreateFont } from './fontTrial.js';

const noBreak = '\u00a0';

/** Whether the library can read the width and the outline of a letter. */
function isReadable(font: Font, letter: string): boolean {
  try {
    const { advanceWidth, path } = font.glyphForCodePoint(letter.charCodeAt(0));
    return Number.isFinite(advanceWidth) && path.commands.length >= 0;
  } catch {
    return false;
  }
}

/**
 * A font from its bytes. In some fonts the blank that does not break is written in a form that the library cannot read (of the
 * faces that ship, Carlito): there it is the blank that does, which is as wide and looks the same. Lines are broken before.
 */
export function readFont(create: CreateFont, bytes: Uint8Array): ReturnType<CreateFont> {
  const font = create(bytes);
  if (!('layout' in font) || !font.hasGlyphForCodePoint(noBreak.charCodeAt(0)) || isReadable(font, noBreak))
    return font;
  const layout = font.layout.bind(font);
  font.layout = (text, ...more) => layout(text.replaceAll(noBreak, ' '), ...more);
  return font;
}
