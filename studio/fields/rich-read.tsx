/** Rich text as the studio shows it while it is read, in the room and look that it has while it is typed. */
import styled from 'styled-components';
import type { Insert, RichDoc, RichText } from '../../core/schema/quiz';
import { isBlank, toDoc } from '../../core/text/rich';
import { Rich } from '../../ui/rich';

export type RichFieldProps = {
  label: string;
  value: RichText | undefined;
  onChange: (value: RichDoc) => void;
  /** One line rather than a text: Enter does nothing, and there are no lists. */
  line?: boolean;
  placeholder?: string;
  /** The wording of a question: it has no lists, keys are told before they are typed, and the cursor finds it by its field. */
  wording?: { field: string; onKeyDown: (event: KeyboardEvent) => void; takeFocus: boolean };
  /** There are gaps in it: what one is called, and the id of one newly made of these words, where some can be made. */
  gaps?: { labelOf: (id: string) => string; make?: (words: string) => string };
};

export const RichFrame = styled.div`
  .ProseMirror {
    min-height: 24px;
    overflow-wrap: anywhere;
  }
  /* As in all that is typed into the manuscript, the cursor and the row tell where one is. */
  .ProseMirror:focus-visible {
    outline: none;
    box-shadow: none;
  }
  .ProseMirror p + p,
  .ProseMirror ul,
  .ProseMirror ol {
    margin-top: 8px;
  }
  .ProseMirror :is(ul, ol) {
    padding-inline-start: 20px;
  }
  .ProseMirror a {
    color: inherit;
  }
  position: relative;
  > .empty {
    position: absolute;
    pointer-events: none;
    color: var(--ink-3);
  }
  .gap {
    border: 1.5px solid var(--ink-2);
    border-radius: 4px;
    padding: 0 8px;
    font-weight: 600;
    white-space: nowrap;
  }
  .gap.ProseMirror-selectednode {
    outline: 2px solid var(--ink);
  }
  .insert {
    background: var(--saffron-wash);
    border-bottom: 2px solid var(--saffron);
    border-radius: 4px 4px 0 0;
    padding: 0 5px;
    font-weight: 600;
    white-space: nowrap;
  }
  .insert.ProseMirror-selectednode {
    outline: 2px solid var(--ink);
  }
  .tools {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    align-items: center;
    margin-top: 6px;
    font: 400 13px/1.45 var(--text);
    color: var(--ink-2);
  }
`;

type Props = {
  value: RichText | undefined;
  gap: (id: string) => string | undefined;
  insert: (attrs: Insert['attrs']) => string;
};

export const RichRead = ({ value, gap, insert }: Props) => (
  <div className="ProseMirror">
    {isBlank(value) ? (
      <p>&nbsp;</p>
    ) : (
      <Rich
        text={toDoc(value)}
        gap={(id) => <span className="gap">{gap(id)}</span>}
        insert={(attrs) => <span className="insert">{insert(attrs)}</span>}
      />
    )}
  </div>
);
