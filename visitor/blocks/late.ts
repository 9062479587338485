/** What stands on results alone comes while a visitor answers, so that nobody waits for it before the first question. */
import type { View } from '../../core/flow/view';

type OfResults = (typeof import('./of-results'))['ofResults'];
let known: OfResults | null = null;

export const ofResultsKnown = (): OfResults | null => known;
/** Makes it known at once, where all pages are shown. */
export const knowOfResults = (all: OfResults): void => void (known = all);

/** Fetches it, once. It stays unknown where it cannot be fetched. */
export const fetchOfResults = (): Promise<void> =>
  known
    ? Promise.resolve()
    : import('./of-results').then(
        ({ ofResults }) => knowOfResults(ofResults),
        () => undefined,
      );

const EARLY = ['contact', 'words', 'media', 'offer'] as const;
export type Early = (typeof EARLY)[number];
export const isEarly = (kind: string): kind is Early => EARLY.some((one) => one === kind);

/** Whether a view cannot be drawn without it. */
export const needsOfResults = ({ page, explained }: View): boolean =>
  explained !== undefined || (page?.blocks ?? []).some((block) => !('required' in block) && !isEarly(block.kind));
