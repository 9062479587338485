/** What one visitor or creator may cost, and what is counted, whatever happens meanwhile. */
import { eq, sql } from 'drizzle-orm';
import { appendEvent, MOST_EVENTS } from '../../db/append';
import { figuresOf } from '../../db/queries/figures';
import { runByToken } from '../../db/queries/runs';
import { edits, runEvents, runs } from '../../db/schema';
import { countRuns, recountRuns } from '../../server/results/count-runs';
import { database } from './own-database';
import { editsSince, keepEdits } from '../../server/editing/edit-quiz';
import { hashToken } from '../../server/platform/ids';
import { plainTicket } from '../../server/visitor/plain-ticket';
import { RATES, takeOne } from '../../server/platform/rates';
import { adoptRun, findByTicket, findRun, openRun, takePlainStep, takeStep } from '../../server/visitor/take-step';
import { inBackground } from '../../server/platform/background/pool';
import { quiz as quizOf, page, choice, option } from '../quizzes';
import { contact, go, newToken, published, visit } from './world';

const rowOf = async (address: string, token: string) => {
  const row = await runByToken(database(), address, hashToken(token));
  if (!row) throw new Error('There is no run.');
  return row;
};

describe('figures', () => {
  it('are those of a recount, though runs go on while they are counted', async () => {
    const at = await published();
    const visitors = Array.from({ length: 80 }, (_, i) => {
      const way = [
        go('p1', { q1: [i % 2 ? 'a' : 'b'] }),
        go('p2', { q2: ['a'] }),
        contact({ email: `v${i}@example.com` }, 1),
      ];
      return visit(at.address, ...way.slice(0, 1 + (i % 3)));
    });
    let over = false;
    const counting = (async () => {
      while (!over) await countRuns(at.member.workspaceId, at.quizId);
    })();
    await Promise.all(visitors);
    over = true;
    await counting;
    await countRuns(at.member.workspaceId, at.quizId);
    const figures = await figuresOf(database(), at.member.workspaceId, at.quizId);
    await recountRuns(at.member.workspaceId, at.quizId);
    expect(figures).toEqual(await figuresOf(database(), at.member.workspaceId, at.quizId));
    expect(figures.get('started')).toBe(80);
  });
  it('count what was read of a run, and not what came since', async () => {
    const at = await published();
    const { token } = await visit(at.address, go('p1', { q1: ['a'] }));
    const { workspaceId, runId } = await rowOf(at.address, token);
    // As a counter sees it that waited for the row: one thing more was sent than it has read.
    await database().update(runs).set({ seq: 2 }).where(eq(runs.runId, runId));
    await countRuns(workspaceId, at.quizId).catch(() => undefined);
    await database().update(runs).set({ seq: 1 }).where(eq(runs.runId, runId));
    await takeStep(at.address, token, 2, go('p2', { q2: ['a'] }));
    await countRuns(workspaceId, at.quizId);
    expect((await figuresOf(database(), workspaceId, at.quizId)).get('answered q2')).toBe(1);
  }, 20_000);
});

describe('a database that was put back to an earlier moment', () => {
  it('takes nothing that comes after what it does not have, and the run goes on from where it stands', async () => {
    const at = await published();
    const { token } = await visit(at.address, go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }));
    const { runId, workspaceId, tokenHash } = await rowOf(at.address, token);
    await database()
      .delete(runEvents)
      .where(sql`run_id = ${runId} and seq = 2`);
    await database().update(runs).set({ seq: 1 }).where(eq(runs.runId, runId));
    // This process remembers the run at its second step.
    const late = takeStep(at.address, token, 3, contact({ email: 'ida@example.com' }, 1));
    await expect(late).rejects.toMatchObject({ status: 409 });
    expect((await rowOf(at.address, token)).events).toHaveLength(1);
    expect(await takeStep(at.address, token, 2, go('p2', { q2: ['b'] }))).toMatchObject({ taken: { seq: 2 } });
    // What such a process has left behind from before gives way.
    const stray = { workspaceId, runId, tokenHash, language: null, at: new Date(), finished: false };
    await database()
      .insert(runEvents)
      .values({ ...stray, seq: 3, sent: go('p1') });
    expect(await appendEvent(database(), { ...stray, seq: 3, sent: { do: 'back', page: 'p3' } })).toBe(true);
    expect((await rowOf(at.address, token)).events[2]).toEqual({ do: 'back', page: 'p3' });
  });
});

