'use client';
import { createContext, useContext } from 'react';

/** Where the quiz stands outside the draft. */
export type Live = {
  edition: number | null;
  /** the revision that is live */ revision: number | null;
  address: string;
  publicUrl: string;
  sampleSite: string | null;
};
export const LiveContext = createContext<{
  live: Live;
  publish: () => Promise<void>;
  publishing: boolean;
  trouble: string;
  openCheck: () => void;
}>({
  live: { edition: null, revision: null, address: '', publicUrl: '', sampleSite: null },
  publish: async () => undefined,
  publishing: false,
  trouble: '',
  openCheck: () => undefined,
});
export const useLive = () => useContext(LiveContext);
