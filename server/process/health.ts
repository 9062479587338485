import { answersNow } from '../../db/client';
import { database } from '../platform/database';
import { isDraining } from './start';
import { hasTables } from '../operating/tables';

/** Milliseconds that the database has to answer. */
const PATIENCE = 2_000;

/** Whether this process can answer visitors: the database answers it and has the tables it knows, and it has not been told to end. */
export const isReady = async (): Promise<boolean> =>
  !isDraining() && (await answersNow(database(), PATIENCE)) && (await hasTables().catch(() => false));
