/** Why what a visitor sent cannot be taken, in words for them, at its place. */
import type { Block, ContactBlock, Question } from '../quiz/schema';
import { boundsOf, isContact, isQuestion, pickRange } from '../quiz/lookup';
import { type Answer, answerFault, chosenIn, isAnswered, isFreeEntry, partOf } from '../score/answer';
import { LONGEST_ANSWER, LONGEST_ESSAY } from '../score/longest';
import type { ContactGiven, Sent } from './sent';

export type RefusalCode =
  | 'wrong-page'
  | 'required'
  | 'too-few'
  | 'too-many'
  | 'out-of-range'
  | 'unknown'
  | 'not-an-email'
  | 'consent'
  | 'too-long'
  | 'finished'
  | 'no-back';
export type Refusal = { block: string | null; field?: string; code: RefusalCode; message: string };

export const refuse = (
  block: string | null,
  code: RefusalCode,
  message: string,
  field?: string,
): { refused: Refusal[] } => ({
  refused: [{ block, code, message, ...(field ? { field } : {}) }],
});

/** Answers to questions, and contacts for blocks, that are not on this page. */
export function strangers(blocks: Block[], sent: Extract<Sent, { do: 'go' }>): Refusal[] {
  const questions = new Set(blocks.filter(isQuestion).map((b) => b.id));
  const contacts = new Set(blocks.filter(isContact).map((b) => b.id));
  const lost = [
    ...Object.keys(sent.answers ?? {}).filter((id) => !questions.has(id)),
    ...Object.keys(sent.contact ?? {}).filter((id) => !contacts.has(id)),
  ];
  return lost.map((id) => ({ block: id, code: 'unknown', message: 'This question is not on the page.' }));
}

/** Of answers that came in when the time was over, those that can be taken. */
export function usable(blocks: Block[], answers: Record<string, Answer> = {}): Record<string, Answer> {
  const questions = new Map(blocks.filter(isQuestion).map((q) => [q.id, q]));
  return Object.fromEntries(
    Object.entries(answers).filter(([id, answer]) => {
      const question = questions.get(id);
      return question !== undefined && questionFaults({ ...question, required: false }, answer).length === 0;
    }),
  );
}

/** Everything that is wrong or missing in the blocks shown. After the finish only contacts can still be given. */
export function faultsIn(
  shown: Block[],
  run: { finished: boolean; answers: Record<string, Answer>; contact: Record<string, ContactGiven> },
): Refusal[] {
  return shown.flatMap((block) => {
    if (isQuestion(block)) return run.finished ? [] : questionFaults(block, run.answers[block.id]);
    return isContact(block) ? contactFaults(block, run.contact[block.id]) : [];
  });
}

function questionFaults(question: Question, answer: Answer | undefined): Refusal[] {
  const fault = (code: RefusalCode, message: string): Refusal[] => [{ block: question.id, code, message }];
  if (answer !== undefined) {
    const wrong = answerFault(question, answer);
    const several = question.kind === 'choice' && question.pick === 'one' && chosenIn(answer).length > 1;
    if (several) return fault('too-many', 'Please choose one answer only.');
    if (wrong) return fault('unknown', 'This answer cannot be taken here.');
  }
  if (!isAnswered(answer)) {
    if (!question.required) return [];
    const { min, max } = question.kind === 'choice' ? pickRange(question) : { min: 1, max: 1 };
    return fault(
      'required',
      question.kind === 'choice'
        ? min > 1
          ? `Please choose ${min === max ? '' : 'at least '}${min}.`
          : 'Please choose an answer.'
        : 'Please answer this.',
    );
  }
  switch (question.kind) {
    case 'choice': {
      if (isFreeEntry(answer) && answer.text.length > LONGEST_ANSWER)
        return fault('too-long', `Please keep it under ${LONGEST_ANSWER} characters.`);
      const n = chosenIn(answer).length;
      const { min, max } = pickRange(question);
      if (n < min) return fault('too-few', `Please choose ${min - n} more.`);
      return n > max ? fault('too-many', `Please choose ${max} at most.`) : [];
    }
    case 'text':
    case 'essay': {
      const most = question.kind === 'text' ? LONGEST_ANSWER : LONGEST_ESSAY;
      return String(answer).length > most ? fault('too-long', `Please keep it under ${most} characters.`) : [];
    }
    case 'number':
    case 'slider':
    case 'rating': {
      const { min = -Infinity, max = Infinity } = boundsOf(question);
      return Number(answer) < min || Number(answer) > max ? fault('out-of-range', rangeWords(min, max)) : [];
    }
    case 'date': {
      const day = String(answer);
      const early = question.min !== undefined && day < question.min;
      const late = question.max !== undefined && day > question.max;
      return early || late ? fault('out-of-range', 'Please choose a day within the range.') : [];
    }
    default:
      if (typedParts(answer).some((words) => words.length > LONGEST_ANSWER))
        return fault('too-long', `Please keep each part under ${LONGEST_ANSWER} characters.`);
      return missingParts(question, answer).length > 0 ? fault('required', 'Please fill in every part.') : [];
  }
}

