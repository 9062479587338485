/** Asks the name server for the text records of a name. */
import { Resolver } from 'node:dns/promises';
import { fieldOf } from '../../core/values/unknown';
import { readConfig } from './config';
import { HttpError } from './http-error';

/** Milliseconds for one try, and how many there are. */
const TIMEOUT = 3_000;
const TRIES = 2;
const NONE = ['ENOTFOUND', 'ENODATA'];

/** @returns each record as one text; none where the name has none @throws HttpError 503 where no name server answers */
export async function textRecords(name: string): Promise<string[]> {
  const { nameServer } = readConfig();
  const resolver = new Resolver({ timeout: TIMEOUT, tries: TRIES });
  if (nameServer !== null) resolver.setServers([nameServer]);
  try {
    return (await resolver.resolveTxt(name)).map((parts) => parts.join(''));
  } catch (error) {
    if (NONE.includes(String(fieldOf(error, 'code')))) return [];
    throw new HttpError(503, 'no-name-server', 'The name server did not answer. Please try again in a moment.');
  }
}
