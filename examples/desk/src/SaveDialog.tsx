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
import { handOver } from './handOver.js';
import { centimetres, shortName } from './names.js';
import { speech } from './speech.js';

/** What a format is called, and what it is for. */
const formWords = ({ formats }: Files): Record<string, string> =>
  Object.fromEntries(formats.map(({ name, description }) => [name, `${name.toUpperCase()}: ${description}`]));

/** Hands the figure over, in several formats at once, by the code of the command: into the folder, or by the downloads of the browser. */
export function SaveDialog({ files, acts, isReady }: { files: Files; acts: Acts; isReady: boolean }) {
  const [as, setAs] = useState<string[]>(['svg', 'pdf']);
  const [wish, setWish] = useState({ width: '', height: '', dpi: '300', into: '' });
  const [fault, setFault] = useState('');
  const [isBusy, setBusy] = useState(false);
  const save = async (close: () => void) => {
    const dpi = Number(wish.dpi);
    if (!(dpi >= 36 && dpi <= 2400)) {
      setFault(speech.save.dpiFault);
      return;
    }
    const { figure, caption } = acts.now();
    if (figure === undefined) return;
    setBusy(true);
    const saved = await files.save(figure, { ...wish, as, dpi, caption }).catch((own) => ({ fault: String(own) }));
    setBusy(false);
    if ('fault' in saved) {
      setFault(saved.fault);
      return;
    }
    setFault('');
    close();
    if (saved.handed?.length) {
      await handOver(saved.handed, acts.now().shown?.id ?? shortName(figure));
      acts.say(speech.save.handed(saved.files.join(', ')));
      return;
    }
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
                  {!files.isHanded && field('into', speech.save.folder, speech.save.folderHint)}
                </div>
                {fault !== '' && <p className="fault">{fault}</p>}
                <div className="ends">
                  <Button onPress={close}>{speech.save.leave}</Button>
                  <Button className="main" isDisabled={as.length === 0 || isBusy} onPress={() => void save(close)}>
                    {isBusy ? speech.save.saving : speech.save.save}
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
