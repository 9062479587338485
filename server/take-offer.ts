import { offerOf } from '../core/run/offers';
import { foldRun } from '../core/run/run';
import { runByToken } from '../db/queries/runs';
import { database } from './database';
import { editionOf } from './editions';
import { hashToken } from './ids';
import { notFound, Problem } from './problem';
import { takeStep } from './take-step';

/**
 * Counts that the visitor of a run took an offer, for browsers without scripts.
 * @param id of the outcome or block that makes it
 * @returns where it leads, as the edition has it
 */
export async function takeOffer(address: string, token: string, id: string): Promise<string> {
  const row = await runByToken(database(), address, hashToken(token));
  if (!row) throw notFound('This run');
  const quiz = await editionOf(row.workspaceId, row.quizId, row.edition);
  const run = foldRun(quiz, row, row.events);
  const offer = offerOf(quiz, run, id);
  if (!offer) throw notFound('This offer');
  if (!run.offers.includes(id)) {
    try {
      await takeStep(address, token, row.seq + 1, { do: 'offer', outcome: id });
    } catch (error) {
      // The run went on at the same moment. Being led there matters more than being counted.
      if (!(error instanceof Problem && error.status === 409)) throw error;
    }
  }
  return offer.url;
}
