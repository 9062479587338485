'use client';
/** The answers of a choice, each with what it does in the margin. */
import type { Choice } from '../../../core/document/schema';
import { Mark } from '../../../ui/marks';
import { useDocumentStore } from '../../document';
import { placeOfBlock, placeOfOption, setField } from '../../edits';
import type { Target } from '../../targets';
import type { Cursor } from '../cursor';
import { OptionMargin } from '../margin';
import { PictureButton } from '../picture';
import { Row } from '../sheet';
import { type Hands, LineList } from './lines';

export function Answers({
  question,
  targets,
  cursor,
  hands,
}: {
  question: Choice;
  targets: Target[];
  cursor: Cursor | null;
  hands: Hands;
}) {
  const store = useDocumentStore();
  const free = question.other && !question.options.some((o) => o.id === 'other');
  return (
    <>
      <LineList
        at={placeOfBlock(store.getState().quiz, question.id)}
        list="options"
        items={question.options}
        hands={hands}
        word="Answer"
        another="Another answer"
        placeholder={question.as === 'pictures' ? 'Words under the picture' : 'An answer'}
        active={cursor?.option ?? null}
        open={cursor !== null}
        holds={(option) => option.picture !== undefined}
        mark={({ id, credit }) => {
          const { quiz, edit } = store.getState();
          edit(
            setField('set-key', placeOfOption(quiz, question.id, id), ['credit'], credit, credit === 1 ? undefined : 1),
          );
        }}
        gutter={(option) => <Mark kind={option.credit === 1 ? 'yes' : option.credit ? 'maybe' : 'not-yet'} size={12} />}
        margin={(option, _, active) => (
          <OptionMargin question={question} option={option} targets={targets} active={active} />
        )}
        beside={(option, i) =>
          question.as === 'pictures' && (
            <PictureButton
              at={() => placeOfOption(store.getState().quiz, question.id, option.id)}
              picture={option.picture}
              of={option.text || `answer ${i + 1}`}
            />
          )
        }
      />
      {free && (
        <Row gutter={<Mark kind="not-yet" size={12} />} margin="asks for words of their own">
          <span style={{ color: 'var(--ink-2)' }}>Something else</span>
        </Row>
      )}
    </>
  );
}
