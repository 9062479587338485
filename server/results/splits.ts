/** How runs came one day after the other, and from where; and what there is to choose among. */
import type { AnswerOf } from '../../contract';
import { type Condition, wantedOf } from '../../core/stats/filter';
import { HOURS, newestHours } from '../../core/stats/over-time';
import { crossedAmong } from '../../db/queries/figure-bits';
import { countByHour } from '../../db/queries/hours';
import { figuresOf } from '../../db/queries/figures';
import type { Membership } from '../../db/queries/members';
import { getQuiz } from '../accounts/own-quiz';
import { reading } from '../platform/database';
import { countForNow } from './count-runs';

const COUNTED = ['seen', 'started', 'finished', 'contact', 'offer'] as const;
const MOST_CHOICES = 200;
const MOST_SOURCES = 30;
const DIRECT = 'direct';

type Told = AnswerOf<'GET /api/quizzes/{quiz}/splits'>;
type Split = Told['days'][number];

/** @param now in ms */
export async function splitsOf(
  member: Membership,
  quizId: string,
  where: readonly Condition[] = [],
  now = Date.now(),
): Promise<Told> {
  const { workspaceId } = await getQuiz(member, quizId);
  await countForNow(workspaceId, quizId);
  const from = await reading();
  const all = await figuresOf(from, workspaceId, quizId);
  const chosen = (prefix: string) =>
    [...all]
      .filter(([key, n]) => n > 0 && key.startsWith(prefix))
      .sort(([, a], [, b]) => b - a)
      .slice(0, MOST_CHOICES)
      .map(([key]) => key.slice(prefix.length));
  const among = { workspaceId, quizId, wanted: wantedOf(where) };
  const keys = [...COUNTED];
  const days = splitBy(await crossedAmong(from, among, 'day ', keys));
  const sources = splitBy(await crossedAmong(from, among, 'source ', keys));
  const direct = splitBy(await crossedAmong(from, among, DIRECT, keys));
  return {
    choices: {
      editions: chosen('edition ')
        .map(Number)
        .sort((a, b) => a - b),
      sources: [...((all.get(DIRECT) ?? 0) > 0 ? [''] : []), ...chosen('source ')],
      languages: chosen('language '),
    },
    days,
    hours: newestHours(
      await countByHour(from, among, new Date(now - HOURS * 3_600_000)),
      { seen: 0, started: 0, finished: 0, contact: 0, offer: 0 },
      now,
    ),
    sources: [...direct, ...sources].sort((a, b) => b.started - a.started).slice(0, MOST_SOURCES),
  };
}

function splitBy(rows: { by: string; key: string; count: number }[]): Split[] {
  const splits = new Map<string, Split>();
  for (const { by, key, count } of rows) {
    const split = splits.get(by) ?? { name: by, seen: 0, started: 0, finished: 0, contact: 0, offer: 0 };
    splits.set(by, { ...split, [key]: count });
  }
  return [...splits.values()];
}
