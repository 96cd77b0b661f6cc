/** The type of documents of text in the OpenDocument format. */
export const openTextType = 'application/vnd.oasis.opendocument.text';

/** Whether the first bytes of a file are of a document of this format, however it is packed. */
export const isOpenText = (head: Uint8Array): boolean =>
  head[0] === 0x50 &&
  head[1] === 0x4b &&
  new TextDecoder('latin1').decode(head.subarray(0, 200)).includes(openTextType);
