/** What stands on results alone, and what few forms have, comes while a visitor answers, so that nobody waits for it before the first question. */
import type { View } from '../../core/flow/view';

type OfResults = (typeof import('./of-results'))['ofResults'];

/**
 * On the server it is there from the beginning: what would come there later is put in its place by a script, and a browser without scripts
 * never shows it. The browser's bundle has neither the branch nor what it asks for.
 */
let known: OfResults | null =
  // eslint-disable-next-line @typescript-eslint/no-require-imports -- an import would bring it into the browser's bundle
  typeof window === 'undefined' ? (require('./of-results') as typeof import('./of-results')).ofResults : null;

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
  explained !== undefined ||
  (page?.blocks ?? []).some((block) =>
    block.kind === 'contact' ? block.fields.some(({ files }) => files) : !('required' in block) && !isEarly(block.kind),
  );
