import type { TemplateForm } from './found.js';
import { latex } from './latex.js';
import { openText } from './openText.js';
import { wordDocument } from './wordDocument.js';

/** Forms of documents whose style can be read. A new one is a file and a name here. */
export const templateForms: readonly TemplateForm[] = [wordDocument, openText, latex];

/** The form of a document by the ending of its file. */
export const templateFormOf = (path: string): TemplateForm | undefined => {
  const ending = /\.([^./\\]+)$/.exec(path)?.[1]?.toLowerCase();
  return templateForms.find(({ endings }) => ending !== undefined && endings.includes(ending));
};
