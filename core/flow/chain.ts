/** How quizzes hand over to one another: a chain of them as one journey. */
import type { Carry, Condition, Quiz, Target } from '../schema/quiz';
import { conditionWords } from '../conditions/describe';

/** @property where the page or block that does it; `when` is "" where it always does */
export type HandOver = { to: string; where: string; from: string; when: string; carries: number };

/** Every place in a quiz that leads to another one. */
export function handOversIn(quiz: Quiz): HandOver[] {
  return quiz.pages.flatMap((page): HandOver[] => {
    const from = page.name || 'A page';
    const by = (where: string, to: string, carry: Carry | undefined, when?: Condition): HandOver => ({
      to,
      where,
      from,
      when: when ? conditionWords(quiz, when) : '',
      carries: carry?.length ?? 0,
    });
    const led = (to: Target | undefined, when?: Condition): HandOver[] =>
      typeof to === 'object' && 'quiz' in to ? [by(page.id, to.quiz, to.carry, when)] : [];
    return [
      ...(page.routes ?? []).flatMap((route) => led(route.to, route.when)),
      ...led(page.otherwise),
      ...led(page.hold?.then),
      ...page.blocks.flatMap((b) => (b.kind === 'hand-over' ? [by(b.id, b.quiz, b.carry, b.showIf)] : [])),
    ];
  });
}

export type Linked = { id: string; title: string; live: boolean; handOvers: HandOver[] };
/** A quiz in a journey, and where it leads. `again`: it stands in the journey above already; `gone`: there is no such quiz. */
export type Stop = Omit<Linked, 'handOvers'> & { again?: true; gone?: true; onward: { by: HandOver; stop: Stop }[] };

/** The journey that begins with a quiz, each quiz opened once on a way. */
export function journeyFrom(first: Linked, others: readonly Linked[], above: readonly string[] = []): Stop {
  const { handOvers, ...quiz } = first;
  if (above.includes(quiz.id)) return { ...quiz, again: true, onward: [] };
  const passed = [...above, quiz.id];
  return {
    ...quiz,
    onward: handOvers.map((by) => {
      const next = others.find((q) => q.id === by.to);
      const stop: Stop = next
        ? journeyFrom(next.id === first.id ? first : next, others, passed)
        : { id: by.to, title: '', live: false, gone: true, onward: [] };
      return { by, stop };
    }),
  };
}

/** The quizzes that lead to a quiz. */
export const leadingTo = (id: string, others: readonly Linked[]): Linked[] =>
  others.filter((q) => q.id !== id && q.handOvers.some((h) => h.to === id));
