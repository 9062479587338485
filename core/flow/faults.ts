/** Why what a visitor sent cannot be taken, in words for them, at its place. */
import type { Block, ContactBlock, Question } from '../schema/quiz';
import { isContact, isQuestion } from '../document/lookup';
import type { Told } from '../questions/kind';
import { kindOf } from '../questions/registry';
import { type Answer, isAnswered } from '../values/answer';
import type { Refusal, RefusalCode } from '../questions/refusal';
import { formatFault } from './contact-formats';
import type { ContactGiven, Sent } from './sent';

export { type Refusal, refuse } from '../questions/refusal';

/** Answers to questions, and contacts for blocks, that are not on this page. */
export function unknownFields(blocks: Block[], sent: Extract<Sent, { do: 'go' }>): Refusal[] {
  const questions = new Set(blocks.filter(isQuestion).map((b) => b.id));
  const contacts = new Set(blocks.filter(isContact).map((b) => b.id));
  const lost = [
    ...Object.keys(sent.answers ?? {}).filter((id) => !questions.has(id)),
    ...Object.keys(sent.contact ?? {}).filter((id) => !contacts.has(id)),
  ];
  return lost.map((id) => ({ block: id, code: 'unknown', message: 'This question is not on the page.' }));
}

/** The valid answers among those that arrived when the time was over. */
export function usable(blocks: Block[], answers: Record<string, Answer> = {}): Record<string, Answer> {
  const questions = new Map(blocks.filter(isQuestion).map((q) => [q.id, q]));
  return Object.fromEntries(
    Object.entries(answers).filter(([id, answer]) => {
      const question = questions.get(id);
      return question !== undefined && questionFaults({ ...question, required: false }, answer).length === 0;
    }),
  );
}

/**
 * Everything that is wrong or missing in the blocks shown. After the finish only contacts can still be given.
 * @param isTaken it was looked at before, and what it was held to then is not asked again
 */
export function faultsIn(
  shown: Block[],
  run: { finished: boolean; answers: Record<string, Answer>; contact: Record<string, ContactGiven> },
  isTaken = false,
): Refusal[] {
  return shown.flatMap((block) => {
    if (isQuestion(block)) return run.finished ? [] : questionFaults(block, run.answers[block.id]);
    return isContact(block) ? contactFaults(block, run.contact[block.id], isTaken) : [];
  });
}

function questionFaults(question: Question, answer: Answer | undefined): Refusal[] {
  const kind = kindOf(question);
  const at = ({ code, message }: Told): Refusal => ({ block: question.id, code, message });
  if (answer !== undefined && kind.answerFault(question, answer) !== null)
    return [
      at(kind.toldOfFault?.(question, answer) ?? { code: 'unknown', message: 'This answer cannot be taken here.' }),
    ];
  if (!isAnswered(answer)) {
    if (!question.required) return [];
    return [at({ code: 'required', message: kind.toldOfNothing?.(question) ?? 'Please answer this.' })];
  }
  const refusal = kind.refusal(question, answer);
  return refusal ? [at(refusal)] : [];
}

function contactFaults(block: ContactBlock, given: ContactGiven | undefined, isTaken: boolean): Refusal[] {
  const fault = (code: RefusalCode, message: string, field?: string): Refusal => ({
    block: block.id,
    code,
    message,
    ...(field ? { field } : {}),
  });
  if (given === undefined || 'skipped' in given)
    return block.skippable ? [] : [fault('required', 'Please fill this in.')];
  const faults: Refusal[] = [];
  const shown = block.fields.filter((field) => !field.hidden);
  const known = new Set(shown.map((f) => f.id));
  for (const id of Object.keys(given.fields)) {
    if (!known.has(id)) faults.push(fault('unknown', 'This field is not asked for here.', id));
  }
  for (const field of shown) {
    const value = (given.fields[field.id] ?? '').trim();
    if (value.length > 300) faults.push(fault('too-long', 'Please keep it under 300 characters.', field.id));
    else if (!value && field.required) faults.push(fault('required', `Please fill in: ${field.label}.`, field.id));
    else if (value && !isTaken) {
      const told = formatFault(field, value);
      if (told) faults.push(fault(told.code, told.message, field.id));
    }
  }
  if (block.consent?.required && given.consent !== block.consent.version) {
    faults.push(fault('consent', 'Please agree first, so that we may write to you.', 'consent'));
  }
  return faults;
}
