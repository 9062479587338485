/** How a run speaks to the server. What goes wrong on the way is thrown; what the server says, right or wrong, is an answer. */
import type { Work } from '../../core/access/work';
import type { Door } from '../../core/access/door';
import type { BodyOf } from '../../contract';
import type { Standing, StepRefused } from '../../contract/visits';
import { fetchOfResults, needsOfResults } from '../blocks/late';

type Said = { detail?: string; details?: Standing };
export type Answer =
  | { is: 'taken'; standing: Standing }
  /** Not an answer that can be taken, at its place. */
  | { is: 'refused'; why: StepRefused }
  /** It has gone on from elsewhere: `standing` is where it stands, if the server says so. */
  | { is: 'passed'; message: string; standing?: Standing }
  /** The visitor may not, or not any more: what they stand before. */
  | { is: 'shut'; door: Door }
  /** The run is not there: another device has taken it over, or it was taken away. */
  | { is: 'gone' }
  | { is: 'not-now' }
  | { is: 'told'; message: string };

const send = (url: string, body: unknown, keepalive = false): Promise<Response> =>
  fetch(url, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
    keepalive,
  });

/** The one cast at this door: the server holds its answers to the same contract. */
const said = async <T>(response: Response) => (await response.json()) as T;

/** Sends to one of the two endpoints of a run. What comes back can be drawn. @throws where there is no connection */
export async function post<E extends 'POST /runs/open' | 'POST /runs/step'>(
  endpoint: E,
  body: BodyOf<E>,
  keepalive = false,
): Promise<Answer> {
  // Somebody who answers comes to a result sooner or later.
  const coming = endpoint === 'POST /runs/step' ? fetchOfResults() : null;
  const answer = await ask(endpoint, body, keepalive);
  const standing = answer.is === 'refused' ? answer.why.standing : 'standing' in answer ? answer.standing : undefined;
  if (standing && needsOfResults(standing.view)) await (coming ?? fetchOfResults());
  return answer;
}

async function ask(endpoint: string, body: unknown, keepalive: boolean): Promise<Answer> {
  const url = endpoint.slice('POST '.length);
  let response = await send(url, body, keepalive);
  if (response.status === 428) {
    const { details } = await said<{ details: Work }>(response);
    // Few visitors are ever asked for it.
    const { workFor } = await import('./work');
    response = await send(url, Object.assign({}, body, { proof: await workFor(details) }));
  }
  const { status } = response;
  if (status >= 500 || status === 429) return { is: 'not-now' };
  if (status === 200) return { is: 'taken', standing: await said<Standing>(response) };
  if (status === 404) return { is: 'gone' };
  if (status === 422) return { is: 'refused', why: await said<StepRefused>(response) };
  if (status === 403) return { is: 'shut', door: (await said<{ details: Door }>(response)).details };
  const { detail: message = '', details } = await said<Said>(response);
  if (status === 409) return { is: 'passed', message, ...(details ? { standing: details } : {}) };
  return { is: 'told', message };
}
