import { offerOf } from '../../core/flow/offers';
import { reachedOutcomes } from '../../core/flow/run';
import { isWebAddress } from '../../core/schema/address';
import { database } from '../platform/database';
import { runOf } from '../publishing/editions';
import { heldUntil } from '../publishing/embargo';
import { runOfToken } from './run-of-token';
import { notFound, HttpError } from '../platform/http-error';
import { takeStep } from './take-step';

/**
 * Counts that the visitor of a run took an offer, for browsers without scripts.
 * @param id of the outcome or block that makes it
 * @returns where it leads, as the edition has it
 */
export async function takeOffer(address: string, token: string, id: string, now = new Date()): Promise<string> {
  const row = await runOfToken(address, token);
  if (!row) throw notFound('This run');
  const { quiz, run } = await runOf(row);
  const isHeld = run.finished && (await heldUntil(database(), quiz, row, { run, now })) !== null;
  const offer = isHeld ? undefined : offerOf(quiz, run, id, () => reachedOutcomes(quiz, run));
  if (!offer || !isWebAddress(offer.url)) throw notFound('This offer');
  if (!run.offers.includes(id)) {
    try {
      await takeStep(address, token, row.seq + 1, { do: 'offer', outcome: id }, now);
    } catch (error) {
      // The run went on at the same moment. Being led there matters more than being counted.
      if (!(error instanceof HttpError && error.status === 409)) throw error;
    }
  }
  return offer.url;
}
