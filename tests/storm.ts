/**
 * Visitors and creators in bad weather: requests that are cut off, doubled, delayed and overtaken, connections to the database that break,
 * processes and the database killed in the middle. What was acknowledged is written down on this side, and compared with what is on disk.
 */
import { randomBytes } from 'node:crypto';
import { connect, createServer, type Socket } from 'node:net';
import { once } from 'node:events';
import { Client } from 'pg';
import type { Sent } from '../core/flow/run';
import { randomFrom } from './fuzz';

/** A way to the database that can be cut. */
export type Wire = {
  port: number;
  cut: (share: number) => number;
  /** New connections lead to another port from now on. */
  lead: (port: number) => void;
  close: () => Promise<void>;
};

/** @param share of the connections that are cut at once, 0..1 */
export async function wireTo(url: string, random: () => number): Promise<Wire> {
  const to = new URL(url);
  let port = Number(to.port);
  const pairs = new Set<[Socket, Socket]>();
  const server = createServer((from) => {
    const on = connect(port, to.hostname);
    const pair: [Socket, Socket] = [from, on];
    pairs.add(pair);
    const end = () => {
      from.destroy();
      on.destroy();
      pairs.delete(pair);
    };
    for (const side of pair) side.on('error', end).on('close', end);
    from.pipe(on).pipe(from);
  }).listen(0, '127.0.0.1');
  await once(server, 'listening');
  return {
    port: (server.address() as { port: number }).port,
    cut: (share) => {
      const cut = [...pairs].filter(() => random() < share);
      for (const [from, on] of cut) {
        from.destroy();
        on.destroy();
      }
      return cut.length;
    },
    lead: (other) => {
      port = other;
    },
    close: async () => {
      for (const [from, on] of pairs) {
        from.destroy();
        on.destroy();
      }
      server.close();
      await once(server, 'close');
    },
  };
}

export type Weather = {
  /** Addresses of the processes. */
  apps: string[];
  address: string;
  quiz: string;
  cookie: string;
  seed: number;
  /** Milliseconds. */
  lasts: number;
  visitors: number;
  creators: number;
};
type Kept = { token: string; acknowledged: Map<number, Sent>; finished: boolean; email: string };
export type Log = {
  faults: Record<string, number>;
  runs: Kept[];
  edits: Set<string>;
};

type Answer = {
  status: number;
  body: { seq?: number; revision?: number; details?: { seq?: number }; refused?: unknown[] };
};

/** How long an answer is waited for. Milliseconds. */
const LONGEST = 15_000;

/** Sends as a bad line would: now and then the answer is cut off, the request comes twice, or late. Undefined where no answer came. */
function badLine(random: ReturnType<typeof randomFrom>, faults: Record<string, number>) {
  const count = (what: string) => (faults[what] = (faults[what] ?? 0) + 1);
  const post = async (url: string, body: unknown, headers: Record<string, string>, cut: number | null) => {
    const response = await fetch(url, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...headers },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(cut ?? LONGEST),
    });
    return { status: response.status, body: (await response.json()) as Answer['body'] };
  };
  return async (url: string, body: unknown, headers: Record<string, string> = {}): Promise<Answer | undefined> => {
    const luck = random.below(20);
    if (luck < 3) count('cut off');
    if (luck === 3 || luck === 4) {
      count('doubled');
      void post(url, body, headers, null).catch(() => undefined);
    }
    if (luck === 5 || luck === 6) {
      count('delayed');
      setTimeout(() => void post(url, body, headers, null).catch(() => undefined), 50 + random.below(400));
    }
    // Where a process is killed in the middle of an answer, fetch may neither answer nor fail; nor does its own time-out end that.
    const never = pause(LONGEST).then(() => undefined);
    const answer = post(url, body, headers, luck < 3 ? 1 + random.below(25) : null).catch(() => undefined);
    return Promise.race([answer, never]);
  };
}

const pause = (ms: number) => new Promise((resume) => setTimeout(resume, ms));

/** A visitor of the quiz with pages p1, p2 and a contact form on p3; the same thing is sent until it is acknowledged. */
async function visitor(weather: Weather, log: Log, until: number, seed: number): Promise<void> {
  const random = randomFrom(seed);
  const send = badLine(random, log.faults);
  while (Date.now() < until) {
    const token = randomBytes(24).toString('base64url');
    const kept: Kept = {
      token,
      acknowledged: new Map(),
      finished: false,
      email: `${token.slice(0, 10).toLowerCase()}@example.com`,
    };
    const at = () => random.oneOf(weather.apps);
    const { address } = weather;
    let open: Answer | undefined;
    while (open?.status !== 200 && Date.now() < until) {
      open = await send(`${at()}/runs/open`, { address, token, params: {}, source: 'storm' });
      if (open?.status !== 200) await pause(50);
    }
    if (open?.status !== 200) return;
    log.runs.push(kept);
    const way: Sent[] = [
      { do: 'go', page: 'p1', answers: { q1: [random.oneOf(['a', 'b'])] } },
      { do: 'go', page: 'p2', answers: { q2: [random.oneOf(['a', 'b'])] } },
      { do: 'back', page: 'p3' },
      { do: 'go', page: 'p2', answers: { q2: [random.oneOf(['a', 'b'])] } },
      { do: 'go', page: 'p3', contact: { c: { fields: { name: 'Ida', email: kept.email }, consent: 1 } } },
    ];
    const leaves = random.below(4) === 0 ? random.below(way.length) : way.length;
    for (let i = 0; i < leaves;) {
      const sent = way[i] as Sent;
      const told = await send(`${at()}/runs/step`, { address, token, seq: i + 1, sent });
      if (told?.status === 200) {
        kept.acknowledged.set(i + 1, sent);
        i += 1;
        kept.finished = i === way.length;
      } else {
        if (Date.now() > until + 20_000) return;
        await pause(30 + random.below(100));
      }
    }
  }
}