/** The words in the parts of an answer that has several. */
const typedParts = (answer: Answer): string[] =>
  typeof answer === 'object' && !Array.isArray(answer)
    ? Object.values(answer).filter((part): part is string => typeof part === 'string')
    : [];

function rangeWords(min: number, max: number): string {
  if (min === -Infinity) return `Please give ${max} at most.`;
  return max === Infinity ? `Please give ${min} or more.` : `Please give a number from ${min} to ${max}.`;
}

/** The parts of a required question that were left empty; of an optional one any may be. */
export function missingParts(question: Question, answer: Answer): string[] {
  if (!question.required) return [];
  const parts =
    question.kind === 'match'
      ? question.pairs.map((p) => p.left.id)
      : question.kind === 'gaps'
        ? question.gaps.map((g) => g.id)
        : question.kind === 'grid'
          ? question.rows.map((r) => r.id)
          : question.kind === 'spots'
            ? question.spots.map((s) => s.id)
            : [];
  if (question.kind === 'order')
    return Array.isArray(answer) && answer.length === question.items.length ? [] : ['items'];
  return parts.filter((part) => partOf(answer, part) === undefined);
}

/** One sign @, something with a dot behind it, no white space: a letter decides the rest. */
export const looksLikeEmail = (text: string): boolean =>
  text.length <= 254 && /^[^\s@,;<>"]{1,64}@[^\s@,;<>"]+\.[^\s@,;<>".]{2,}$/.test(text.trim());

function contactFaults(block: ContactBlock, given: ContactGiven | undefined): Refusal[] {
  const fault = (code: RefusalCode, message: string, field?: string): Refusal => ({
    block: block.id,
    code,
    message,
    ...(field ? { field } : {}),
  });
  if (given === undefined || 'skipped' in given)
    return block.skippable ? [] : [fault('required', 'Please fill this in.')];
  const faults: Refusal[] = [];
  const known = new Set(block.fields.map((f) => f.id));
  for (const id of Object.keys(given.fields)) {
    if (!known.has(id)) faults.push(fault('unknown', 'This field is not asked for here.', id));
  }
  for (const field of block.fields) {
    const value = (given.fields[field.id] ?? '').trim();
    if (value.length > 300) faults.push(fault('too-long', 'Please keep it under 300 characters.', field.id));
    else if (!value && field.required) faults.push(fault('required', `Please fill in: ${field.label}.`, field.id));
    else if (value && field.format === 'email' && !looksLikeEmail(value)) {
      faults.push(fault('not-an-email', 'This does not look like an e-mail address.', field.id));
    }
  }
  if (block.consent?.required && given.consent !== block.consent.version) {
    faults.push(fault('consent', 'Please agree first, so that we may write to you.', 'consent'));
  }
  return faults;
}
