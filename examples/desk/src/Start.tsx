import { useEffect, useState } from 'react';
import { Button, DropZone, FileTrigger, Text } from 'react-aria-components';
import { ConfirmDialog } from './ConfirmDialog.js';
import { droppedFiles, given } from './dropped.js';
import { give } from './handOver.js';
import {
  type Abilities,
  abilities,
  chosenFolder,
  folderAgain,
  keptNames,
  keptPlace,
  lastFolder,
  newPlace,
  removeKept,
} from './kept.js';
import { type Place, shelfOf } from './shelves.js';
import { speech } from './speech.js';

interface Props {
  /** Begins to work on files. */
  begin(place: Place): void;
  demo(): void;
  /** What has to be said first, such as that files are not here any more. */
  said: string;
}

/** Files that are kept in this browser, each to go on with, to take away or to remove. */
function Kept({
  names,
  begin,
  changed,
  failed,
}: {
  names: readonly string[];
  begin(name: string): void;
  changed(): void;
  failed(fault: unknown): void;
}) {
  const [leaving, leave] = useState<string>();
  const zip = async (name: string) => {
    const place = await keptPlace(name);
    if (place) give({ name: `${name}.zip`, bytes: await (await import('./zipped.js')).packedShelf(shelfOf(place)) });
  };
  return (
    <section aria-labelledby="kept">
      <h2 id="kept">{speech.start.kept}</h2>
      <ul className="kept">
        {names.map((name) => (
          <li key={name}>
            <span className="what">{name}</span>
            <Button aria-label={speech.start.goOnWith(name)} onPress={() => begin(name)}>
              {speech.start.goOn}
            </Button>
            <Button aria-label={speech.start.zipOf(name)} onPress={() => void zip(name).catch(failed)}>
              {speech.start.zip}
            </Button>
            <Button aria-label={speech.start.removeOf(name)} onPress={() => leave(name)}>
              {speech.start.remove}
            </Button>
          </li>
        ))}
      </ul>
      <ConfirmDialog
        isOpen={leaving !== undefined}
        title={speech.start.removeTitle(leaving ?? '')}
        text={speech.start.removeText}
        yes={speech.start.remove}
        no={speech.start.keep}
        answer={(isYes) => {
          const name = leaving;
          leave(undefined);
          if (isYes && name !== undefined) void removeKept(name).then(changed, failed);
        }}
      />
    </section>
  );
}

/** Where somebody who installs nothing begins: a folder, files that they drop, what is kept here, or the demo. */
export function Start({ begin, demo, said }: Props) {
  const [able, know] = useState<Abilities>();
  const [names, list] = useState<readonly string[]>([]);
  const [last, remember] = useState<Awaited<ReturnType<typeof lastFolder>>>();
  const [fault, setFault] = useState(said);
  const failed = (own: unknown) => setFault(own instanceof Error ? own.message : String(own));
  const relist = () => void keptNames().then(list, failed);
  useEffect(() => {
    void abilities().then((found) => {
      know(found);
      if (found.storage) relist();
      if (found.folders) void lastFolder().then(remember);
    });
  }, []);
  const take = async (files: ReadonlyMap<string, File>) => {
    setFault('');
    try {
      const own = await given(files);
      const { isRead } = await import('./isRead.js');
      if (!Object.keys(own.files).some(isRead)) {
        setFault(speech.start.unread(Object.keys(own.files).slice(0, 5).join(', ')));
        return;
      }
      if (!able?.storage) {
        begin({ name: own.name, texts: own.files });
        return;
      }
      const place = await newPlace(own.name);
      const { takenInto } = await import('./zipped.js');
      const taken = await takenInto(shelfOf(place), own.files);
      if (taken.fault === undefined) begin(place);
      else {
        // What was not taken whole is not left in part.
        await removeKept(place.name);
        setFault(speech.start.notTaken(taken.fault));
      }
    } catch (own) {
      failed(own);
    }
  };
  const open = async (found: Promise<Place | undefined>) => {
    try {
      const place = await found;
      if (place) begin(place);
    } catch (own) {
      failed(own);
    }
  };
  return (
    <main className="start">
      <h1>{speech.start.title}</h1>
      <p className="lead">{speech.start.lead}</p>
      {fault !== '' && (
        <p className="fault" role="alert">
          {fault}
        </p>
      )}
      <div className="ways">
        {able?.folders && (
          <section aria-labelledby="folder">
            <h2 id="folder">{speech.start.folder}</h2>
            <p>{speech.start.folderHint}</p>
            <div className="ends">
              {last && (
                <Button onPress={() => void open(folderAgain(last))}>{speech.start.again(last.handle.name)}</Button>
              )}
              <Button className="main" onPress={() => void open(chosenFolder())}>
                {speech.start.openFolder}
              </Button>
            </div>
          </section>
        )}
        <section aria-labelledby="drop">
          <h2 id="drop">{speech.start.drop}</h2>
          <p>{able?.storage === false ? speech.start.memoryHint : speech.start.dropHint}</p>
          <DropZone
            className="drop"
            aria-label={speech.start.dropHere}
            onDrop={(event) => void droppedFiles(event.items).then(take, failed)}
          >
            <Text slot="label">{speech.start.dropHere}</Text>
            <FileTrigger
              allowsMultiple
              onSelect={(files) => {
                if (files?.length) void take(new Map(Array.from(files, (file) => [file.name, file])));
              }}
            >
              <Button>{speech.start.choose}</Button>
            </FileTrigger>
          </DropZone>
        </section>
      </div>
      {names.length > 0 && (
        <Kept names={names} begin={(name) => void open(keptPlace(name))} changed={relist} failed={failed} />
      )}
      <p>
        {speech.start.demoHint} <Button onPress={demo}>{speech.start.demo}</Button>
      </p>
      {able && !able.folders && <p className="hint">{speech.start.noFolders}</p>}
      {able && !able.storage && <p className="hint">{speech.start.noStorage}</p>}
    </main>
  );
}
