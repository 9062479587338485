/** Turning a question into one of another kind: what the new kind can hold is kept, and what it cannot is named. */
import type { Line, NewId } from '../questions/kind';
import { blankQuestion, kindOf } from '../questions/registry';
import type { Question, QuestionKind } from '../schema/quiz';

const common = [
  'id',
  'name',
  'prompt',
  'required',
  'topic',
  'media',
  'hint',
  'showIf',
  'limit',
  'marks',
  'penalty',
  'credit',
  'marksTo',
  'explain',
] as const;

const linesOf = (q: Question): Line[] =>
  kindOf(q)
    .lines(q)
    .filter((line) => line.text || line.picture);

/** The question with another kind, its lines brought over. */
function made(q: Question, kind: QuestionKind, newId: NewId): Question {
  const kept = Object.fromEntries(common.flatMap((key) => (q[key] === undefined ? [] : [[key, q[key]]])));
  const next = { ...blankQuestion(kind, newId), ...kept, ...(q.required ? {} : { required: false }) };
  return kindOf(next).become(next, linesOf(q), q, newId);
}

/** What stands in a question, counted: one of them, several, how many. */
function contents(q: Question): [string, string, number][] {
  const lines = linesOf(q);
  const count = (holds: (line: Line) => unknown) => lines.filter(holds).length;
  // Whichever of these lists its kind has.
  const lists = q as { extras?: unknown[]; columns?: { text: string }[]; key?: object };
  const { pictures = 0, gaps = 0, places = 0 } = kindOf(q).alsoHas?.(q) ?? {};
  return [
    ['line', 'lines', lines.length],
    ['picture', 'pictures', count((p) => p.picture) + (q.media?.picture ? 1 : 0) + pictures],
    ['right answer', 'right answers', count((p) => (p.credit ?? 0) > 0) + Object.keys(lists.key ?? {}).length],
    ['weight', 'weights', count((p) => p.weights && Object.keys(p.weights).length) + (q.weights ? 1 : 0)],
    ['counterpart', 'counterparts', count((p) => p.with) + (lists.extras?.length ?? 0)],
    ['column', 'columns', (lists.columns ?? []).filter((c) => c.text).length],
    ['gap', 'gaps', gaps],
    ['place', 'places', places],
  ];
}

/**
 * A question of another kind under the same id, so that routes and inserts still find it.
 * @returns the question, and what of the old one it cannot hold, in words ("3 pictures"); empty where nothing is lost
 */
export function changeKind(
  question: Question,
  kind: QuestionKind,
  newId: NewId,
): { question: Question; drops: string[] } {
  if (kind === question.kind) return { question, drops: [] };
  const next = made(question, kind, newId);
  const after = contents(next);
  const drops = contents(question).flatMap(([one, many, n], i) => {
    const lost = n - (after[i]?.[2] ?? 0);
    return lost > 0 ? [`${lost} ${lost === 1 ? one : many}`] : [];
  });
  return { question: next, drops };
}
