import {
  type Box,
  check,
  checkFile,
  type Drawing,
  describe,
  kinds,
  matchFigure,
  memory,
  openProject,
  type PlateItem,
  type Problem,
  type Project,
  type Purpose,
  readCodebook,
  readFigure,
  type Source,
  SourceFault,
  write,
} from 'hexis';
import {
  answered,
  beginnings,
  type Control,
  cellForm,
  cellText,
  codebookEdit,
  codebookRows,
  compareFigures,
  comparisonTables,
  contrast,
  controlAt,
  controlsOf,
  draftFiles,
  dragAt,
  dragEdits,
  type Edit,
  enteredValue,
  everyControl,
  exchangesOf,
  forCategory,
  forColumn,
  forStyle,
  hit,
  inkBoxes,
  inkText,
  inkWords,
  isRead,
  lookInto,
  lookIntoDatabase,
  overlaid,
  partOf,
  patched,
  patchFor,
  pathFrom,
  type Raster,
  type Rasteriser,
  readingOrder,
  rowsOf,
  type Samples,
  type Shelf,
  type Side,
  samplesOf,
  scopesOf,
  settingEdits,
  settingsText,
  type TableLook,
  type Turntable,
  turntable,
  unmarked,
  valueText,
  viewOf,
  wordsAt,
} from 'hexis/desk';
import {
  type BoundFigure,
  checkHand,
  EntryDrawer,
  entryOptions,
  handFigures,
  movedFigure,
  openReport,
  titleIn,
} from 'hexis/report';
import { askingAt } from './asking.js';
import { centimetres, inDatabase } from './names.js';
import { PlaceCalls } from './placeCalls.js';
import type {
  Answer,
  CallName,
  Calls,
  Chosen,
  Drawn,
  Filled,
  FromWorker,
  Marked,
  Question,
  Rastered,
  Setting,
  Shown,
  ShownTable,
  Small,
  Told,
  Tried,
} from './protocol.js';
import { scriptFacesAt } from './scriptFaces.js';
import { type Place, shelfOf } from './shelves.js';
import { speech } from './speech.js';
import { timesIn } from './timesIn.js';
import { typeBeside } from './typeBeside.js';

let project: Project | undefined;
/** Texts and tables that come before those of the server: what the page has just changed, or all of the demo. */
const held = new Map<string, string | Uint8Array>();
/** Counts up with each change of a file, so that it is read again only then. */
const changes = new Map<string, number>();
let drawing: Drawing | undefined;
let samples: { of: string; found: Samples } | undefined;
let table: { path: string; caption: boolean; table: Turntable } | undefined;
const looks = new Map<string, { look: TableLook; remarks: string[] }>();

/** Stops what is asked of tables; none where nothing is served. */
let stopAsking: (() => void) | undefined;

const tell = (said: FromWorker) => self.postMessage(said);
const tellWaiting = (waiting: number) => tell({ waiting });
const tellProgress = (done: number, total: number) => tell({ progress: { done, total } });

/** Drawings that the page makes dots of, by their numbers. */
const rastering = new Map<number, { done(made: Raster): void; fail(fault: Error): void }>();
let rasters = 0;

const rasterByPage: Rasteriser = (svg, wish) => {
  rasters += 1;
  const own = rasters;
  return new Promise((done, fail) => {
    rastering.set(own, { done, fail });
    tell({ raster: own, wish: { svg, ...wish } });
  });
};

function rastered({ rastered: own, made, fault }: Rastered): void {
  const waiting = rastering.get(own);
  rastering.delete(own);
  if (made) waiting?.done(made);
  else waiting?.fail(new Error(fault));
}

const bump = (path: string) => {
  changes.set(path, (changes.get(path) ?? 0) + 1);
  looks.delete(path);
  table = undefined;
};

/** The files that no server has. */
let place: { shelf: Shelf; calls: PlaceCalls; times(): Promise<Record<string, number>> } | undefined;

/** Reads the files of a folder by the calls of its server. */
const servedBytes = (token: string, base: string) => async (path: string) => {
  const answer = await fetch(`${base}api/bytes?path=${encodeURIComponent(path)}`, {
    headers: { authorization: `Bearer ${token}` },
  });
  if (answer.ok) return new Uint8Array(await answer.arrayBuffer());
  const { fault } = (await answer.json()) as { fault: string };
  throw new SourceFault(answer.status === 404 ? 'missing' : 'unreadable', fault);
};

