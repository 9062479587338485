import { createReadStream } from 'node:fs';
import { createGunzip } from 'node:zlib';

/**
 * The lines of a text file that is compressed (gzip), as they come out of it.
 * @param moved told how many bytes of the file were read
 * @throws Error where it cannot be read, is no such file, or ends early
 */
export async function* zippedLines(file: string, moved?: (bytes: number) => void): AsyncGenerator<string> {
  const source = createReadStream(file);
  if (moved) source.on('data', (part) => moved(part.length));
  const text = createGunzip();
  // Said where lines are read.
  source.on('error', (error) => text.destroy(error));
  source.pipe(text).setEncoding('utf8');
  let rest = '';
  try {
    for await (const part of text as AsyncIterable<string>) {
      const lines = (rest + part).split('\n');
      rest = lines.pop() ?? '';
      yield* lines;
    }
    if (rest !== '') yield rest;
  } finally {
    source.destroy();
  }
}
