import { answersNow } from '../../db/client';
import { database } from '../platform/database';
import { isDraining } from './start';

/** Milliseconds that the database has to answer. */
const PATIENCE = 2_000;

/** Whether this process can answer visitors: the database answers it, and it has not been told to end. */
export const isReady = async (): Promise<boolean> => !isDraining() && (await answersNow(database(), PATIENCE));
