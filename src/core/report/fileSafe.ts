/** An id as a part of a file name: without what leads to other folders or means something to a system. */
export const fileSafe = (id: string): string =>
  id.replace(/[^\p{L}\p{N}._-]+/gu, '-').replace(/^[.-]+/, '') || 'figure';
