import { Button, Menu, MenuItem, MenuTrigger, Popover } from 'react-aria-components';
import type { Acts } from './acts.js';
import type { Shown } from './protocol.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';

/** Pixels of a copied picture to a point: 300 dots per inch. */
const dots = 300 / 72;

/** The figure as a picture of pixels. */
async function pictureOf({ svg, width, height }: Shown): Promise<Blob> {
  const image = new Image();
  const address = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  image.src = address;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(width * dots);
  canvas.height = Math.round(height * dots);
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  URL.revokeObjectURL(address);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error(speech.copy.noPicture))), 'image/png'),
  );
}

const kinds = {
  picture: speech.copy.picture,
  svg: speech.copy.svg,
  numbers: speech.copy.numbers,
  words: speech.copy.altText,
  file: speech.copy.file,
} as const;

/** Copies the figure in some form. */
export function CopyMenu({ thinker, acts, isReady }: { thinker: Thinker; acts: Acts; isReady: boolean }) {
  const copy = async (kind: keyof typeof kinds) => {
    const { shown, figure, states } = acts.now();
    if (!shown) return;
    try {
      if (kind === 'picture') {
        await navigator.clipboard.write([new ClipboardItem({ 'image/png': pictureOf(shown) })]);
      } else {
        const texts = {
          svg: shown.svg,
          numbers: (kind === 'numbers' ? await thinker.ask('tables', {}) : [])
            .map(({ title, columns, rows }) =>
              [...(title === '' ? [] : [[title]]), columns.map((column) => column.title), ...rows]
                .map((row) => row.join('\t'))
                .join('\n'),
            )
            .join('\n\n'),
          words: shown.altText,
          file: figure ? (states[figure]?.text ?? '') : '',
        };
        await navigator.clipboard.writeText(texts[kind]);
      }
      acts.say(speech.copy.done(kinds[kind]));
    } catch {
      acts.say(speech.copy.refused);
    }
  };
  return (
    <MenuTrigger>
      <Button className="act" isDisabled={!isReady}>
        {speech.copy.menu}
      </Button>
      <Popover placement="bottom end">
        <Menu onAction={(key) => void copy(key as keyof typeof kinds)}>
          {Object.entries(kinds).map(([key, words]) => (
            <MenuItem key={key} id={key}>
              {words}
            </MenuItem>
          ))}
        </Menu>
      </Popover>
    </MenuTrigger>
  );
}
