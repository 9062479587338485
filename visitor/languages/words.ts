'use client';
import { createContext, useContext } from 'react';
import { en } from './phrases';
import { type Words, wordsOf } from './say';

const Spoken = createContext<Words>(wordsOf({ language: 'en', phrases: en }));
export const SpokenIn = Spoken.Provider;
export const useWords = (): Words => useContext(Spoken);
