import { useEffect, useState } from 'react';
import { Button } from 'react-aria-components';
import { Desk } from './Desk.js';
import type { Files } from './files.js';
import { keptPlace } from './kept.js';
import { placedFiles } from './placed.js';
import { Start } from './Start.js';
import { servedFiles } from './served.js';
import type { Place } from './shelves.js';
import { speech } from './speech.js';
import { Thinker } from './thinker.js';
import { type Newer, newerDesk } from './updates.js';
import './start.css';

/** What a desk is opened over. */
interface Opened {
  files: Files;
  thinker: Thinker;
  first: string | undefined;
}

const base = new URL('.', location.href.split('#')[0]).href;

/** How the token of a session looks that a server gives. */
const isToken = (word: string) => /^[\w-]{32}$/.test(word);

const demoWord = 'demo';
/** Before a figure of the docs in Base64 (RFC 4648, section 5), which is tried in the demo. */
const tryWord = 'try:';
const tried = 'figures/example.figure.yaml';
const keptWord = 'kept:';

function openedOver(place: Place, first?: string, thinker = new Thinker()): Opened {
  void thinker.open({ place, base });
  return { thinker, files: placedFiles(place, thinker), first };
}

async function demoPlace(more: Record<string, string> = {}): Promise<Place> {
  const { files } = await import('../../shared/project.js');
  return { name: speech.folder.demo, texts: { ...files, ...more } };
}

/** The text that an address holds. */
function unpacked(word: string): string {
  const letters = atob(word.replaceAll('-', '+').replaceAll('_', '/'));
  return new TextDecoder().decode(Uint8Array.from(letters, (letter) => letter.charCodeAt(0)));
}

async function triedIn(word: string): Promise<Opened | { said: string }> {
  try {
    const thinker = new Thinker();
    return openedOver(await demoPlace({ [tried]: unpacked(word) }), tried, thinker);
  } catch {
    return { said: speech.start.noExample };
  }
}

/** What the address names: what stands behind "#" is in no request. */
async function fromAddress(): Promise<Opened | { said: string }> {
  const [word = '', ...rest] = location.hash.slice(1).split('/');
  const first = rest.length === 0 ? undefined : decodeURIComponent(rest.join('/'));
  if (isToken(word)) {
    const thinker = new Thinker();
    void thinker.open({ served: { token: word }, base });
    return { thinker, files: servedFiles(word), first };
  }
  if (word === demoWord) {
    // It starts while the files of the demo come.
    const thinker = new Thinker();
    return openedOver(await demoPlace(), first, thinker);
  }
  if (word.startsWith(tryWord)) return triedIn(word.slice(tryWord.length));
  if (!word.startsWith(keptWord)) return { said: '' };
  const name = decodeURIComponent(word.slice(keptWord.length));
  const place = await keptPlace(name).catch(() => undefined);
  return place ? openedOver(place, first) : { said: speech.start.notKept(name) };
}

/** Says that a newer page is there, which is taken when the person wants it. */
function Update() {
  const [newer, know] = useState<Newer>();
  useEffect(() => newerDesk(know), []);
  if (!newer) return null;
  return (
    <p className="newer" role="status">
      {speech.start.newer} <Button onPress={newer.take}>{speech.start.takeNewer}</Button>
    </p>
  );
}

/** The desk over what the address names, or where to begin. */
export function App() {
  const [opened, open] = useState<Opened>();
  const [said, say] = useState<string>();
  useEffect(() => {
    void fromAddress().then((found) => ('said' in found ? say(found.said) : open(found)));
  }, []);
  const begin = (place: Place) => {
    const word = 'texts' in place || !place.isOwn ? '' : `${keptWord}${encodeURIComponent(place.name)}`;
    // Replaced, so that the page is not loaded anew.
    if (word !== '') history.replaceState(null, '', `#${word}`);
    open(openedOver(place));
  };
  const demo = () => {
    history.replaceState(null, '', `#${demoWord}`);
    void demoPlace().then((place) => open(openedOver(place)));
  };
  return (
    <>
      <Update />
      {opened && <Desk {...opened} />}
      {!opened && said !== undefined && <Start begin={begin} demo={demo} said={said} />}
    </>
  );
}