describe('a run', () => {
  it('holds no offers that are not there, and none twice', async () => {
    const at = await published();
    const { token } = await visit(
      at.address,
      go('p1', { q1: ['a'] }),
      go('p2', { q2: ['a'] }),
      contact({ email: 'ida@example.com' }, 1),
    );
    for (const outcome of ['y', 'nothing', 'x', 'x']) {
      const { seq } = await rowOf(at.address, token);
      await takeStep(at.address, token, seq + 1, { do: 'offer', outcome });
    }
    const { events } = await rowOf(at.address, token);
    expect(events.filter((e) => e.do === 'offer')).toEqual([{ do: 'offer', outcome: 'x' }]);
  });
  it('that is full says so, and stays as it is', async () => {
    const at = await published();
    const { token } = await visit(at.address, go('p1', { q1: ['a'] }));
    const { runId } = await rowOf(at.address, token);
    await database().update(runs).set({ size: 3_999_990 }).where(eq(runs.runId, runId));
    const other = newToken();
    await openRun(at.address, other, {}, 'test');
    const full = { status: 413, code: 'run-full', message: expect.stringContaining('is kept') };
    await database()
      .update(runs)
      .set({ tokenHash: hashToken(other) + 'x' })
      .where(eq(runs.tokenHash, hashToken(other)));
    await database()
      .update(runs)
      .set({ tokenHash: hashToken(other) })
      .where(eq(runs.runId, runId));
    await expect(takeStep(at.address, other, 2, go('p2', { q2: ['a'] }))).rejects.toMatchObject(full);
    await expect(takeStep(at.address, other, MOST_EVENTS + 1, go('p2'))).rejects.toMatchObject({ status: 409 });
    expect((await rowOf(at.address, other)).events).toHaveLength(1);
  });
  it('keeps a known value only if somebody gave it', async () => {
    const document = quizOf([page('p1', [choice('q1', [option('a'), option('b')])])], {
      known: [
        { id: 'constructor', from: 'address' },
        { id: 'x', from: 'page', param: '__proto__' },
      ],
    });
    const at = await published(document);
    const token = newToken();
    await openRun(at.address, token, {}, 'test');
    expect((await rowOf(at.address, token)).known).toEqual({});
  });
});

describe('a page without scripts', () => {
  const form = (fields: Record<string, string>) => new Map(Object.entries(fields).map(([k, v]) => [k, [v]]));
  async function begun() {
    const at = await published();
    const token = newToken();
    await openRun(at.address, token, {}, 'test');
    return { ...at, token, ticket: await plainTicket(at.address, { token, seq: 0 }) };
  }

  it('is sent twice by an impatient finger, counts once, and leads on both times', async () => {
    const { address, token, ticket } = await begun();
    const answers = form({ do: 'go', 'a.q1': 'a' });
    const [first, second] = [
      await takePlainStep(address, ticket, answers),
      await takePlainStep(address, ticket, answers),
    ];
    expect(first && 'taken' in first.step && first.step.taken.seq).toBe(1);
    expect(second && 'taken' in second.step && second.step.taken.seq).toBe(1);
    expect((await rowOf(address, token)).events).toHaveLength(1);
  });
  it('shows nothing of the run any more as soon as it was sent', async () => {
    const { address, ticket } = await begun();
    expect((await findByTicket(address, ticket))?.standing.seq).toBe(0);
    await takePlainStep(address, ticket, form({ do: 'go', 'a.q1': 'a' }));
    expect(await findByTicket(address, ticket)).toBeNull();
    // Nor does it take another answer.
    expect(await takePlainStep(address, ticket, form({ do: 'go', 'a.q1': 'b' }))).toBeNull();
  });
  it('is of its own quiz, and none that somebody has made up', async () => {
    const [one, other] = [await begun(), await begun()];
    for (const [address, ticket] of [
      [other.address, one.ticket],
      [one.address, one.token],
      [one.address, `${one.ticket.slice(0, -4)}AAAA`],
      [one.address, 'x'.repeat(5_000)],
      [one.address, ''],
    ] as const)
      expect(await findByTicket(address, ticket)).toBeNull();
  });
  it('that was planted on somebody is theirs alone from then on', async () => {
    const { address, token, ticket } = await begun();
    // Whoever began the run has answered a page; this process remembers where the run stands for their token.
    await takeStep(address, token, 1, go('p1', { q1: ['a'] }));
    const planted = await plainTicket(address, { token, seq: 1 });
    const own = newToken();
    expect(await adoptRun(address, planted, own)).toMatchObject({ seq: 1 });
    await takeStep(address, own, 2, go('p2', { q2: ['a'] }));
    await expect(findRun(address, token)).rejects.toMatchObject({ status: 404 });
    await expect(takeStep(address, token, 2, go('p2', { q2: ['b'] }))).rejects.toMatchObject({ status: 404 });
    expect(await adoptRun(address, planted, newToken())).toBeNull();
    expect(await findByTicket(address, ticket)).toBeNull();
  });
});

