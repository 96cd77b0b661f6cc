import { useEffect } from 'react';

interface Keys {
  /** While B is held, the figure is as it was before. */
  before(on: boolean): void;
  /** Ctrl+Z takes back, with Shift makes again. */
  step(which: 'undo' | 'redo'): void;
}

/** Whether somebody is typing. */
const isTyping = (target: EventTarget | null) =>
  target instanceof Element && target.closest('input, textarea, [contenteditable]') !== null;

/** The keys that hold wherever nobody is typing. */
export function useDeskKeys({ before, step }: Keys): void {
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (isTyping(event.target)) return;
      if (event.key === 'b' && !event.ctrlKey && !event.metaKey) before(true);
      if (event.key.toLowerCase() === 'z' && (event.ctrlKey || event.metaKey)) {
        event.preventDefault();
        step(event.shiftKey ? 'redo' : 'undo');
      }
    };
    const up = (event: KeyboardEvent) => {
      if (event.key === 'b') before(false);
    };
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
    };
  }, [before, step]);
}
