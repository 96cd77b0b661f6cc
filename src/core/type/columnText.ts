/** Letters that are written one below the other: Chinese, Japanese, Korean. */
const upright =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Bopomofo}\p{Script=Hangul}\u3001-\u303f\u30fb\u30fc\uff01-\uff60]/u;

/** The forms that signs have in a column (Unicode, CJK Compatibility Forms and Vertical Forms). */
const columnForms: ReadonlyMap<string, string> = new Map(
  '\uff08\ufe35 \uff09\ufe36 \u3010\ufe3b \u3011\ufe3c \u300a\ufe3d \u300b\ufe3e \u3008\ufe3f \u3009\ufe40 \u300c\ufe41 \u300d\ufe42 \u300e\ufe43 \u300f\ufe44 \u3001\ufe11 \u3002\ufe12 \uff0c\ufe10 \uff1a\ufe13 \u30fc\ufe31'
    .split(' ')
    .map(([sign = '', form = '']) => [sign, form]),
);

/** A text to be set in a column: each letter that is written so on a line of its own, other words, numbers and units across. */
export function columnText(text: string): string {
  const lines: string[] = [];
  let across = '';
  const end = () => {
    if (across.trim() !== '') lines.push(across.trim());
    across = '';
  };
  for (const character of text.replace(/[*_]+/g, '')) {
    if (!upright.test(character)) across += character;
    else {
      end();
      lines.push(columnForms.get(character) ?? character);
    }
  }
  end();
  return lines.join('\n');
}