const shelvedBytes = (shelf: Shelf) => async (path: string) => {
  const found = await shelf.read(path);
  if (!found) throw new SourceFault('missing', speech.thinker.noFile);
  return found;
};

/** Files as they are read, but for those that the page has just changed. */
function sourceOf(read: (path: string) => Promise<Uint8Array>, abilities: Partial<Source>): Source {
  const get = async (path: string) => {
    const own = held.get(path);
    if (own !== undefined) return typeof own === 'string' ? new TextEncoder().encode(own) : own;
    return read(path);
  };
  return {
    ...memory({}),
    ...abilities,
    text: async (path) => {
      const own = held.get(path);
      return typeof own === 'string' ? own : settingsText(await get(path));
    },
    bytes: get,
    stamp: async (path) => changes.get(path) ?? 0,
    near: async () => [...held.keys()],
  };
}

/** The files by the calls of a server. */
function servedSource(token: string, base: string): Source {
  const served = { token, base };
  const asking = askingAt(served, (path) => changes.get(path) ?? 0, tellWaiting);
  stopAsking = asking.stop;
  return sourceOf(servedBytes(token, base), {
    ...typeBeside(base),
    scriptFace: scriptFacesAt(served),
    answerer: asking.answerer,
  });
}

/** The files of a place that no server has. */
function placedSource(own: Place, base: string): Source {
  const shelf = shelfOf(own, isRead);
  const source = sourceOf(shelvedBytes(shelf), typeBeside(base));
  const calls = new PlaceCalls(own, shelf, { source, rasterise: rasterByPage, progress: tellProgress });
  place = { shelf, calls, times: async () => ('texts' in own ? {} : timesIn(own.handle)) };
  return source;
}

const placed = () => {
  if (!place) throw new Error(speech.thinker.noFiles);
  return place;
};

const opened = (): Project => {
  if (!project) throw new Error(speech.thinker.noFiles);
  return project;
};

const wordsOfTold = (problems: readonly Told[]): string =>
  problems
    .filter(({ severity }) => severity === 'error')
    .map(({ found, expected, write: say }) =>
      [found, expected && speech.findings.expected(expected), say && `${speech.findings.write} ${say}`]
        .filter((part) => part)
        .join('; '),
    )
    .join('\n');

const wordsOf = (problems: readonly Problem[]): string => wordsOfTold(problems.map(told));

/** A problem as the page says it. */
function told(problem: Problem): Told {
  const { found, expected, write: say } = describe(problem);
  const { code, severity, place: { file, line, column } = {} } = problem;
  return { code, severity, file, line, column, found, expected, write: say };
}

/** What one wants to show with a kind. */
const purposeOf = (name: string): Purpose => kinds.find((kind) => kind.name === name)?.purpose ?? 'compare';

const filled = (control: Control): Filled => ({ ...control, text: valueText(control.value) });

/** A drawing for the page. It carries its settings, which go along where it is copied; rows would be gathered for each key. */
async function svgOf(made: Drawing, carries: 'nothing' | 'settings' = 'settings'): Promise<string> {
  const own = made.settings.export.carries === 'nothing' ? 'nothing' : carries;
  const svg = await write(made, 'svg', { carries: own });
  return svg.ok ? svg.value.replace(/^<\?xml.*\?>\n/, '') : '';
}

function tablesOf({ numbers, words }: Drawing): ShownTable[] {
  const form = cellForm(words);
  const shown = (title: string, own: Pick<typeof numbers, 'columns' | 'rows'>): ShownTable => ({
    title,
    columns: own.columns.map((column) => ({ title: column.title, isNumber: column.decimals !== undefined })),
    rows: own.rows.map((row) => row.map((value, i) => cellText(own, value, i, form))),
  });
  return [shown('', numbers), ...(numbers.further ?? []).map((own) => shown(own.title, own))];
}

