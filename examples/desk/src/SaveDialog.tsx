import { useState } from 'react';
import {
  Button,
  Dialog,
  DialogTrigger,
  Heading,
  Input,
  Label,
  Modal,
  ModalOverlay,
  TextField,
} from 'react-aria-components';
import type { Acts } from './acts.js';
import { Choices } from './Choices.js';
import type { Files } from './files.js';
import { centimetres } from './names.js';
import type { Shown } from './protocol.js';
import { speech } from './speech.js';

/** What a format is called, and what it is for. */
const formWords = ({ formats }: Files): Record<string, string> =>
  Object.fromEntries(formats.map(({ name, description }) => [name, `${name.toUpperCase()}: ${description}`]));

/** Keeps the drawing as a file of the browser. */
function download({ id, svg }: Shown): void {
  const link = document.createElement('a');
  const text = `<?xml version="1.0" encoding="UTF-8"?>\n${svg}`;
  link.href = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }));
  link.download = `${id}.svg`;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** Hands the figure over: into the folder, in several formats at once, by the code of the command; or the SVG by the browser. */
export function SaveDialog({ files, acts, isReady }: { files: Files; acts: Acts; isReady: boolean }) {
  const [as, setAs] = useState<string[]>(['svg', 'pdf']);
  const [wish, setWish] = useState({ width: '', height: '', dpi: '300', into: '' });
  const [fault, setFault] = useState('');
  if (!files.save) {
    return (
      <Button
        id="save"
        className="act"
        isDisabled={!isReady}
        onPress={() => {
          const { shown } = acts.now();
          if (shown) download(shown);
        }}
      >
        {speech.save.saveSvg}
      </Button>
    );
  }
  const save = async (close: () => void) => {
    const dpi = Number(wish.dpi);
    if (!(dpi >= 36 && dpi <= 2400)) {
      setFault(speech.save.dpiFault);
      return;
    }
    const { figure, caption } = acts.now();
    const saved = figure && (await files.save?.(figure, { ...wish, as, dpi, caption }));
    if (!saved) return;
    if ('fault' in saved) {
      setFault(saved.fault);
      return;
    }
    setFault('');
    close();
    acts.say(speech.save.saved(saved.files.join(', '), wish.into === '' ? speech.save.folderHere : wish.into));
  };
  const asDrawn = (side: 'width' | 'height') => {
    const { shown } = acts.now();
    return shown ? `${centimetres(shown[side])}cm` : '';
  };
  const field = (key: keyof typeof wish, label: string, placeholder: string) => (
    <TextField value={wish[key]} onChange={(value) => setWish({ ...wish, [key]: value })}>
      <Label>{label}</Label>
      <Input placeholder={placeholder} />
    </TextField>
  );
  return (
    <DialogTrigger>
      <Button id="save" className="act main" isDisabled={!isReady}>
        {speech.save.saveAs}
      </Button>
      <ModalOverlay className="veil" isDismissable>
        <Modal className="modal">
          <Dialog>
            {({ close }) => (
              <>
                <Heading slot="title">
                  {speech.save.title} {acts.now().shown?.id}
                </Heading>
                <Choices label={speech.save.formats} words={formWords(files)} chosen={as} choose={setAs} />
                <div className="pair">
                  {field('width', speech.save.width, asDrawn('width'))}
                  {field('height', speech.save.height, asDrawn('height'))}
                </div>
                <div className="pair">
                  {field('dpi', speech.save.dpi, '300')}
                  {field('into', speech.save.folder, speech.save.folderHint)}
                </div>
                {fault !== '' && <p className="fault">{fault}</p>}
                <div className="ends">
                  <Button onPress={close}>{speech.save.leave}</Button>
                  <Button className="main" isDisabled={as.length === 0} onPress={() => void save(close)}>
                    {speech.save.save}
                  </Button>
                </div>
              </>
            )}
          </Dialog>
        </Modal>
      </ModalOverlay>
    </DialogTrigger>
  );
}
