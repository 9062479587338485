/** Does the work that a server asks for: in a worker, or in short turns where a page may have none. */
import { type Work, workOn } from '../../core/access/work';

/** Numbers tried in one turn, so that the page stays alive. */
const TURN = 2_000;

export async function workFor(work: Work): Promise<string> {
  return (await inWorker(work).catch(() => null)) ?? inTurns(work);
}

function inWorker(work: Work): Promise<string> {
  return new Promise((done, fail) => {
    // A page in a sandbox has no origin to load it from, and throws here.
    const worker = new Worker(new URL('./work.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<string>) => {
      worker.terminate();
      done(data);
    };
    worker.onerror = () => {
      worker.terminate();
      fail(new Error('The worker did not start.'));
    };
    worker.postMessage(work);
  });
}

async function inTurns(work: Work): Promise<string> {
  for (let from = 0; ; from += TURN) {
    const proof = workOn(work, from, TURN);
    if (proof !== null) return proof;
    await new Promise((turn) => setTimeout(turn));
  }
}
