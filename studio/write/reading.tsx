'use client';
/** A list of questions pasted into the manuscript: looked at first, then put in as pages of their own. */
import { createContext, type ReactNode, useCallback, useContext, useState } from 'react';
import { copyPagesInto } from '../../core/document/copy-pages';
import { TextButton } from '../../ui/controls';
import { SideSheet } from '../../ui/side-sheet';
import { useDocumentStore } from '../document';
import { addPages, newId } from '../edits/edits';
import type { Pasted } from '../shared/pasted';
import { ReadList } from '../shared/read-list';
import { useFocusLater } from '../fields/cursor';

/** Offers to read a text as questions, to stand behind a page; an empty question is replaced. */
type Offer = (pasted: Pasted, behind: string, empty?: string) => void;
const Context = createContext<Offer>(() => undefined);
export const useReading = () => useContext(Context);

export function Reading({ children }: { children: ReactNode }) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const [offered, setOffered] = useState<{
    text: string;
    pasted: Pasted;
    behind: string;
    empty?: string;
  } | null>(null);
  // A stable callback, because every question of the manuscript receives it.
  const offer = useCallback<Offer>(
    (pasted, behind, empty) => setOffered({ text: pasted.text, pasted, behind, ...(empty ? { empty } : {}) }),
    [],
  );
  return (
    <Context.Provider value={offer}>
      {children}
      <SideSheet title="Read a list of questions" open={offered !== null} onClose={() => setOffered(null)}>
        {offered && (
          <ReadList
            text={offered.text}
            came={offered.pasted}
            onText={(text) => setOffered({ ...offered, text })}
            take={(n) => (n === 0 ? 'Put them in' : `Put in ${n} ${n === 1 ? 'question' : 'questions'}`)}
            onTake={({ quiz: read }) => {
              const { quiz, edit } = store.getState();
              const { pages, topics } = copyPagesInto(read, quiz, newId);
              if (edit(addPages(quiz, offered.behind, pages, topics, offered.empty))) {
                setOffered(null);
                focusLater(`prompt ${pages[0]?.blocks[0]?.id ?? ''}`);
              }
            }}
          >
            <TextButton $weight={500} onPress={() => setOffered(null)}>
              Leave it
            </TextButton>
          </ReadList>
        )}
      </SideSheet>
    </Context.Provider>
  );
}

const NOTHING: Pasted = { text: '', pictures: [], notes: [] };

export function ReadButton({ behind }: { behind: string }) {
  const offer = useReading();
  return (
    <TextButton $weight={500} onPress={() => offer(NOTHING, behind)}>
      Read a list
    </TextButton>
  );
}
