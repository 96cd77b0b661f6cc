import { createRoot } from 'react-dom/client';
import { files as demoTexts } from '../../shared/project.js';
import { Desk } from './Desk.js';
import { type Files, MemoryFiles, ServedFiles } from './files.js';
import { Thinker } from './thinker.js';

// The token of the session stands behind "#", which no request carries; without one the desk has the demo in memory.
const [token = '', first] = location.hash.slice(1).split('/');
const isDemo = token === '' || token === 'demo';
const thinker = new Thinker();
const files: Files = isDemo ? new MemoryFiles({ ...demoTexts }) : new ServedFiles(token);
const base = new URL('.', location.href.split('#')[0]).href;
void thinker.tell('files', isDemo ? { texts: demoTexts } : { served: { token, base } });
createRoot(document.getElementById('desk') as HTMLElement).render(
  <Desk files={files} thinker={thinker} first={first === undefined ? undefined : decodeURIComponent(first)} />,
);
window.addEventListener('hashchange', () => location.reload());
