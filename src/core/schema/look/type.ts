import { listOf, named, object, open, styled, text, textSize } from '../fields.js';
import { captionRole, textRole } from './forms.js';

/** Typefaces, and each kind of text. */
export const typeShape = {
  faces: open(
    named(
      'Typefaces from font files (TTF or OTF), by name.',
      object('The files of a typeface.', {
        regular: text('File of the upright face.', 'fonts/GardenSans-Regular.ttf'),
        bold: open(text('File of the bold face.', 'fonts/GardenSans-Bold.ttf')),
        italic: open(text('File of the italic face.', 'fonts/GardenSans-Italic.ttf')),
        boldItalic: open(text('File of the bold italic face.', 'fonts/GardenSans-BoldItalic.ttf')),
      }),
      '{ Garden Sans: { regular: fonts/GardenSans-Regular.ttf } }',
    ),
  ),
  text: styled(
    object('Type: the face, the base size, and each kind of text.', {
      face: styled(text('Typeface, one of those that ship or of "faces".', 'Arimo')),
      further: open(
        listOf(
          'Typefaces for letters that the others lack, such as those of another script, in the order in which they are asked.',
          text('A typeface that ships or of "faces".', 'Garden Arabic'),
          '[Garden Arabic]',
          20,
        ),
      ),
      size: styled(
        textSize(
          'Base size: distances are multiples of it, and each kind of text without a size beside it keeps its proportion to it.',
          '10pt',
        ),
      ),
      axisTitle: textRole('axis titles'),
      tickLabel: textRole('names and numbers along the axes'),
      legendTitle: textRole('title of the legend'),
      legendEntry: textRole('words of the legend'),
      dataLabel: textRole('numbers and names at the marks'),
      panelTitle: textRole('titles of panels'),
      callout: textRole('words of callouts'),
      heading: textRole('heading inside the figure'),
      subtitle: textRole('line under the heading'),
      source: textRole('line at the foot of the figure'),
      captionNumber: captionRole('number of the figure in its caption'),
      captionTitle: captionRole('title of the figure in its caption'),
      note: captionRole('note under the figure'),
    }),
  ),
};
