/** Turning a question into one of another kind: what the new kind can hold is kept, and what it cannot is named. */
import type { NewId } from './blank';
import { newBlock } from './blank';
import { acceptedOf } from '../text/fold';
import { without } from './lookup';
import type { Accepted, Picture, Question, QuestionKind } from './schema';

/** A line of a question of any kind: an answer, an item, a row, one side of a pair, an accepted spelling. */
type Part = {
  id?: string;
  text: string;
  picture?: Picture;
  credit?: number;
  weights?: Record<string, number>;
  /** The other side of a pair. */
  with?: string;
};

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

const spelled = (list: Accepted[] | undefined): Part[] => (list ?? []).map(acceptedOf);

function partsOf(q: Question): Part[] {
  switch (q.kind) {
    case 'choice':
      return q.options;
    case 'text':
      return spelled(q.accept);
    case 'order':
      return q.items;
    case 'match':
      return q.pairs.map((p) => ({ ...p.left, with: p.right.text }));
    case 'gaps':
      return q.gaps.flatMap((g) => spelled(g.accept).slice(0, 1));
    case 'grid':
      return q.rows.map(({ id, text, weights }) => ({ id, text, ...(weights ? { weights } : {}) }));
    case 'spots':
      return q.spots.map((s) => ({ id: s.id, text: s.text ?? spelled(s.accept)[0]?.text ?? '' }));
    case 'number':
    case 'slider':
    case 'date':
      return q.target === undefined ? [] : [{ text: String(q.target), credit: 1 }];
    case 'essay':
    case 'rating':
      return [];
  }
}

/** The question with another kind, its lines brought over. */
function made(q: Question, kind: QuestionKind, newId: NewId): Question {
  const blank = newBlock(kind === 'choice' ? 'one' : kind, newId) as Question;
  const kept = Object.fromEntries(common.flatMap((key) => (q[key] === undefined ? [] : [[key, q[key]]])));
  const next = { ...blank, ...kept, ...(q.required ? {} : { required: false }) } as Question;
  const parts = partsOf(q).filter((p) => p.text || p.picture);
  const idOf = (part: Part, prefix: string) => part.id ?? newId(prefix);
  const sided = (part: Part) => ({ text: part.text, ...(part.picture ? { picture: part.picture } : {}) });
  switch (next.kind) {
    case 'choice':
      return parts.length === 0
        ? next
        : {
            ...next,
            options: parts.map((p) => ({
              id: idOf(p, 'o'),
              ...sided(p),
              ...(p.credit === undefined ? {} : { credit: p.credit }),
              ...(p.weights ? { weights: p.weights } : {}),
            })),
          };
    case 'text': {
      const right = parts.filter((p) => p.credit !== undefined && p.credit > 0 && p.text);
      return right.length === 0
        ? next
        : { ...next, accept: right.map((p) => (p.credit === 1 ? p.text : { text: p.text, credit: p.credit ?? 1 })) };
    }
    case 'order':
      return parts.length === 0
        ? next
        : {
            ...next,
            items: parts.map((p) => ({
              id: idOf(p, 'i'),
              ...sided(p),
              ...(p.weights ? { weights: p.weights } : {}),
            })),
          };
    case 'match':
      return parts.length === 0
        ? next
        : {
            ...next,
            pairs: parts.map((p) => ({
              left: { id: idOf(p, 'l'), ...sided(p) },
              right: { id: newId('r'), text: p.with ?? '' },
            })),
          };
    case 'grid':
      return parts.length === 0 ? next : { ...next, rows: parts.map((p) => ({ id: idOf(p, 'i'), text: p.text })) };
    case 'number':
    case 'slider':
    case 'rating': {
      const measured = q.kind === 'number' || q.kind === 'slider' || q.kind === 'rating' ? q : null;
      const right = Number(parts.find((p) => p.credit === 1)?.text.replace(',', '.') || NaN);
      return {
        ...next,
        ...(measured?.min === undefined
          ? {}
          : { min: next.kind === 'rating' ? Math.round(measured.min) : measured.min }),
        ...(measured?.max === undefined
          ? {}
          : { max: next.kind === 'rating' ? Math.round(measured.max) : measured.max }),
        ...(measured?.weights ? { weights: measured.weights } : {}),
        ...(measured?.reverse ? { reverse: true } : {}),
        ...(next.kind === 'rating' || !Number.isFinite(right) ? {} : { target: right }),
      };
    }
    case 'spots': {
      const picture = q.media?.picture;
      if (!picture) return next;
      const media = without(q.media ?? {}, 'picture');
      return { ...without(next, 'media'), picture, ...(Object.keys(media).length ? { media } : {}) };
    }
    default:
      return next;
  }
}

/** What stands in a question, counted: one of them, several, how many. */
function contents(q: Question): [string, string, number][] {
  const parts = partsOf(q).filter((p) => p.text || p.picture);
  const count = (holds: (p: Part) => unknown) => parts.filter(holds).length;
  const lists = q as { extras?: unknown[]; columns?: { text: string }[]; key?: object };
  const own = q.kind === 'spots' && q.picture ? 1 : 0;
  return [
    ['line', 'lines', parts.length],
    ['picture', 'pictures', count((p) => p.picture) + (q.media?.picture ? 1 : 0) + own],
    ['right answer', 'right answers', count((p) => (p.credit ?? 0) > 0) + Object.keys(lists.key ?? {}).length],
    ['weight', 'weights', count((p) => p.weights && Object.keys(p.weights).length) + (q.weights ? 1 : 0)],
    ['counterpart', 'counterparts', count((p) => p.with) + (lists.extras?.length ?? 0)],
    ['column', 'columns', (lists.columns ?? []).filter((c) => c.text).length],
    ['gap', 'gaps', q.kind === 'gaps' ? q.gaps.length : 0],
    ['place', 'places', q.kind === 'spots' ? q.spots.length : 0],
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
