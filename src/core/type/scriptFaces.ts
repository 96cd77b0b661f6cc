/** A script, and the typefaces that are made for it alone. */
interface FacesOfScript {
  /** Its name in English. */
  name: string;
  /** Typefaces that have it, each with the end of the name of its package; where forms differ, by the language that they are of. */
  faces: readonly { family: string; package: string; language?: string }[];
}

const noto = (name: string, of = name.toLowerCase()) => ({
  name,
  faces: [{ family: `Noto Sans ${name}`, package: `noto-sans-${of}` }],
});

/** Letters of Chinese have other forms in other countries. */
const east = [
  { family: 'Noto Sans JP', package: 'noto-sans-jp', language: 'ja' },
  { family: 'Noto Sans SC', package: 'noto-sans-sc', language: 'zh' },
  { family: 'Noto Sans TC', package: 'noto-sans-tc', language: 'zh-Hant' },
  { family: 'Noto Sans KR', package: 'noto-sans-kr', language: 'ko' },
];

/** Where typefaces for scripts are found, by the code of the script (ISO 15924). A new one is a line here. */
const scriptFaces: Readonly<Record<string, FacesOfScript>> = {
  Arab: noto('Arabic'),
  Hebr: noto('Hebrew'),
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

/** The packages that have a script, those of the language first. */
export function facePackages(script: string, language: string): FacePackage[] {
  const faces = scriptFaces[script]?.faces ?? [];
  const isOf = (own: string | undefined) => own !== undefined && (language === own || language.split('-')[0] === own);
  return [...faces.filter((face) => isOf(face.language)), ...faces.filter((face) => !isOf(face.language))].map(
    ({ family, package: end }) => ({ family, package: `${scope}/${end}` }),
  );
}

export const scriptName = (script: string): string => scriptFaces[script]?.name ?? script;
