/** Archives of others, unpacked within bounds. */
import { Unzip, UnzipInflate } from 'fflate';

/** Bytes of a package, of one file in it, and of all of them; and how many files. */
export const LARGEST_PACKAGE = 20_000_000;
const LARGEST_FILE = 8_000_000;
const LARGEST_ALL = 80_000_000;
const MOST_FILES = 6_000;
/** Bytes that are unpacked at once: no more than a thousand times as much comes out of them. */
const SLICE = 4_096;

/** Why an archive is not read, in words. */
export class Refused extends Error {}

/** The files of a zip archive, bounded while they are unpacked: what an archive says of their size is not believed. @throws Refused */
export function filesIn(bytes: Uint8Array): Map<string, Uint8Array> {
  const files = new Map<string, Uint8Array>();
  let all = 0;
  let refused: Refused | undefined;
  const unzip = new Unzip((file) => {
    const { name } = file;
    if (files.size >= MOST_FILES) throw new Refused(`it holds more than ${MOST_FILES} files`);
    if (name.endsWith('/')) return;
    if (/^[/\\]|\\|(^|\/)\.\.(\/|$)|^[a-z]:|\0/i.test(name))
      throw new Refused('a file in it would stand outside of it');
    const parts: Uint8Array[] = [];
    let size = 0;
    files.set(name, new Uint8Array());
    file.ondata = (error, part, isLast) => {
      // What is thrown here comes back as the error of the next part.
      if (error) throw refused ?? new Refused('it cannot be unpacked');
      size += part.length;
      all += part.length;
      if (size > LARGEST_FILE || all > LARGEST_ALL) throw (refused = new Refused('what is packed in it is too large'));
      parts.push(part);
      if (isLast) files.set(name, joinedBytes(parts, size));
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  for (let at = 0; at < bytes.length; at += SLICE)
    unzip.push(bytes.subarray(at, at + SLICE), at + SLICE >= bytes.length);
  return files;
}
function joinedBytes(parts: readonly Uint8Array[], size: number): Uint8Array {
  const all = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;
