const starts = (head: Uint8Array, ...bytes: number[]) => bytes.every((byte, i) => head[i] === byte);
const text = (head: Uint8Array) => new TextDecoder().decode(head);

/** Whether the first bytes of a file are those of a format, so that a new drawing may take its place. */
const formats: Readonly<Record<string, (head: Uint8Array) => boolean>> = {
  svg: (head) => /^\ufeff?\s*(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*|<!DOCTYPE[^>]*>\s*)*<svg[\s/>]/.test(text(head)),
  pdf: (head) => text(head).startsWith('%PDF-'),
  eps: (head) => text(head).startsWith('%!PS'),
  png: (head) => starts(head, 0x89, 0x50, 0x4e, 0x47),
  tiff: (head) => starts(head, 0x49, 0x49, 0x2a, 0) || starts(head, 0x4d, 0x4d, 0, 0x2a),
  plate: (head) => /^\s*\{\s*"hexis":\s*"plate\//.test(text(head)),
};

/** What may be replaced by a file of a format: files of that format. */
export const replacedBy = (format: string): ((head: Uint8Array) => boolean) | undefined => formats[format];
