import { coreList } from '../core/export/formats.js';
import type { Format } from '../core/export/writer.js';

const starts = (head: Uint8Array, ...bytes: number[]) => bytes.every((byte, i) => head[i] === byte);

const readers = () => import('../core/export/carriedIn.js');

/** To add a format, write its file and add it here. */
export const formatList = [
  ...coreList,
  {
    name: 'png',
    ending: 'png',
    description: 'picture for any program',
    isPicture: true,
    needs: ['@resvg/resvg-js'],
    isOwn: (head) => starts(head, 0x89, 0x50, 0x4e, 0x47),
    carried: async (bytes) => (await readers()).carriedInPng(bytes),
    load: async () => (await import('./png.js')).writePng,
  },
  {
    name: 'tiff',
    ending: 'tiff',
    description: 'picture for journals',
    isPicture: true,
    needs: ['@resvg/resvg-js', 'sharp'],
    isOwn: (head) => starts(head, 0x49, 0x49, 0x2a, 0) || starts(head, 0x4d, 0x4d, 0, 0x2a),
    carried: async (bytes) => (await readers()).carriedInPacket(bytes),
    load: async () => (await import('./tiff.js')).writeTiff,
  },
] as const satisfies readonly Format[];

/** The name of a format available under Node. */
export type FormatName = (typeof formatList)[number]['name'];

/** All formats available under Node. */
export const formats: readonly (Format & { name: FormatName })[] = formatList;
