import type { TextFile } from '@lernen/core/archive';
import { LernenError } from '@lernen/core/errors';
import { strFromU8, unzipSync } from 'fflate';

/** A file as it was chosen. */
export interface ChosenFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** Bytes of Markdown that one zip may hold once it is unpacked. */
const maxUnpacked = 200_000_000;

/** The Markdown in some files, also in zips of them. @throws LernenError naming the file that is no zip, or too large. */
export function markdownIn(files: readonly ChosenFile[]): TextFile[] {
  return files.flatMap((file) =>
    /\.zip$/i.test(file.name) ? unpacked(file) : [{ name: file.name, text: strFromU8(file.bytes) }],
  );
}

function unpacked({ name, bytes }: ChosenFile): TextFile[] {
  let size = 0;
  const isWanted = (file: { readonly name: string; readonly originalSize: number }): boolean => {
    if (!/\.md$/i.test(file.name)) return false;
    size += file.originalSize;
    if (size > maxUnpacked)
      throw new LernenError('zip', `${name} would unpack to more than 200 MB. Nothing was taken.`);
    return true;
  };
  const found = Object.entries(unzipped(name, bytes, isWanted));
  if (found.length === 0) throw new LernenError('zip', `There is no Markdown file (.md) in ${name}.`);
  return found.map(([path, content]) => ({ name: path, text: strFromU8(content) }));
}

function unzipped(
  name: string,
  bytes: Uint8Array,
  filter: (file: { readonly name: string; readonly originalSize: number }) => boolean,
): Readonly<Record<string, Uint8Array>> {
  try {
    return unzipSync(bytes, { filter });
  } catch (error) {
    if (error instanceof LernenError) throw error;
    throw new LernenError('zip', `${name} is not a zip file, or is cut off.`);
  }
}