/** A creator who changes the description again and again, in batches, each sent until it is acknowledged. */
async function creator(weather: Weather, log: Log, until: number, seed: number): Promise<void> {
  const random = randomFrom(seed);
  const send = badLine(random, log.faults);
  let base = 0;
  while (Date.now() < until) {
    const edits = Array.from({ length: 1 + random.below(4) }, () => {
      const id = randomBytes(12).toString('hex');
      return { id, edit: { name: 'set-description', ops: [{ op: 'set', at: [], field: ['description'], to: id }] } };
    });
    for (let isKept = false; !isKept;) {
      const app = random.oneOf(weather.apps);
      const told = await send(`${app}/api/quizzes/${weather.quiz}/edits`, { base, edits }, { cookie: weather.cookie });
      if (told?.status === 200) {
        base = told.body.revision ?? base;
        for (const { id } of edits) log.edits.add(id);
        isKept = true;
      } else if (told?.status === 409) base = 0;
      if (!isKept) {
        if (Date.now() > until + 20_000) return;
        await pause(50 + random.below(150));
      }
    }
    await pause(random.below(80));
  }
}

/** Everybody goes about their business until it is over; what they were told is in the log. */
export async function goThrough(weather: Weather, log: Log): Promise<void> {
  const until = Date.now() + weather.lasts;
  await Promise.all([
    ...Array.from({ length: weather.visitors }, (_, i) => visitor(weather, log, until, weather.seed + i)),
    ...Array.from({ length: weather.creators }, (_, i) => creator(weather, log, until, weather.seed + 1_000 + i)),
  ]);
}

export type Verdict = { lost: string[]; wrong: string[]; events: number; edits: number; letters: number };

/** Compares what was acknowledged with what is on disk. */
export async function compare(database: string, log: Log, hash: (token: string) => string): Promise<Verdict> {
  const client = new Client({ connectionString: database });
  await client.connect();
  const verdict: Verdict = { lost: [], wrong: [], events: 0, edits: log.edits.size, letters: 0 };
  try {
    for (const { token, acknowledged, finished, email } of log.runs) {
      const { rows } = await client.query<{ run_id: string; seq: number; stands: number; sent: Sent; letters: string }>(
        `select r.run_id, e.seq, r.seq as stands, e.sent,
           (select count(*) from letters l where l.workspace_id = r.workspace_id and l.run_id = r.run_id) as letters
         from runs r left join run_events e using (workspace_id, run_id) where r.token_hash = $1 order by e.seq`,
        [hash(token)],
      );
      if (rows.length === 0) verdict.lost.push(`run of ${email}`);
      const onDisk = new Map(rows.filter((r) => r.seq !== null).map((r) => [r.seq, r.sent]));
      if (rows[0] && onDisk.size !== rows[0].stands)
        verdict.wrong.push(`${email}: ${onDisk.size} events, and it stands at ${rows[0].stands}`);
      for (const [seq, sent] of acknowledged) {
        verdict.events += 1;
        if (JSON.stringify(sorted(onDisk.get(seq))) !== JSON.stringify(sorted(sent)))
          verdict.lost.push(`${email}: event ${seq}`);
      }
      const letters = Number(rows[0]?.letters ?? 0);
      verdict.letters += letters;
      if (finished && letters !== 1) verdict.wrong.push(`${email}: ${letters} letters`);
    }
    const { rows } = await client.query<{ edit_id: string; n: string }>(
      'select edit_id, count(*) as n from edits group by 1',
    );
    const counts = new Map(rows.map((r) => [r.edit_id, Number(r.n)]));
    for (const id of log.edits) if (counts.get(id) !== 1) verdict.lost.push(`edit ${id}: ${counts.get(id) ?? 0} times`);
  } finally {
    await client.end();
  }
  return verdict;
}

/**
 * What another system was told beside what was acknowledged: of each run all that happened, in its order.
 * @param heard messages as they came, those that came again included
 * @returns what is missing or out of turn
 */
export async function compareTold(
  database: string,
  log: Log,
  hash: (token: string) => string,
  heard: readonly { type: string; body: string }[],
): Promise<string[]> {
  const client = new Client({ connectionString: database });
  await client.connect();
  try {
    const { rows } = await client.query<{ run_id: string; token_hash: string }>('select run_id, token_hash from runs');
    const runs = new Map(rows.map((row) => [row.token_hash, row.run_id]));
    const told = new Map<string, string[]>();
    for (const { type, body } of heard) {
      const { run } = (JSON.parse(body) as { data: { run: string } }).data;
      const before = told.get(run) ?? [];
      if (!before.includes(type)) told.set(run, [...before, type]);
    }
    return log.runs.flatMap(({ token, acknowledged, finished, email }) => {
      const order = told.get(runs.get(hash(token)) ?? '') ?? [];
      const whole = ['run.started', 'contact.left', 'run.finished'];
      // Of a run whose last answer was sent and never acknowledged it may have been told as well.
      const least = finished ? whole : whole.slice(0, acknowledged.size > 0 ? 1 : 0);
      const isInOrder = order.every((type, i) => type === whole[i]);
      return isInOrder && order.length >= least.length ? [] : [`${email}: ${order.join(', ') || 'nothing'}`];
    });
  } finally {
    await client.end();
  }
}

const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(sorted)
    : typeof value === 'object' && value !== null
      ? Object.fromEntries(
          Object.entries(value)
            .sort(([a], [b]) => (a < b ? -1 : 1))
            .map(([k, v]) => [k, sorted(v)]),
        )
      : value;
