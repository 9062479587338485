'use client';
/** A sentence with gaps: words are marked in it, and become what is right there. */
import { Faint } from '../../ui/text';
import { useRef } from 'react';
import type { Accepted, Question, RichDoc } from '../../core/schema/quiz';
import type { Op } from '../../core/document/edits';
import { acceptedOf } from '../../core/text/fold';
import { gapsIn } from '../../core/text/rich';
import { useDocumentStore } from '../document';
import { newId, placeOfBlock, setField } from '../edits/edits';
import { AcceptLine } from '../fields/accept-line';
import { RightNote } from './margin';
import { RichField } from '../fields/rich-field';
import { Row } from '../shared/sheet';
import { Forgiven } from './forgiven';
import type { Body, StudioKind } from './kind';

type Gaps = Extract<Question, { kind: 'gaps' }>;

function GapsPart({ question, cursor }: Pick<Body<Gaps>, 'question' | 'cursor'>) {
  const open = cursor !== null;
  const store = useDocumentStore();
  const at = placeOfBlock(store.getState().quiz, question.id);
  // Keep removed gaps, because the editor's undo may bring them back.
  const known = useRef(new Map<string, { id: string; accept?: Accepted[] }>());
  for (const gap of question.gaps) known.current.set(gap.id, gap);
  const change = (text: RichDoc) => {
    const gaps = gapsIn(text).map((id) => known.current.get(id) ?? { id });
    const ops: Op[] = [{ op: 'set', at, field: ['text'], was: question.text, to: text }];
    if (gaps.map((g) => g.id).join() !== question.gaps.map((g) => g.id).join())
      ops.push({ op: 'set', at, field: ['gaps'], was: question.gaps, to: gaps });
    store.getState().edit({ name: 'set-gaps', ops }, `gaps ${question.id}`);
  };
  return (
    <>
      <Row margin={open && <span>Mark words in the sentence, then press “Make a gap”.</span>}>
        <RichField
          label="The text with its gaps"
          value={question.text}
          placeholder="The sentence, with the words that are to be filled in"
          onChange={change}
          gaps={{
            labelOf: (id) => {
              const first = known.current.get(id)?.accept?.[0];
              return first ? acceptedOf(first).text : '?';
            },
            make: (words) => {
              const gap = { id: newId('g'), ...(words ? { accept: [words] } : {}) };
              known.current.set(gap.id, gap);
              return gap.id;
            },
          }}
        />
      </Row>
      {question.gaps.map((gap, i) => (
        <Row
          key={gap.id}
          option={gap.id}
          gutter={<Faint $small>gap {i + 1}</Faint>}
          margin={gap.accept?.length ? <RightNote /> : 'nothing is right here yet'}
        >
          <AcceptLine
            label={`Accepted in gap ${i + 1}`}
            accept={gap.accept}
            onChange={(to) =>
              store
                .getState()
                .edit(setField('set-accepted', [...at, 'gaps', gap.id], ['accept'], gap.accept, to), `gap ${gap.id}`)
            }
          />
        </Row>
      ))}
      {open && question.gaps.length > 0 && (
        <Row>
          <Forgiven question={question} />
        </Row>
      )}
    </>
  );
}

export const gaps: StudioKind<Gaps> = { Body: GapsPart };
