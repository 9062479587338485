'use client';
/** The look that a quiz is drawn in, for everything inside it. */
import { createContext, useContext } from 'react';
import type { Dress } from '../../core/look/dress';

const plain: Dress = { ready: 'chalk', style: {}, attributes: {} };
const DressContext = createContext(plain);

export const DressedIn = DressContext.Provider;
export const useDress = () => useContext(DressContext);
