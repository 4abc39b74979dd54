/** Hands a text, or bytes, to the browser as a file. */
export function download(content: string | Uint8Array<ArrayBuffer>, name: string, type: string): void {
  const address = URL.createObjectURL(
    new Blob([content], { type: typeof content === 'string' ? `${type};charset=utf-8` : type }),
  );
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 120_000);
}
