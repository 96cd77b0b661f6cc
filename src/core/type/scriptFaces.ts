/** A script, and the typefaces that are made for it alone. */
interface FacesOfScript {
  /** Its name in English. */
  name: string;
  /** Typefaces that have it, each with the end of the name of its package; where forms differ, by the language that they are of. */
  faces: readonly { family: string; package: string; language?: string; hasSerifs?: boolean }[];
}

/** The faces of a script: one that goes with faces without serifs, and one for those with them where there is any. */
const noto = (name: string, serif = `Serif ${name}`): FacesOfScript => ({
  name,
  faces: [`Sans ${name}`, ...(serif === '' ? [] : [serif])].map((face, i) => ({
    family: `Noto ${face}`,
    package: `noto-${face.toLowerCase().replaceAll(' ', '-')}`,
    hasSerifs: i === 1,
  })),
});

/** Letters of Chinese have other forms in other countries. */
const east = [
  ['JP', 'ja'],
  ['SC', 'zh'],
  ['TC', 'zh-Hant'],
  ['KR', 'ko'],
].flatMap(([region = '', language = '']) => noto(region).faces.map((face) => ({ ...face, language })));

/** Where typefaces for scripts are found, by the code of the script (ISO 15924). A new one is a line here. */
const scriptFaces: Readonly<Record<string, FacesOfScript>> = {
  Arab: noto('Arabic', 'Naskh Arabic'),
  Hebr: noto('Hebrew'),
  Syrc: noto('Syriac', ''),
  Thaa: noto('Thaana', ''),
  Nkoo: noto('NKo', ''),
  Deva: noto('Devanagari'),
  Beng: noto('Bengali'),
  Guru: noto('Gurmukhi'),
  Gujr: noto('Gujarati'),
  Taml: noto('Tamil'),
  Telu: noto('Telugu'),
  Knda: noto('Kannada'),
  Mlym: noto('Malayalam'),
  Sinh: noto('Sinhala'),
  Thai: noto('Thai'),
  Laoo: noto('Lao'),
  Khmr: noto('Khmer'),
  Mymr: noto('Myanmar'),
  Geor: noto('Georgian'),
  Armn: noto('Armenian'),
  Ethi: noto('Ethiopic'),
  Hang: { name: 'Korean', faces: east.filter(({ language }) => language === 'ko') },
  Hani: { name: 'Chinese or Japanese', faces: east },
};

/** The packages of typefaces are of this scope. */
const scope = '@expo-google-fonts';

/** A package with a typeface for a script. */
export interface FacePackage {
  family: string;
  package: string;
}

/** The packages that have a script: those of the language first, and of them those that go with a face with or without serifs. */
export function facePackages(script: string, language: string, withSerifs = false): FacePackage[] {
  const faces = scriptFaces[script]?.faces ?? [];
  const rank = ({ language: own, hasSerifs = false }: (typeof faces)[number]): number => {
    const distance = own === undefined || language === own ? 0 : language.split('-')[0] === own ? 2 : 4;
    return distance + (hasSerifs === withSerifs ? 0 : 1);
  };
  return [...faces]
    .sort((a, b) => rank(a) - rank(b))
    .map(({ family, package: end }) => ({ family, package: `${scope}/${end}` }));
}

export const scriptName = (script: string): string => scriptFaces[script]?.name ?? script;
