'use client';
/** Going to the place of a finding: a page, a question, an answer, a column or a letter, by its id. */
import { createContext, useContext, useEffect } from 'react';

export type Arrival = { id: string; /** one has been there */ reached: boolean } | null;
export const ArrivalContext = createContext<Arrival>(null);

/** In the address of a quiz that was just begun: the caret goes to its first question. No thing has such an id. */
export const START = '$start';

/** Calls `go` with the id one has come for: named in the address when the screen opens, or chosen later in the check. */
export function useArrival(go: (id: string) => void): void {
  const place = useContext(ArrivalContext);
  useEffect(() => {
    if (place?.reached) return;
    const id = place?.id ?? decodeURIComponent(location.hash.slice(1));
    if (!id) return;
    // Wait until the sheet that led here has returned the focus to its button.
    const timer = setTimeout(() => {
      if (place) place.reached = true;
      go(id);
    }, 60);
    return () => clearTimeout(timer);
    // Run for a new arrival only, so that an edit does not move the cursor.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [place]);
}
