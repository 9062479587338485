/** What a visitor takes along out of a quiz: to the next quiz, or to an address. */
import { fileIn } from '../values/files';
import type { Block, Carry, Known, Quiz } from '../schema/quiz';
import { quizIndex, nameOf } from '../document/lookup';
import { isWebAddress } from '../schema/address';
import { fold } from '../text/fold';
import { contactOf, fillFor, type Result, resultOf } from './result';
import type { Run } from './run';

/** Longer values are cut: they travel as the value of a field or a parameter. */
const LONGEST = 300;

/** The values that go along, by the name they go by there. What is empty stays behind. */
export function carried(quiz: Quiz, run: Run, carry: Carry = [], result?: Result): Record<string, string> {
  if (carry.length === 0) return {};
  const fill = fillFor(quiz, run, result ?? resultOf(quiz, run));
  const contact = contactOf(run);
  return Object.fromEntries(
    carry.flatMap(({ value, ref, as }) => {
      const taken =
        value === 'contact'
          ? asSaid(contact[ref ?? ''])
          : fill({ value, fallback: '', ...(ref === undefined ? {} : { ref }) });
      return as && taken ? [[as, taken.slice(0, LONGEST)]] : [];
    }),
  );
}

/** Of a file its name goes along: under which id it is kept is nobody else’s. */
const asSaid = (value: string | undefined): string | undefined =>
  value === undefined ? undefined : (fileIn(value)?.name ?? value);

/** An address with what goes along as parameters of it; null where it is not an address one can be sent to. */
export function addressWith(url: string, values: Record<string, string>): string | null {
  if (!isWebAddress(url)) return null;
  const to = new URL(url);
  for (const [name, value] of Object.entries(values)) to.searchParams.set(name, value);
  return to.href;
}

/** What a run takes along by the target it left by, or by a hand-over block that it has reached. Null where it does not lead there. */
export function handedOver(
  quiz: Quiz,
  run: Run,
  block?: string,
): { quiz: string; values: Record<string, string> } | null {
  const found = block === undefined ? run.left : reachedBlocks(quiz, run).find((b) => b.id === block);
  if (!run.finished || !found || !('quiz' in found)) return null;
  return { quiz: found.quiz, values: carried(quiz, run, found.carry) };
}

const reachedBlocks = (quiz: Quiz, run: Run): Extract<Block, { kind: 'hand-over' }>[] =>
  quiz.pages
    .filter((page) => page.stage === 'result' && run.way.some((visit) => visit.page === page.id))
    .flatMap((page) => page.blocks.filter((b) => b.kind === 'hand-over'));

/** A value of this quiz that can go along, as the creator reads it. */
export type Carriable = { value: Carry[number]['value']; ref?: string; name: string };

/** Everything that can go along. */
export function carriable(quiz: Quiz): Carriable[] {
  const { questions, contactOf } = quizIndex(quiz);
  const scored = [{ id: 'marks', name: 'Marks' }, ...quiz.scales];
  return [
    ...quiz.verdicts.map((v) => ({ value: 'outcome' as const, ref: v.id, name: v.name })),
    ...scored.map((s) => ({ value: 'points' as const, ref: s.id, name: s.name })),
    { value: 'right' as const, name: 'Number right' },
    ...scored.map((s) => ({ value: 'percent' as const, ref: s.id, name: `${s.name} in percent` })),
    ...[...questions.values()].map((q) => ({ value: 'answer' as const, ref: q.id, name: nameOf(q) })),
    ...[...contactOf].map(([id, block]) => ({
      value: 'contact' as const,
      ref: id,
      name: block.fields.find((f) => f.id === id)?.label ?? id,
    })),
    ...quiz.known.map((k) => ({ value: 'known' as const, ref: k.id, name: knownName(k) })),
  ];
}

export const knownName = (known: Known): string => known.name?.trim() || known.id;
/** The name by which a known value is given: in an address, by the page around, by another quiz. */
export const knownParam = (known: Known): string => known.param || known.id;

/** The names of what a quiz takes from its address, or from the page around it. */
export const askedOfAddress = (quiz: Quiz): string[] =>
  quiz.known.filter((known) => known.from !== 'quiz').map(knownParam);

/** What another quiz takes from quizzes, each matched with what goes by the same name here. */
export const matchedCarry = (quiz: Quiz, known: Known[]): Carry =>
  known
    .filter((k) => k.from === 'quiz')
    .flatMap((k) => {
      const same = carriable(quiz).find((c) => [knownName(k), knownParam(k)].some((n) => fold(n) === fold(c.name)));
      return same
        ? [{ value: same.value, ...(same.ref === undefined ? {} : { ref: same.ref }), as: knownParam(k) }]
        : [];
    });
