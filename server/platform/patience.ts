import { HttpError } from './http-error';

/** Milliseconds between one try and the next: together longer than a database takes to start again. */
const PAUSES = [300, 1_000, 3_000];

/**
 * Something that is only read, for a page: tried again where the database does not answer, since a page that comes late is better than one that
 * says it did not work. Endpoints need none of it: who calls them tries again by itself.
 * @throws what the last try threw; what was refused on purpose, at once
 */
export async function patiently<T>(read: () => Promise<T>): Promise<T> {
  for (const pause of PAUSES) {
    try {
      return await read();
    } catch (error) {
      if (error instanceof HttpError) throw error;
      await new Promise((resume) => setTimeout(resume, pause));
    }
  }
  return read();
}
