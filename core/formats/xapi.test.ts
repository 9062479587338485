/** Statements held to the rules of the standard (xAPI 1.0.3, parts two 2.2–2.6 and Appendix C). */
import { anyAnswers, anyQuiz } from '../../tests/any-quiz';
import { choice, option, page, quiz, result } from '../../tests/quizzes';
import { resultOf } from '../flow/result';
import { type Sent, startRun, step } from '../flow/run';
import type { Quiz } from '../schema/quiz';
import { statementsOf, uuidOf } from './xapi';

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-5][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
const INTERACTIONS = ['choice', 'sequencing', 'matching', 'numeric', 'likert', 'fill-in', 'long-fill-in', 'other'];
const PARTS: Record<string, string[]> = {
  choice: ['choices'],
  sequencing: ['choices'],
  matching: ['source', 'target'],
  likert: ['scale'],
};

type Statement = {
  id: string;
  actor: { account: { homePage: string; name: string } };
  verb: { id: string };
  object: { id: string; definition?: Record<string, unknown> & { interactionType?: string } };
  result?: { response?: string; success?: boolean; score?: Record<string, number>; duration?: string };
  context: { registration: string };
  timestamp: string;
};

function taken(from: Quiz, sent: Sent[], runId = 'r-1') {
  let run = startRun(from, { seed: 1 });
  const times: number[] = [];
  const kept: Sent[] = [];
  for (const one of sent) {
    const next = step(from, run, one);
    if ('refused' in next) continue;
    run = next.run;
    kept.push(one);
    times.push(1_700_000_000_000 + kept.length * 5_000);
  }
  const at = new Date(1_700_000_000_000);
  const row = { runId, edition: 1, source: '', language: null, seenAt: at, lastAt: at, known: {}, traces: null };
  return statementsOf({
    ...{ row, quiz: from, run, result: resultOf(from, run), sent: kept, times },
    ...{ home: 'https://quiz.test', address: 'tea' },
  }) as Statement[];
}
const through = (from: Quiz, seed: number): Sent[] => {
  const answers = anyAnswers(seed, from);
  return from.pages.map(({ id, blocks }) => {
    const own = Object.entries(answers).filter(([q]) => blocks.some((b) => b.id === q));
    return { do: 'go' as const, page: id, ...(own.length ? { answers: Object.fromEntries(own) } : {}) };
  });
};

it('makes names into UUIDs of version 5 (RFC 9562, A.4)', () => {
  // Python: uuid.uuid5(uuid.NAMESPACE_URL, 'https://quiz.test')
  expect(uuidOf('https://quiz.test')).toBe('c35f4fe9-e2a3-5b03-9674-af20ef37a0d1');
});

it.each(Array.from({ length: 60 }, (_, seed) => seed))('keeps the rules on any quiz and any run (%i)', (seed) => {
  const any = anyQuiz(seed, { branching: false });
  const statements = taken(any, through(any, seed));
  expect(statements[0]?.verb.id).toBe('http://adlnet.gov/expapi/verbs/initialized');
  expect(new Set(statements.map(({ id }) => id)).size).toBe(statements.length);
  for (const { id, actor, object, result: worth, context, timestamp } of statements) {
    expect(id).toMatch(UUID);
    expect(context.registration).toMatch(UUID);
    expect(actor.account.homePage).toBe('https://quiz.test');
    expect(() => new URL(object.id)).not.toThrow();
    expect(new Date(timestamp).toISOString()).toBe(timestamp);
    const { scaled, raw, min, max } = worth?.score ?? {};
    if (scaled !== undefined) expect(Math.abs(scaled)).toBeLessThanOrEqual(1);
    if (raw !== undefined && max !== undefined) expect(raw).toBeLessThanOrEqual(max);
    if (raw !== undefined && min !== undefined) expect(raw).toBeGreaterThanOrEqual(min);
    const interaction = object.definition?.interactionType;
    if (interaction === undefined) continue;
    expect(INTERACTIONS).toContain(interaction);
    for (const list of PARTS[interaction] ?? []) {
      const ids = (object.definition?.[list] as { id: string }[]).map((part) => part.id);
      expect(new Set(ids).size).toBe(ids.length);
      expect(ids.every((part) => /^\S+$/.test(part) && !part.includes('[,]'))).toBe(true);
    }
  }
  // Taken out once more they are the same, so that nothing is kept twice.
  expect(taken(any, through(any, seed))).toEqual(statements);
});

const exam = () =>
  quiz(
    [
      page('p1', [choice('q', [option('a', {}, { credit: 1 }), option('b')])]),
      result('end', [{ id: 'v1', kind: 'verdict', verdict: 'v' }]),
    ],
    {
      verdicts: [
        {
          ...{ id: 'v', name: 'Exam', by: 'bands', scale: 'marks' },
          outcomes: [
            { id: 'no', name: 'Not yet', body: '' },
            { id: 'yes', name: 'Passed', body: '' },
          ],
          bands: [
            { from: 0, outcome: 'no' },
            { from: 1, outcome: 'yes' },
          ],
        },
      ],
    },
  );
it.each([
  ['a', 'passed', true],
  ['b', 'failed', false],
])('says that somebody who chose %s has %s', (chosen, verb, success) => {
  const all = taken(exam(), [{ do: 'go', page: 'p1', answers: { q: [chosen] } }]);
  expect(all.map((s) => s.verb.id.split('/').at(-1))).toEqual(['initialized', 'answered', 'completed', verb]);
  expect(all[1]?.result).toEqual({
    ...{ response: chosen, success },
    score: { scaled: success ? 1 : 0, raw: success ? 1 : 0, min: 0, max: 1 },
  });
  expect(all[1]?.object.definition).toMatchObject({ interactionType: 'choice', correctResponsesPattern: ['a'] });
  expect(all[2]?.result?.duration).toBe('PT5S');
  expect(all[3]?.result?.success).toBe(success);
});

it('gives two runs of one quiz nothing in common but the quiz', () => {
  const [one, two] = ['r-1', 'r-2'].map((run) => taken(exam(), [{ do: 'go', page: 'p1', answers: { q: ['a'] } }], run));
  const ids = new Set((one ?? []).map(({ id }) => id));
  expect((two ?? []).some(({ id }) => ids.has(id))).toBe(false);
  expect(one?.[0]?.actor.account.name).not.toBe(two?.[0]?.actor.account.name);
});
