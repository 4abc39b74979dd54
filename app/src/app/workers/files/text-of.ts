/**
 * The text in a file: UTF-16 with its mark or where every other byte is zero, UTF-8, or else the old Windows encoding that
 * spreadsheets still write.
 */
export function textOf(bytes: Uint8Array): string {
  const wide = wideEncoding(bytes);
  if (wide !== null) return new TextDecoder(wide).decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

function wideEncoding(bytes: Uint8Array): 'utf-16le' | 'utf-16be' | null {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  const start = bytes.subarray(0, 400);
  const zeros = [0, 1].map((odd) => start.filter((byte, index) => byte === 0 && index % 2 === odd).length);
  const [even = 0, odd = 0] = zeros;
  if (odd > start.length / 4 && even === 0) return 'utf-16le';
  return even > start.length / 4 && odd === 0 ? 'utf-16be' : null;
}
