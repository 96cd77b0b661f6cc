import { describe, expect, test } from '@jest/globals';
import { type Encoding, textIn } from '../../src/core/data/encoding.js';
import { decodeLikely } from '../../src/core/data/likelyEncoding.js';

/** The bytes of each letter of an encoding with one or two bytes. */
function lettersOf(encoding: Encoding): Map<string, number[]> {
  const letters = new Map<string, number[]>();
  const put = (...bytes: number[]) => {
    const text = textIn(new Uint8Array(bytes), encoding);
    if (text !== undefined && [...text].length === 1 && !letters.has(text)) letters.set(text, bytes);
  };
  for (let first = 0; first < 256; first += 1) put(first);
  for (let first = 0x81; first < 255; first += 1) for (let second = 0x40; second < 255; second += 1) put(first, second);
  return letters;
}

function bytesIn(encoding: Encoding, text: string): Uint8Array {
  const letters = lettersOf(encoding);
  return new Uint8Array([...text].flatMap((letter) => letters.get(letter) ?? []));
}

/** Small tables as spreadsheets save them in a country, and the language that is spoken there. */
const tables: readonly (readonly [Encoding, string, string])[] = [
  ['windows-1252', 'de', 'Größe;Fläche (m²)\nKübel;3\nMüll;4\n'],
  ['windows-1252', 'fr', 'saison;été\nà côté;3\nété;4\n'],
  ['windows-1252', 'es', '¿qué?;año\n«sí»;3\nniño;4\n'],
  ['windows-1250', 'pl', 'ogród;ilość\nłąka;3\nżyto złote;4\n'],
  ['windows-1251', 'uk', 'грядка;урожай\nсевер;3,2\nюг;4,1\n'],
  ['koi8-r', 'de', 'грядка;урожай\nсевер;3,2\nюг;4,1\n'],
  ['windows-1253', 'el', 'κήπος;συγκομιδή\nβορράς;3\nνότος;4\n'],
  ['windows-1256', 'ar', 'حوض,محصول\nشمال,3\nجنوب,4\n'],
  ['windows-874', 'th', 'แปลง,ผลผลิต\nเหนือ,3\nใต้,4\n'],
  ['shift_jis', 'ja', '畑,季節,収量(kg)\n北,春,3.2\n南,夏,4.1\n'],
  ['euc-jp', 'de', 'はたけ,季節,収量\n北,春,3.2\n南,夏,4.1\n'],
  ['gb18030', 'zh', '地块,季节,产量\n北,春,3.2\n南,夏,4.1\n'],
  ['big5', 'zh', '地塊,季節,產量\n北,春,3.2\n南,夏,4.1\n'],
  ['euc-kr', 'ko', '밭,계절,수확량\n북,봄,3.2\n남,여름,4.1\n'],
];

describe.each(tables)('a table in %s (%s)', (encoding, language, text) => {
  const bytes = bytesIn(encoding, text);

  test('is read by its letters, and by its language', () => {
    for (const spoken of [undefined, 'en', language])
      expect(decodeLikely(bytes, undefined, spoken)).toMatchObject({ encoding, text, assumed: true });
  });

  test('is read as its author says', () => {
    expect(decodeLikely(bytes, encoding, 'en')).toMatchObject({ encoding, text, assumed: false });
  });
});

test.each([
  ['windows-1254', 'tr', 'ilçe;ısı\nığdır;3\nşişli;4\n'],
  ['windows-1250', 'cs', 'záhon;úroda\nřepa;3\nčesnek;4\n'],
  ['windows-1255', 'he', 'ערוגה,יבול\nצפון,3\nדרום,4\n'],
  ['windows-1250', 'ro', 'răsad;recoltă\nînsămânţat;3\n'],
] as const)('the language tells %s from others with the same bytes (%s)', (encoding, language, text) => {
  const bytes = bytesIn(encoding, text);
  expect(decodeLikely(bytes, undefined, language)).toMatchObject({ encoding, text, assumed: true });
});

test('other encodings are said with a word as it would be read', () => {
  const found = decodeLikely(bytesIn('windows-1255', 'ערוגה,יבול\nצפון,3\nדרום,4\n'), undefined, 'en');
  expect(found?.others).toContainEqual(expect.objectContaining({ encoding: 'windows-1255', shows: 'ערוגה' }));
});

test('signs and symbols of a field do not hide the script', () => {
  for (const [encoding, text] of [
    ['windows-1251', 'рН;мРНК;середняВага\nґрунт №1;пісок;глина\nвода;трава;листя\n'],
    ['gb18030', '温度(℃),α值,面积㎡\n北方,南方,东方\n'],
    ['shift_jis', '温度(℃),α波,①番\n北の畑,南の畑,東の畑\n'],
  ] as const)
    expect(decodeLikely(bytesIn(encoding, text), undefined, 'en')).toMatchObject({ encoding, text });
});

test('a long text without blanks is looked at in one go', () => {
  const bytes = new Uint8Array(1 << 20).fill(0x61);
  bytes[bytes.length - 1] = 0xe9;
  expect(decodeLikely(bytes, undefined, 'en')).toMatchObject({ encoding: 'windows-1252' });
});

test('bytes that the told encoding does not have are no text in it', () => {
  expect(decodeLikely(new Uint8Array([0x41, 0xff, 0x0a]), 'shift_jis', 'ja')).toBeUndefined();
  expect(decodeLikely(new Uint8Array([0xff, 0xfe, 0x41, 0]), undefined, 'ja')).toMatchObject({ text: '\ufeffA' });
});