async function shownOf(made: Drawing): Promise<Shown> {
  const { plate, numbers, parts, settings } = made;
  return {
    id: plate.id,
    svg: await svgOf(made),
    width: plate.width,
    height: plate.height,
    summary: speech.thinker.used(numbers.used, numbers.read, numbers.cases),
    altText: plate.description,
    note: await unmarked(made.note.join(' ')),
    textWidth: settings.widths['text'] ?? plate.width,
    isFigure: parts.length === 1 && parts[0]?.prefix === '',
    view: viewOf(made),
  };
}

async function smallOf(made: Drawing): Promise<Small> {
  const { id, width, height } = made.plate;
  return { id, svg: await svgOf(made, 'nothing'), width, height };
}

/** A state of a figure that is compared. */
async function sideOf(own: Project, path: string): Promise<Side | { fault: string }> {
  const found = await own.draw(path);
  if (!found.ok) return { fault: wordsOf(found.problems) };
  return { drawing: found.value, findings: check(found.value, found.problems) };
}

/** The number of the drawing that was begun last: one that was begun before and comes later is not the one that is shown. */
let begun = 0;

async function drawn(path: string, caption: boolean): Promise<Drawn> {
  begun += 1;
  const mine = begun;
  const found = await opened().draw(path, { caption });
  if (!found.drawing) return { problems: found.problems.map(told) };
  if (mine === begun) drawing = found.drawing;
  return { problems: found.problems.map(told), shown: await shownOf(found.drawing) };
}

const itemOf = (role: string | undefined): PlateItem | undefined =>
  drawing?.plate.items.find((item) => item.role === role);

function chosenOf(item: PlateItem | undefined): Chosen | undefined {
  const part = drawing && item && partOf(drawing, item);
  if (!drawing || !part || !item) return undefined;
  const boxes = new Map(drawing.plate.items.map((own) => [own.role, own.box]));
  const scopes = scopesOf(drawing, item).map(({ key, words, count, roles, target }) => ({
    key,
    isLook: target.is === 'look',
    words,
    count,
    boxes: roles.flatMap((role) => boxes.get(role) ?? []),
  }));
  return {
    role: item.role,
    words: inkWords(part, item),
    box: item.box,
    scopes,
    text: wordsAt(drawing, item),
    file: part.prefix === '' ? undefined : part.locate('chart').file,
    rows: rowsOf(part, item),
  };
}

/** The part that a setting is one of, and what its change is made to. */
function targetOf({ role, scope }: Pick<Setting, 'role' | 'scope'>) {
  if (!drawing) return undefined;
  const item = itemOf(role);
  const part = item ? partOf(drawing, item) : drawing.parts[0];
  const reach = item && scopesOf(drawing, item).find((own) => own.key === scope);
  const target = reach?.target ?? { is: 'look' as const, paths: [] };
  return part && { part, target, scope: reach };
}

/** Draws a figure as it would be after a change; a change by which it cannot be drawn is none. */
async function tried(path: string, figure: string, caption: boolean, edits: readonly Edit[]): Promise<Tried> {
  const before = await opened().store.source.text(path);
  const wasHeld = held.get(path);
  const text = patched(before, patchFor(before, edits));
  held.set(path, text);
  bump(path);
  const found = await drawn(figure, caption);
  if (found.shown) return { text, edits, found };
  if (wasHeld === undefined) held.delete(path);
  else held.set(path, wasHeld);
  bump(path);
  return { fault: wordsOfTold(found.problems) };
}

async function lookAt(path: string): Promise<{ look: TableLook; remarks: string[] } | { fault: string }> {
  const known = looks.get(path);
  if (known) return known;
  const there = inDatabase(path);
  const found = there ? await lookIntoDatabase(opened(), there) : await lookInto(opened(), path);
  if (!found.ok) return { fault: wordsOf(found.problems) };
  const looked = { look: found.value, remarks: found.problems.map((problem) => describe(problem).found) };
  looks.set(path, looked);
  return looked;
}

/** The first figure of a table, drawn from memory. */
async function kindOf(
  look: TableLook,
  settings: Parameters<typeof draftFiles>[1],
  answers: Calls['kinds']['ask']['answers'],
) {
  const names = { id: 'first', table: look.path, codebook: 'first.codebook.yaml' };
  const { codebook, figure } = draftFiles(look, settings, names, answers);
  const { source } = opened().store;
  const own: Source = {
    ...source,
    text: async (path) =>
      path === 'first.figure.yaml' ? figure : path === 'first.codebook.yaml' ? codebook : source.text(path),
    stamp: async (path) => (path.startsWith('first.') ? figure + codebook : source.stamp?.(path)),
  };
  return openProject(own).draw('first.figure.yaml');
}

