import { diffLines } from 'diff';
import { Button, Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import { speech } from './speech.js';
import type { DeskState } from './useDesk.js';

/** Shows what another program has changed while a change was made here, and asks which is to stand. */
export function ConflictDialog({ desk }: { desk: DeskState }) {
  const { conflict } = desk;
  if (!conflict) return null;
  const { path, by, change, before, now } = conflict;
  const leave = () => desk.acts.meet(undefined);
  const again = async () => {
    leave();
    if ('edits' in change) await desk.acts.act(path, by, change.edits);
    else await desk.acts.type(path, change.text);
  };
  const lines = diffLines(before, now).filter(({ added, removed }) => added || removed);
  return (
    <ModalOverlay className="veil" isOpen>
      <Modal className="modal">
        <Dialog role="alertdialog">
          <Heading slot="title">{speech.conflict.changed(path)}</Heading>
          <p>{speech.conflict.nowIs}</p>
          <pre className="difference">
            {lines.map(({ added, value }, i) => (
              <span key={i} className={added ? 'added' : 'gone'}>
                {value.replace(/^/gm, added ? '+ ' : '− ').replace(/[+−] $/, '')}
              </span>
            ))}
          </pre>
          <p>
            {speech.conflict.notWritten(by)} {'text' in change && speech.conflict.takesPlace}
          </p>
          <div className="ends">
            <Button onPress={leave}>{speech.conflict.leave}</Button>
            <Button className="main" onPress={() => void again()}>
              {'text' in change ? speech.conflict.writeOver : speech.conflict.makeOn}
            </Button>
          </div>
        </Dialog>
      </Modal>
    </ModalOverlay>
  );
}