describe('a stream of requests', () => {
  it('is slowed down, and a rush is not', () => {
    const now = 1_000_000;
    const rush = Array.from({ length: RATES.run.burst }, () => takeOne('run', 'somebody', now));
    expect(rush.every((wait) => wait === 0)).toBe(true);
    expect(takeOne('run', 'somebody', now)).toBe(1);
    expect(takeOne('run', 'somebody else', now)).toBe(0);
    expect(takeOne('run', 'somebody', now + 1_000)).toBe(0);
  });
  it('of a thousand readers behind one gateway, in one minute, is let through', () => {
    let at = 2_000_000;
    for (let reader = 0; reader < 1_000; reader++) {
      at += 60;
      expect(takeOne('opening', 'gateway', at)).toBe(0);
      for (let step = 0; step < 15; step++) expect(takeOne('network', 'gateway', at)).toBe(0);
    }
  });
});

describe('edits', () => {
  const title = (n: number, was: string, to: string) => ({
    id: `edit-${String(n).padStart(4, '0')}`,
    edit: { name: 'set-description', ops: [{ op: 'set' as const, at: [], field: ['description'], was, to }] },
  });
  it('are told in portions, each of which leads on', async () => {
    const { member, quizId } = await published();
    let was = '';
    for (let n = 0; n < 6; n++) {
      const to = `${n}`.repeat(1_900);
      await keepEdits(member, quizId, n, [title(n, was, to)]);
      was = to;
    }
    // As large as the largest there are: a whole quiz put in the place of another one.
    await database().update(edits).set({ size: 1_200_000 }).where(eq(edits.quizId, quizId));
    const told: number[] = [];
    for (let at = 0; at < 6;) {
      const { revision, since } = await editsSince(member, quizId, at);
      expect(since.length).toBeGreaterThan(0);
      told.push(since.length);
      at = revision;
    }
    expect(told).toEqual([2, 2, 2]);
  });
  it('that are not kept any more give way to the whole draft', async () => {
    const { member, quizId } = await published();
    await keepEdits(member, quizId, 0, [title(0, '', 'One')]);
    await keepEdits(member, quizId, 1, [title(1, 'One', 'Two')]);
    await database()
      .delete(edits)
      .where(sql`quiz_id = ${quizId} and revision = 1`);
    expect(await editsSince(member, quizId, 0)).toMatchObject({
      revision: 2,
      since: [],
      whole: { description: 'Two' },
    });
    await expect(keepEdits(member, quizId, 0, [title(2, 'Two', 'Three')])).rejects.toMatchObject({ code: 'behind' });
  });
  it('of which there is too much make room for new ones', async () => {
    const { member, quizId } = await published();
    await keepEdits(member, quizId, 0, [title(0, '', 'One')]);
    await database().update(edits).set({ size: 21_000_000 }).where(eq(edits.quizId, quizId));
    let was = 'One';
    for (let n = 1; n < 102; n += 50) {
      const many = Array.from({ length: 50 }, (_, i) => {
        const to = `${n + i}`;
        const one = title(n + i, was, to);
        was = to;
        return one;
      });
      await keepEdits(member, quizId, n, many);
    }
    const rows = await database().select({ revision: edits.revision }).from(edits).where(eq(edits.quizId, quizId));
    expect(Math.min(...rows.map((r) => r.revision))).toBe(2);
  });
});

describe('long work', () => {
  const slow = quizOf(
    Array.from({ length: 390 }, (_, p) =>
      page(`p${p}`, [choice(`q${p}`, [option('a', { x: p }), option('b', { y: p })], { required: false })], {
        routes: [
          {
            when: {
              all: [
                { scale: 's', ge: p },
                { answer: `q${p}`, is: 'a' },
              ],
            },
            to: { page: `p${(p * 7) % 390}` },
          },
        ],
      }),
    ),
    { scales: [{ id: 's', name: 'S' }] },
  );
  it('leaves the thread that answers visitors alone', async () => {
    let beats = 0;
    const pulse = setInterval(() => (beats += 1), 10);
    const begun = performance.now();
    await Promise.all(Array.from({ length: 4 }, () => inBackground('w-busy', 'check', { quiz: slow }).catch(() => [])));
    clearInterval(pulse);
    const took = performance.now() - begun;
    // A thread that is held up misses its beats.
    expect(beats).toBeGreaterThan(took / 10 / 4);
  });
  it('of one workspace waits in its own line, and is refused where that is long', async () => {
    const asked = Array.from({ length: 30 }, () => inBackground('w-many', 'validate', { document: {} }));
    const other = inBackground('w-other', 'validate', { document: {} });
    const told = await Promise.allSettled(asked);
    expect(told.filter((t) => t.status === 'rejected')).toHaveLength(10);
    await expect(other).resolves.toHaveProperty('faults');
  });
});