/** The table that a figure is made from, by the path of the folder. */
async function tableOf(path: string): Promise<string | undefined> {
  const { source } = opened().store;
  const read = readFigure(await source.text(path), path);
  if (!read.ok) return undefined;
  const { data } = read.value.value;
  const file =
    typeof data === 'string'
      ? data
      : data && !Array.isArray(data) && 'file' in data
        ? (data.file as string)
        : undefined;
  return file === undefined ? undefined : source.join(path, file);
}

/** Values of a column that a figure can be made of alone. */
const [fewest, most] = [2, 12];

const answers: { [N in CallName]: (ask: Calls[N]['ask']) => Promise<Calls[N]['get']> | Calls[N]['get'] } = {
  stop() {
    stopAsking?.();
    return undefined;
  },
  files(ask) {
    const source = 'served' in ask ? servedSource(ask.served.token, ask.base) : placedSource(ask.place, ask.base);
    project = openProject(source);
  },
  folder: async ({ call, ask }) => placed().calls.answer(call, ask),
  times: () => placed().times(),
  packed: async () => (await import('./zipped.js')).packedShelf(placed().shelf),
  taken: async ({ files }) => (await import('./zipped.js')).takenInto(placed().shelf, files),
  changed({ path, text, bytes }) {
    const now = text ?? bytes;
    if (now === undefined) held.delete(path);
    else held.set(path, now);
    bump(path);
  },
  draw: ({ path, caption }) => drawn(path, caption),
  try: ({ path, figure, caption, edits }) => tried(path, figure, caption, edits),
  async enter({ path, caption, setting, text, value }) {
    const found = targetOf(setting);
    if (!found) return { fault: speech.thinker.notDrawn };
    const { part, target } = found;
    const control =
      setting.scope === undefined
        ? controlAt(part, setting.path)
        : controlsOf(part, { target }).find((own) => own.path === setting.path);
    if (!control) return { fault: speech.thinker.noSetting(setting.path) };
    const given = text === undefined ? value : enteredValue(control, text, part.figure.chart.kind);
    return tried(path, path, caption, settingEdits(part, target, setting.path, given));
  },
  async small({ path, style, report }) {
    const read = report === undefined ? undefined : await openReport(opened().store, report);
    const entry = read?.ok ? read.value.entries.find((own) => own.path === path) : undefined;
    const asked = read?.ok && entry ? entryOptions(read.value, entry) : style === undefined ? {} : { style };
    const found = await opened().draw(path, asked);
    return found.drawing ? smallOf(found.drawing) : { fault: wordsOf(found.problems) };
  },
  async findings({ path }) {
    const found = await checkFile(opened(), path);
    return found.ok ? found.value.findings : [];
  },
  hit({ x, y, slack }) {
    const item = drawing && hit(drawing.plate, x, y, slack);
    return { chosen: chosenOf(item), drag: drawing && dragAt(drawing, item, x, y) };
  },
  again: ({ role }) => chosenOf(itemOf(role)),
  next({ role, by }) {
    if (!drawing) return undefined;
    const order = readingOrder(drawing.plate);
    const at = order.findIndex((item) => item.role === role);
    return chosenOf(order[at < 0 ? 0 : (at + by + order.length) % order.length]);
  },
  async controls({ role, scope }) {
    const found = targetOf({ role, scope });
    if (!drawing || !found) return { controls: [], palette: [], paper: '#ffffff', samples: undefined };
    const { part } = found;
    const { groups, single } = part.settings.palette;
    const style = JSON.stringify([part.settings.text.legendEntry.color, part.settings.lines.width]);
    if (samples?.of !== style) samples = { of: style, found: await samplesOf(drawing) };
    const { paper } = part.settings;
    return {
      controls: (found.scope ? controlsOf(part, found.scope) : everyControl(part)).map(filled),
      palette: [...new Set([...groups, single])].map((color) => ({ color, contrast: contrast(color, paper) })),
      paper,
      samples: samples.found,
    };
  },
  tables: () => (drawing ? tablesOf(drawing) : []),
  async compare({ path, texts }) {
    const { source } = opened().store;
    const old = await sideOf(openProject(overlaid(source, texts)), path);
    if ('fault' in old) return { fault: speech.earlier.notDrawn(old.fault) };
    const now = await sideOf(opened(), path);
    if ('fault' in now) return now;
    const comparison = compareFigures(old, now);
    const { came, went, moved } = inkBoxes(old.drawing, now.drawing);
    const marked = async (side: Side, marks: Marked['marks']) => ({ ...(await smallOf(side.drawing)), marks });
    const as = (boxes: readonly Box[], what: Marked['marks'][number]['as']) =>
      boxes.map((box) => ({ ...box, as: what }));
    return {
      tables: comparisonTables(comparison),
      ink: inkText(comparison.ink),
      isSame: comparison.isSame,
      before: await marked(old, [
        ...as(went, 'went'),
        ...as(
          moved.map(([was]) => was),
          'moved',
        ),
      ]),
      now: await marked(now, [
        ...as(came, 'came'),
        ...as(
          moved.map(([, is]) => is),
          'moved',
        ),
      ]),
    };
  },
  drag: ({ drag, x, y }) => {
    const edits = drawing ? dragEdits(drawing, drag, x, y) : [];
    const values = edits.flatMap(({ value }) => (value === undefined ? [] : [valueText(value)]));
    return { edits, would: values.join(', ') };
  },
  async turn({ path, caption, view }) {
    if (table?.path !== path || table.caption !== caption) {
      const made = await turntable(opened(), path, { caption });
      if (!made.ok || !made.value) return undefined;
      table = { path, caption, table: made.value };
    }
    const made = table.table.at(view);
    return made.ok ? shownOf(made.value) : undefined;
  },
  async look({ path }) {
    const found = await lookAt(path);
    if ('fault' in found) return found;
    const { look, remarks } = found;
    return { columns: look.columns, rows: look.rows, isLook: look.asked !== undefined, remarks };
  },
  async kinds({ path, chosen, answers: said }) {
    const looked = await lookAt(path);
    if ('fault' in looked) return [];
    const { look } = looked;
    const found: Calls['kinds']['get'] = [];
    for (const own of beginnings(answered(look.columns, said), chosen)) {
      if ('why' in own) {
        found.push(own);
        continue;
      }
      const made = await kindOf(look, own.settings, said);
      found.push(
        made.drawing
          ? { ...own, purpose: purposeOf(own.kind), small: await smallOf(made.drawing) }
          : { kind: own.kind, why: wordsOf(made.problems) },
      );
    }
    return found;
  },
  async drafts({ path, settings, answers: said, id }) {
    const looked = await lookAt(path);
    if ('fault' in looked) return looked;
    const folder = path.includes('/') ? path.slice(0, path.lastIndexOf('/') + 1) : '';
    const table = inDatabase(path)?.table ?? path.slice(folder.length);
    const names = { id, table, codebook: `${id}.codebook.yaml` };
    return draftFiles(looked.look, settings, names, said);
  },
  async others({ path }) {
    const part = drawing?.parts[0];
    const from = await tableOf(path);
    const looked = from === undefined ? undefined : await lookAt(from);
    if (!part || !looked || 'fault' in looked) return { exchanges: [], subsets: [] };
    const { look } = looked;
    const exchanges = exchangesOf(part, look.columns);
    const places = new Set(exchanges.filter(({ setting }) => setting !== 'group').map(({ column }) => column));
    const subsets = look.columns.flatMap(({ name, looks: what, different, values }) => {
      if (places.has(name) || (what !== 'nominal' && what !== 'coded') || different < fewest || different > most)
        return [];
      const variable = part.codebook.variable(name);
      const nameOf = (code: string) => variable.categories.find((own) => own.code === code)?.name ?? code;
      return [
        { column: name, label: variable.label, values: values.map(({ text }) => ({ code: text, name: nameOf(text) })) },
      ];
    });
    return { exchanges, subsets };
  },
  async variant({ path, setting, label, column, code }) {
    const part = drawing?.parts[0];
    const { source } = opened().store;
    const text = await source.text(path);
    if (!part) return { text, left: [], problems: [] };
    const { edits, left } =
      code === undefined
        ? forColumn(part, { setting: setting as string, label: label ?? '' }, column)
        : forCategory(part, column, code);
    return { text: patched(text, patchFor(text, edits)), left, problems: [] };
  },
  async match({ path, model, scales }) {
    const found = await matchFigure(opened(), path, model, { scales });
    if (!found.ok) return { fault: wordsOf(found.problems) };
    const { after, left } = found.value;
    return { text: after, left: [...left.scales, ...left.others] };
  },
  async codebook({ path }) {
    const read = readCodebook(await opened().store.source.text(path), path);
    return read.ok ? codebookRows(read.value.value) : [];
  },
  cell: ({ name, key, text }) => codebookEdit(name, key, text),
  async give({ path, setting, figures, styles }) {
    const part = drawing?.parts[0];
    const given = part && forStyle(part, setting);
    if (!given) return { fault: speech.thinker.notInStyle };
    const { source } = opened().store;
    const isFile = /[./\\]/.test(given.style);
    if (isFile) {
      const style = source.join(path, given.style);
      return {
        style,
        changes: [
          { path: style, edits: given.styleEdits },
          { path, edits: given.figureEdits },
        ],
      };
    }
    // A built-in style has no file to change: the folder gets a house style that builds on it.
    let style = 'house.style.yaml';
    for (let n = 2; styles.includes(style); n += 1) style = `house-${n}.style.yaml`;
    const plain = `hexis: style/1\nname: House\nextends: ${given.style}\n`;
    const text = patched(plain, patchFor(plain, given.styleEdits));
    const followers: Calls['give']['get'] = { style, changes: [{ path: style, text }] };
    for (const own of figures) {
      const read = readFigure(await source.text(own), own);
      if (!read.ok || (read.value.value.style ?? 'plain') !== given.style) continue;
      const edits: Edit[] = [{ path: ['style'], value: pathFrom(style, own) }];
      followers.changes.push({ path: own, edits: own === path ? [...given.figureEdits, ...edits] : edits });
    }
    return followers;
  },
  async report({ path }) {
    const { store } = opened();
    const read = await openReport(store, path);
    if (!read.ok) return { fault: wordsOf(read.problems) };
    const figures: BoundFigure[] = [];
    const drawer = new EntryDrawer(store.source);
    for (const entry of read.value.entries) {
      const made = await drawer.draw(read.value, entry);
      if (!made.ok) return { fault: wordsOf(made.problems) };
      figures.push(made.value.figure);
    }
    const across = checkHand(handFigures(figures), read.value);
    return {
      title: titleIn(read.value, read.value.language ?? figures[0]?.language ?? 'en') ?? read.value.id,
      figures: figures.map(({ entry, title, width, height, placed, findings }) => ({
        path: entry.path,
        label: entry.label,
        title,
        size: speech.size.now(centimetres(width), centimetres(height)),
        placed,
        width: width / placed,
        height: height / placed,
        count: findings.filter(({ waived }) => waived === undefined).length,
      })),
      across: across.map((finding) => ({ finding, file: finding.place?.file ?? path })),
    };
  },
  moved: async ({ path, from, to }) => movedFigure(await opened().store.source.text(path), from, to),
  pathFrom: ({ target, from }) => pathFrom(target, from),
};

/** What changes files: each waits for the one before it, so that no change is drawn half from old texts. */
const inTurn: ReadonlySet<CallName> = new Set<CallName>(['changed', 'try', 'enter']);
let last: Promise<unknown> = Promise.resolve();

async function answerTo({ id, name, ask }: Question): Promise<void> {
  const answer: Answer = { id };
  try {
    answer.get = await (answers[name] as (ask: unknown) => unknown)(ask);
  } catch (fault) {
    answer.fault = String(fault);
  }
  tell(answer);
}

self.addEventListener('message', ({ data }: MessageEvent<Question | Rastered>) => {
  if ('rastered' in data) rastered(data);
  else if (inTurn.has(data.name)) last = last.then(() => answerTo(data));
  else void answerTo(data);
});
