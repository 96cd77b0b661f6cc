import { Button, Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';

interface Props {
  isOpen: boolean;
  title: string;
  text: string;
  yes: string;
  no: string;
  answer(isYes: boolean): void;
}

/** Asks before something is lost. */
export function ConfirmDialog({ isOpen, title, text, yes, no, answer }: Props) {
  return (
    <ModalOverlay className="veil" isOpen={isOpen} onOpenChange={(on) => !on && answer(false)}>
      <Modal className="modal">
        <Dialog role="alertdialog">
          <Heading slot="title">{title}</Heading>
          <p>{text}</p>
          <div className="ends">
            <Button autoFocus onPress={() => answer(false)}>
              {no}
            </Button>
            <Button className="main" onPress={() => answer(true)}>
              {yes}
            </Button>
          </div>
        </Dialog>
      </Modal>
    </ModalOverlay>
  );
}
