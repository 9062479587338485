/** Random ways through each quiz of the demo, over the requests a browser makes, against the core walking alone. */
import assert from 'node:assert/strict';
import { createHash } from 'node:crypto';
import { test } from '@playwright/test';
import { Pool } from 'pg';
import { isContact, isQuestion } from '../../core/document/lookup';
import type { Quiz } from '../../core/schema/quiz';
import { drawAnswer } from '../../core/rehearsal/answers';
import { drawnBlocks } from '../../core/flow/draw';
import { randomOf } from '../../core/values/random';
import { currentPage, type Run, type Sent, startRun, step } from '../../core/flow/run';
import { LOOK_OVER } from '../../core/flow/look-over';
import { viewOf } from '../../core/flow/view';
import { demoQuiz } from '../quizzes';
import { world } from './servers';

/** All of them by hand and before a release; fewer where the whole of the tests must end within minutes. */
const WAYS = Number(process.env['WAYS'] ?? 300);

async function post(path: string, body: unknown): Promise<{ status: number; body: Record<string, unknown> }> {
  const send = () =>
    fetch(`${world().app}${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
  // A connection may close between two requests; to repeat one is harmless.
  const response = await send().catch(send);
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
}

// Thousands of comparisons: Playwright's own would be kept as a step each.

/** What a visitor sends from where they stand: mostly on, sometimes back, sometimes something that cannot be. */
function next(quiz: Quiz, run: Run, random: () => number): Sent {
  const page = run.looking ? undefined : currentPage(quiz, run);
  if (!page) return random() < 0.2 ? { do: 'back', page: LOOK_OVER } : { do: 'go', page: LOOK_OVER };
  if (run.way.length > 1 && random() < 0.1) return { do: 'back', page: page.id };
  if (random() < 0.05) return { do: 'go', page: 'nowhere' };
  const blocks = drawnBlocks(quiz, page, run.seed);
  return {
    do: 'go',
    page: page.id,
    answers: Object.fromEntries(
      blocks.filter(isQuestion).flatMap((q) => (random() < 0.95 ? [[q.id, drawAnswer(q, random)]] : [])),
    ),
    contact: Object.fromEntries(
      blocks.filter(isContact).map((b) => [
        b.id,
        random() < 0.5 && b.skippable
          ? { skipped: true as const }
          : {
              fields: Object.fromEntries(b.fields.map((f) => [f.id, f.format === 'email' ? 'ada@example.com' : 'Ada'])),
              ...(b.consent ? { consent: b.consent.version } : {}),
            },
      ]),
    ),
  };
}

/** What the server adds by what it knows of others. */
const OF_OTHERS = new Set(['out', 'url', 'others', 'drawing', 'higherThan']);
const isStanding = (value: unknown) =>
  typeof value === 'object' && value !== null && 'kind' in value && value.kind === 'standing';

/** What only the server adds, and what depends on it: how one stands is told once there are enough of them. */
const bare = (view: unknown): unknown =>
  JSON.parse(
    JSON.stringify(view, (key, value: unknown) => {
      if (OF_OTHERS.has(key)) return undefined;
      return Array.isArray(value) ? value.filter((one) => !isStanding(one)) : value;
    }).replaceAll(world().site, 'https://slowspoke.test'),
  );

for (const name of ['tourer', 'overnight', 'repair', 'wishes', 'start'])
  test(`${WAYS} ways through “${name}” are as the core walks them`, async () => {
    test.setTimeout(300_000);
    const quiz = demoQuiz(name);
    const database = new Pool({ connectionString: world().env['DATABASE_URL'], max: 4 });
    const one = async (way: number) => {
      const random = randomOf(way, `way ${name}`);
      const token = `way-${name}-${test.info().retry}-${String(way).padStart(20, '0')}`;
      const opened = await post('/runs/open', { address: name, token, params: {}, source: 'test' });
      assert.equal(opened.status, 200);
      // The seed is the one thing that no browser is told.
      const hash = createHash('sha256').update(token).digest('base64url');
      const { rows } = await database.query<{ seed: number; known: Record<string, string> }>(
        'select seed, known from runs where token_hash = $1',
        [hash],
      );
      const [{ seed, known } = { seed: 0, known: {} }] = rows;
      let run = startRun(quiz, { seed, known });
      let seq = 0;
      for (let i = 0; i < 40 && !run.finished; i++) {
        const sent = next(quiz, run, random);
        const got = await post('/runs/step', { address: name, token, seq: seq + 1, sent });
        const core = step(quiz, run, sent);
        if ('refused' in core) {
          assert.deepEqual([got.status, got.body['refused']], [422, core.refused]);
          continue;
        }
        assert.equal(got.status, 200);
        run = core.run;
        seq += 1;
        assert.equal(got.body['seq'], seq);
        assert.deepEqual(bare(got.body['view']), bare(viewOf(quiz, run)));
      }
    };
    const queue = Array.from({ length: WAYS }, (_, i) => i + 1);
    const worker = async () => {
      for (let way = queue.pop(); way !== undefined; way = queue.pop()) await one(way);
    };
    await Promise.all(Array.from({ length: 8 }, worker));
    await database.end();
  });
