import { type Drawing, memory, ok, openProject, type PlateItem, type Problem, type Source } from 'hexis';
import { disk } from 'hexis/node';

/** Words of a script, with the language that they are of. */
export interface Words {
  script: string;
  language: string;
  direction: 'ltr' | 'rtl';
  /** The package of a face that has it, by the end of its name. */
  face: string;
  words: readonly string[];
}

const split = (text: string) => text.split(' ');

/** Garden words of scripts that are shaped. */
export const spoken: readonly Words[] = [
  {
    script: 'Arab',
    language: 'ar',
    direction: 'rtl',
    face: 'arabic',
    words: split('الحديقة المحصول الربيع لله لا إله الخريف مؤلّف كَتَبَ متوسط الفصل ماء تفّاح شجرة'),
  },
  {
    script: 'Arab',
    language: 'fa',
    direction: 'rtl',
    face: 'arabic',
    words: split('باغ عملکرد پاییز می‌رود گیاه چهارم ژاله میوه‌ها'),
  },
  {
    script: 'Deva',
    language: 'hi',
    direction: 'ltr',
    face: 'devanagari',
    words: split('हिन्दी क्षेत्र की उपज र्क शक्ति त्र ज्ञान बगीचा पृथ्वी द्ध्य श्री'),
  },
  {
    script: 'Beng',
    language: 'bn',
    direction: 'ltr',
    face: 'bengali',
    words: split('বাংলা ক্ষেত্র ফসল কৃষি র্য বৃষ্টি স্ত্রী বাগান'),
  },
  {
    script: 'Taml',
    language: 'ta',
    direction: 'ltr',
    face: 'tamil',
    words: split('தமிழ் தோட்டம் விளைச்சல் கொடி ஸ்ரீ பௌர்ணமி நீர்'),
  },
  {
    script: 'Thai',
    language: 'th',
    direction: 'ltr',
    face: 'thai',
    words: split('สวนผัก ผลผลิต น้ำ กำแพง ปี่ ที่ดิน ต้นไม้ ฤดูใบไม้ผลิ'),
  },
  {
    script: 'Khmr',
    language: 'km',
    direction: 'ltr',
    face: 'khmer',
    words: split('សួនច្បារ ខ្មែរ ទឹក ស្រូវ ដំណាំ កោះ ត្រី'),
  },
];

/** Files in memory, with the faces of a disk. */
export const spokenSource = (files: Record<string, string>): Source =>
  memory(files, {
    shippedFont: disk.shippedFont,
    subsetFont: disk.subsetFont,
    shaper: disk.shaper,
    scriptFace: disk.scriptFace,
    wordBreaks: disk.wordBreaks,
  });

/** A figure of bars with names of its own, with what is wrong with it. */
export async function barsOf(
  names: readonly string[],
  more = '',
  source: (files: Record<string, string>) => Source = spokenSource,
): Promise<{ drawing: Drawing; problems: readonly Problem[] }> {
  const rows = names.map((name, i) => `"${name}",${2 + (i % 4)}`);
  const figure = `hexis: figure/1\ndata: t.csv\nchart: { kind: bar, category: name, value: yield }\n${more}\n`;
  const drawn = await openProject(source({ 'f.yaml': figure, 't.csv': `name,yield\n${rows.join('\n')}\n` })).draw(
    'f.yaml',
  );
  return { drawing: ok(drawn), problems: drawn.problems };
}

export const wordsIn = ({ plate }: Drawing, role: RegExp) =>
  plate.items.filter(
    (item): item is Extract<PlateItem, { type: 'text' }> => item.type === 'text' && role.test(item.role),
  );
