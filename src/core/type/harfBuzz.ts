/** A glyph as it was shaped, in font units. */
export interface ShapedGlyph {
  /** Number in the font. */
  id: number;
  /** Where the text that it stands for begins, in UTF-16 units. */
  cluster: number;
  /** How far the next glyph stands. */
  advance: number;
  /** How far it is moved from where it would stand; y upwards. */
  dx: number;
  dy: number;
}

/** How a text is shaped. */
export interface ShapingForm {
  /** Script of its letters (ISO 15924, as "Arab"); left out where it has none of its own. */
  script?: string | undefined;
  direction: 'ltr' | 'rtl';
  /** Its language (BCP 47): some letters have forms of their own in some. */
  language: string;
}

/** A font that shapes text. */
export interface ShapingFont {
  /** The glyphs of a text of one script and direction, from the left. */
  shape(text: string, form: ShapingForm): ShapedGlyph[];
}

/** Shapes text as its fonts say. */
export interface Shaper {
  font(bytes: Uint8Array): ShapingFont;
}

type Pointer = number;

/** What we call of HarfBuzz (`harfbuzz.wasm` of the package `harfbuzzjs`). */
interface HarfBuzz {
  memory: { buffer: ArrayBuffer; grow(pages: number): number };
  __wasm_call_ctors(): void;
  malloc(size: number): Pointer;
  free(at: Pointer): void;
  hb_blob_create(data: Pointer, length: number, mode: number, context: Pointer, destroy: Pointer): Pointer;
  hb_blob_destroy(blob: Pointer): void;
  hb_face_create(blob: Pointer, index: number): Pointer;
  hb_face_destroy(face: Pointer): void;
  hb_font_create(face: Pointer): Pointer;
  hb_font_destroy(font: Pointer): void;
  hb_buffer_create(): Pointer;
  hb_buffer_reset(buffer: Pointer): void;
  hb_buffer_add_utf16(buffer: Pointer, text: Pointer, length: number, offset: number, count: number): void;
  hb_buffer_set_direction(buffer: Pointer, direction: number): void;
  hb_buffer_set_script(buffer: Pointer, script: number): void;
  hb_buffer_set_language(buffer: Pointer, language: Pointer): void;
  hb_buffer_get_length(buffer: Pointer): number;
  hb_buffer_get_glyph_infos(buffer: Pointer, length: Pointer): Pointer;
  hb_buffer_get_glyph_positions(buffer: Pointer, length: Pointer): Pointer;
  hb_language_from_string(text: Pointer, length: number): Pointer;
  hb_shape(font: Pointer, buffer: Pointer, features: Pointer, count: number): void;
}

/** Values of enumerations of its interface. */
const [leftToRight, rightToLeft] = [4, 5];
const writable = 2;
const pageSize = 65_536;
/** Bytes of one glyph in each of its two lists. */
const glyphSize = 20;

const tagOf = (script: string): number =>
  [...script].reduce((tag, letter) => (tag << 8) | ((letter.codePointAt(0) ?? 32) & 255), 0);

/** Takes away what a font holds once nobody has it any more. */
const gone = new FinalizationRegistry<() => void>((free) => free());

const started = new WeakMap<Uint8Array, Promise<Shaper>>();

/**
 * Starts HarfBuzz, once for the same bytes.
 *
 * @param wasm the program, `harfbuzz.wasm` of the package `harfbuzzjs`
 */
export function startHarfBuzz(wasm: Uint8Array): Promise<Shaper> {
  let shaper = started.get(wasm);
  if (!shaper) {
    shaper = start(wasm);
    started.set(wasm, shaper);
  }
  return shaper;
}

async function start(wasm: Uint8Array): Promise<Shaper> {
  const stop = () => {
    throw new Error('the shaper of text has stopped');
  };
  const grow = (size: number): number => {
    const missing = size - hb.memory.buffer.byteLength;
    try {
      if (missing > 0) hb.memory.grow(Math.ceil(missing / pageSize));
      return 1;
    } catch {
      return 0;
    }
  };
  const { instance } = await WebAssembly.instantiate(wasm as Uint8Array<ArrayBuffer>, {
    wasi_snapshot_preview1: { proc_exit: stop },
    env: {
      _abort_js: stop,
      _emscripten_runtime_keepalive_clear: () => undefined,
      _setitimer_js: () => 0,
      emscripten_resize_heap: grow,
    },
  });
  const hb = instance.exports as unknown as HarfBuzz;
  hb.__wasm_call_ctors();
  const buffer = hb.hb_buffer_create();

  /** Does something with a copy of some bytes in its memory. */
  const withBytes = <T>(bytes: Uint8Array, use: (at: Pointer) => T): T => {
    const at = hb.malloc(Math.max(1, bytes.length));
    try {
      new Uint8Array(hb.memory.buffer).set(bytes, at);
      return use(at);
    } finally {
      hb.free(at);
    }
  };
  const languages = new Map<string, Pointer>();
  const languageOf = (code: string): Pointer => {
    const known = languages.get(code);
    if (known !== undefined) return known;
    const bytes = new TextEncoder().encode(code);
    const found = withBytes(bytes, (at) => hb.hb_language_from_string(at, bytes.length));
    languages.set(code, found);
    return found;
  };

  function shape(font: Pointer, text: string, { script, direction, language }: ShapingForm): ShapedGlyph[] {
    hb.hb_buffer_reset(buffer);
    const units = Uint16Array.from({ length: text.length }, (_, i) => text.charCodeAt(i));
    withBytes(new Uint8Array(units.buffer), (at) => hb.hb_buffer_add_utf16(buffer, at, text.length, 0, text.length));
    hb.hb_buffer_set_direction(buffer, direction === 'rtl' ? rightToLeft : leftToRight);
    hb.hb_buffer_set_script(buffer, tagOf(script ?? 'Zyyy'));
    hb.hb_buffer_set_language(buffer, languageOf(language));
    hb.hb_shape(font, buffer, 0, 0);
    const count = hb.hb_buffer_get_length(buffer);
    const infos = hb.hb_buffer_get_glyph_infos(buffer, 0);
    const positions = hb.hb_buffer_get_glyph_positions(buffer, 0);
    const view = new DataView(hb.memory.buffer);
    return Array.from({ length: count }, (_, i): ShapedGlyph => {
      const [info, position] = [infos + i * glyphSize, positions + i * glyphSize];
      return {
        id: view.getUint32(info, true),
        cluster: view.getUint32(info + 8, true),
        advance: view.getInt32(position, true),
        dx: view.getInt32(position + 8, true),
        dy: view.getInt32(position + 12, true),
      };
    });
  }

  return {
    font(bytes) {
      const data = hb.malloc(bytes.length);
      new Uint8Array(hb.memory.buffer).set(bytes, data);
      const blob = hb.hb_blob_create(data, bytes.length, writable, 0, 0);
      const face = hb.hb_face_create(blob, 0);
      const font = hb.hb_font_create(face);
      const shaping: ShapingFont = { shape: (text, form) => shape(font, text, form) };
      gone.register(shaping, () => {
        hb.hb_font_destroy(font);
        hb.hb_face_destroy(face);
        hb.hb_blob_destroy(blob);
        hb.free(data);
      });
      return shaping;
    },
  };
}
