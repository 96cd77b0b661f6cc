import { decodeText } from '../data/encoding.js';
import { type Look, TemplateFault, type TemplateForm, type TemplateHelp, type TemplateStyle } from './found.js';
import { pageOf, sizeOf, texPoint } from './latexPage.js';
import { classCall, withClass, withoutComments } from './latexPreamble.js';
import { captionOf, colorsIn, faceOf, languageOf } from './latexWords.js';

async function read(bytes: Uint8Array, help: TemplateHelp): Promise<TemplateStyle> {
  const decoded = decodeText(bytes);
  const text = decoded && withoutComments(decoded.text);
  if (text === undefined || !classCall.test(text))
    throw new TemplateFault('it has no \\documentclass, so that it is no document by itself');
  const preamble = await withClass(text, help);
  const facts = await help.typeset?.();
  const size = (facts && Number(facts.size) * texPoint) || sizeOf(preamble);
  const page = pageOf(preamble, size, facts);
  const face = faceOf(preamble, facts);
  const body: Look = { face: face.value, size };
  const language = languageOf(preamble);
  return {
    form: 'LaTeX',
    ...(page ? { page } : {}),
    body: {
      value: body,
      from: `${face.from}; size of the ${facts ? 'text, by TeX itself' : `class ${preamble.class}`}`,
    },
    caption: captionOf(preamble, body, facts?.figurename, text),
    ...(language ? { language } : {}),
    colors: colorsIn(preamble.text),
    left: page ? [] : [`the page of class ${preamble.class}, which is not known without TeX`],
  };
}

/** LaTeX, with a class of the author's that stands beside the document. */
export const latex: TemplateForm = { name: 'LaTeX', endings: ['tex', 'ltx'], read };
