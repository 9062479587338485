'use client';
import { createContext, useContext } from 'react';
import type { HandOver } from '../../core/flow/chain';
import type { Known } from '../../core/schema/quiz';

/** Where the quiz stands outside the draft. */
export type Publication = {
  edition: number | null;
  /** the revision that is live */ revision: number | null;
  address: string;
  publicUrl: string;
  /** Where it stands under a host name of the workspace's own, without a slash at the end. */
  ownUrl: string | null;
  sampleSite: string | null;
  /** The quizzes of the workspace, this one included: what a hand-over can lead to. */
  quizzes: OtherQuiz[];
};
export type OtherQuiz = { id: string; title: string; live: boolean; known: Known[]; handOvers: HandOver[] };
export const PublicationContext = createContext<{
  live: Publication;
  /** @param isSure what the check warns of was read */
  publish: (isSure?: boolean) => Promise<void>;
  publishing: boolean;
  trouble: string;
  openCheck: () => void;
  /** It stands at another address now. */
  moved: (address: string) => void;
  /** An edition that there was is live again. */
  wentLive: (edition: number) => void;
}>({
  live: { edition: null, revision: null, address: '', publicUrl: '', ownUrl: null, sampleSite: null, quizzes: [] },
  publish: async () => undefined,
  publishing: false,
  trouble: '',
  openCheck: () => undefined,
  moved: () => undefined,
  wentLive: () => undefined,
});
export const usePublication = () => useContext(PublicationContext);
