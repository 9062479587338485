/** How right an answer is (model, section 3, Credit and Marks). */
import type { Choice, Question, Region } from '../quiz/schema';
import { isKeyed, isReviewed } from '../quiz/lookup';
import { matchAccepted } from '../text/fold';
import { type Answer, chosenIn, dayNumber, isAnswered, partOf } from './answer';
import { round9 } from './numbers';

/** @property credit 0..1, not yet rounded, so that a third of three marks is one mark; null where there is no key, no answer, or a person has yet to mark it (`pending`) */
export type Grade = { credit: number | null; pending: boolean };

const graded = (credit: number): Grade => ({ credit, pending: false });
const ungraded: Grade = { credit: null, pending: false };
const pending: Grade = { credit: null, pending: true };

/** How right an answer is by the key alone. */
export function gradeOf(question: Question, answer: Answer | undefined): Grade {
  if (!isAnswered(answer)) return ungraded;
  if (isReviewed(question)) return pending;
  if (!isKeyed(question)) return ungraded;
  switch (question.kind) {
    case 'choice':
      return graded(choiceCredit(question, chosenIn(answer)));
    case 'text': {
      const credit = matchAccepted(String(answer), question.accept ?? [], question.fold);
      return credit === null && question.reviewRest ? pending : graded(credit ?? 0);
    }
    case 'number':
    case 'slider':
      return graded(typeof answer === 'number' && isNear(answer, question) ? 1 : 0);
    case 'date': {
      const distance = Math.abs(dayNumber(String(answer)) - dayNumber(question.target ?? ''));
      return graded(round9(distance) <= (question.within ?? 0) ? 1 : 0);
    }
    case 'order': {
      const given = Array.isArray(answer) ? answer : [];
      return graded(
        byParts(
          question,
          question.items.map((item, i) => given[i] === item.id),
        ),
      );
    }
    case 'match':
      return graded(
        byParts(
          question,
          question.pairs.map(({ left, right }) => partOf(answer, left.id) === right.id),
        ),
      );
    case 'gaps':
      return typedParts(question, answer, question.gaps);
    case 'grid': {
      const rows = question.rows.filter((row) => question.key?.[row.id] !== undefined);
      return graded(
        byParts(
          question,
          rows.map((row) => sameIds(partOf(answer, row.id), question.key?.[row.id] ?? [])),
        ),
      );
    }
    case 'spots':
      return typedParts(question, answer, question.spots);
    case 'essay':
    case 'rating':
      return ungraded;
  }
}

/** The credit of an answer as results and conditions read it, to nine decimals. */
export function creditOf(question: Question, answer: Answer | undefined): number | null {
  const { credit } = gradeOf(question, answer);
  return credit === null ? null : round9(credit);
}

function optionCredit({ options }: Choice, id: string): number {
  for (const option of options) if (option.id === id) return option.credit ?? 0;
  return 0;
}

function choiceCredit(question: Choice, chosen: string[]): number {
  if (question.pick === 'one') return optionCredit(question, chosen[0] ?? '');
  const right = question.options.filter((o) => o.credit === 1).length;
  const got = chosen.filter((id) => optionCredit(question, id) === 1).length;
  if (question.credit !== 'share') return got === right && chosen.length === right ? 1 : 0;
  if (right === 0) return 0;
  let worth = 0;
  for (const id of chosen) {
    const credit = optionCredit(question, id);
    worth += credit > 0 ? credit : -1;
  }
  return Math.min(1, Math.max(0, worth / right));
}

function isNear(
  value: number,
  { target = 0, within = 0, withinPercent }: { target?: number; within?: number; withinPercent?: number },
): boolean {
  const allowed = withinPercent === undefined ? within : Math.max(within, (Math.abs(target) * withinPercent) / 100);
  return round9(Math.abs(value - target)) <= round9(allowed);
}

/** "all": every part is right, else nothing; "share": right parts of all. */
function byParts(question: Question, right: boolean[]): number {
  const count = right.filter(Boolean).length;
  if (question.credit === 'share') return right.length === 0 ? 0 : count / right.length;
  return right.length > 0 && count === right.length ? 1 : 0;
}

type TypedPart = { id: string; accept?: Parameters<typeof matchAccepted>[1]; region?: Region };

/** Gaps and spots: a part is right at credit 1. With `reviewRest`, words that match nothing wait for a person. */
function typedParts(
  question: Extract<Question, { kind: 'gaps' | 'spots' }>,
  answer: Answer,
  parts: TypedPart[],
): Grade {
  let waits = false;
  const right = parts
    .filter((part) => part.region !== undefined || (part.accept?.length ?? 0) > 0)
    .map((part) => {
      const given = partOf(answer, part.id);
      if (Array.isArray(given)) return part.region !== undefined && isInside(given as [number, number], part.region);
      if (given === undefined || part.accept === undefined) return false;
      const credit = matchAccepted(given, part.accept, question.fold);
      waits ||= credit === null && question.reviewRest === true;
      return credit === 1;
    });
  return waits ? pending : graded(byParts(question, right));
}

const sameIds = (given: unknown, wanted: string[]): boolean =>
  Array.isArray(given) && given.length === wanted.length && wanted.every((id) => given.includes(id));

/** Whether a point lies in a region; its edge belongs to it. A polygon is tested by the crossings of a ray (Shimrat 1962). */
export function isInside([x, y]: [number, number], region: Region): boolean {
  if ('r' in region) return round9((x - region.x) ** 2 + (y - region.y) ** 2) <= round9(region.r ** 2);
  if ('width' in region) {
    return (
      x >= region.x && x <= round9(region.x + region.width) && y >= region.y && y <= round9(region.y + region.height)
    );
  }
  let inside = false;
  const { points } = region;
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    const [xi, yi] = points[i] as [number, number];
    const [xj, yj] = points[j] as [number, number];
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
  }
  return inside;
}

export type Marked = Grade & { awarded: number };

/**
 * The marks of an answer: marks × credit; −penalty where it is worth nothing; 0 for none, and while a person has yet to mark it.
 * @param byHand marks that a reviewer has set: they win over the key
 */
export function marksOf(question: Question, answer: Answer | undefined, byHand?: number): Marked {
  const grade = gradeOf(question, answer);
  if (byHand !== undefined) {
    const of = question.marks ?? 1;
    return {
      credit: of === 0 ? grade.credit : Math.min(1, Math.max(0, byHand / of)),
      pending: false,
      awarded: byHand,
    };
  }
  const { credit } = grade;
  if (credit === null) return { credit, pending: grade.pending, awarded: 0 };
  const awarded = credit > 0 ? round9((question.marks ?? 1) * credit) : 0 - (question.penalty ?? 0);
  return { credit, pending: grade.pending, awarded: awarded === 0 ? 0 : awarded };
}
