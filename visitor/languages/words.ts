'use client';
import { createContext, useContext } from 'react';
import type { Words } from './say';

const Spoken = createContext<Words | null>(null);
export const SpokenIn = Spoken.Provider;

/** The words that the page around speaks. */
export function useWords(): Words {
  const words = useContext(Spoken);
  if (!words) throw new Error('A visitor’s page speaks a language: SpokenIn stands around it.');
  return words;
}
