'use client';
/** A long text: as many words as visitors like, marked by a person or not at all. */
import type { Question } from '../../core/schema/quiz';
import { Toggle } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { placeOfBlock, setField } from '../edits/edits';
import { Row } from '../shared/sheet';
import type { StudioKind } from './kind';

type Essay = Extract<Question, { kind: 'essay' }>;

function EssayPart({ question }: { question: Essay }) {
  const store = useDocumentStore();
  return (
    <Row>
      <div style={{ border: '1px dashed var(--line)', padding: '8px 10px', color: 'var(--ink-3)', minHeight: 56 }}>
        As many words as they like
      </div>
      <div style={{ marginTop: 8 }}>
        <Toggle
          selected={question.review ?? false}
          onChange={(to) =>
            store
              .getState()
              .edit(
                setField(
                  'set-review',
                  placeOfBlock(store.getState().quiz, question.id),
                  ['review'],
                  question.review,
                  to || undefined,
                ),
              )
          }
        >
          A person marks it
        </Toggle>
      </div>
    </Row>
  );
}

export const essay: StudioKind<Essay> = { Body: EssayPart };
