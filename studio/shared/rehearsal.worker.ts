/** Rehearsal and check, away from the thread that somebody types on. */
import { expose } from 'comlink';
import type { Quiz } from '../../core/schema/quiz';
import { checkQuiz, type Finding } from '../../core/findings/check';
import { comeOutOtherwise, type Decides, decidesOf, type ShareOfVisitors } from '../../core/rehearsal/decides';
import { type Mix, type Odds, rehearse } from '../../core/rehearsal/odds';

const api = {
  /** @param mix how visitors answer; what the check says is always of visitors who answer evenly */
  look(
    quiz: Quiz,
    published: string[],
    mix: Mix | undefined,
    onProgress: (done: number) => void,
  ): { odds: Odds; findings: Finding[] } {
    const even = rehearse(quiz, { onProgress });
    const findings = checkQuiz(quiz, even, { published: new Set(published) });
    return { odds: mix ? rehearse(quiz, { mix, onProgress }) : even, findings };
  },
  /** Which questions decide. */
  decides: (quiz: Quiz, mix: Mix | undefined): Decides => decidesOf(quiz, { mix }),
  /** How many visitors come out otherwise by each of some documents that ask the same. */
  otherwise: (quiz: Quiz, changed: Quiz[], mix: Mix | undefined): ShareOfVisitors[] =>
    changed.map((one) => comeOutOtherwise(quiz, one, { mix })),
};
export type RehearsalApi = typeof api;

expose(api);
