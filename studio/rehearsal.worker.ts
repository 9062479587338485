/** Rehearsal and check, away from the thread that somebody types on. */
import { expose } from 'comlink';
import type { Quiz } from '../core/quiz/schema';
import { checkQuiz, type Finding } from '../core/check/check';
import { type Odds, rehearse } from '../core/rehearse/odds';

const api = {
  look(quiz: Quiz, published: string[]): { odds: Odds; findings: Finding[] } {
    const odds = rehearse(quiz);
    return { odds, findings: checkQuiz(quiz, odds, { published: new Set(published) }) };
  },
};
export type RehearsalApi = typeof api;

expose(api);
