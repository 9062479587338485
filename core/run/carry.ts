/** What a visitor takes along out of a quiz: to the next quiz, or to an address. */
import type { Block, Carry, Quiz } from '../quiz/schema';
import { isSafeAddress } from '../check/references';
import { contactOf, fillFor, type Result, resultOf } from '../score/result';
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
        value === 'contact' ? contact[ref ?? ''] : fill({ value, fallback: '', ...(ref === undefined ? {} : { ref }) });
      return as && taken ? [[as, taken.slice(0, LONGEST)]] : [];
    }),
  );
}

/** An address with what goes along as parameters of it; null where it is not an address one can be sent to. */
export function addressWith(url: string, values: Record<string, string>): string | null {
  if (!isSafeAddress(url) || !URL.canParse(url)) return null;
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
