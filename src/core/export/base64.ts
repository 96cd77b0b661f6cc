const digits = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';

/** Bytes as base64 (RFC 4648); Node and browsers share no built-in way. */
export function base64(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += 3) {
    const [a = 0, b = 0, c = 0] = bytes.subarray(i, i + 3);
    const bits = (a << 16) | (b << 8) | c;
    const group = [18, 12, 6, 0].map((shift) => digits[(bits >> shift) & 63] as string);
    const left = bytes.length - i;
    text +=
      left >= 3
        ? group.join('')
        : group
            .slice(0, left + 1)
            .join('')
            .padEnd(4, '=');
  }
  return text;
}
