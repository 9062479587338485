import type { QuestionKind } from '../../core/quiz/schema';

/** What Findings shows, as the server tells it. */
export type Share = {
  id: string;
  name: string;
  count: number;
  share: number;
  /** bounds of the 95 % interval */ low: number;
  high: number;
};
export type JourneyStep = { key: string; name: string; count: number; lost: number; entered: number };
export type Findings = {
  journey: JourneyStep[];
  questions: { id: string; name: string; kind: QuestionKind; many: boolean; answered: number; options: Share[] }[];
  outcomes: { verdict: string; name: string; decided: number; outcomes: Share[] }[];
  offers: Share[];
};
export type PersonLine = {
  runId: string;
  lastAt: string;
  source: string;
  finished: boolean;
  pages: number;
  name: string;
  email: string;
  outcomes: string[];
};
export type People = { people: PersonLine[]; next: { lastAt: string; runId: string } | null };
export type Person = {
  runId: string;
  edition: number;
  seenAt: string;
  lastAt: string;
  source: string;
  finished: boolean;
  standsAt: string;
  contact: Record<string, string>;
  answers: { question: string; answer: string; seconds: number | null }[];
  scales: { id: string; name: string; points: number | null; lowest: number | null; highest: number | null }[];
  tallies: { id: string; name: string; points: number; won: boolean }[];
};
