'use client';
/** Things to put in order: the order typed is the right one, unless it is a matter of taste. */
import { Faint } from '../../ui/text';
import type { Question } from '../../core/schema/quiz';
import { Choose } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { placeOfBlock, setField } from '../edits/edits';
import type { Measure } from '../edits/measures';
import type { Cursor } from '../fields/cursor';
import { Row } from '../shared/sheet';
import { Factors } from './factor';
import { type Hands, LineList } from './lines';
import type { StudioKind } from './kind';
import { lineField } from './lines';

function OrderPart({
  question,
  targets,
  cursor,
  hands,
}: {
  question: Extract<Question, { kind: 'order' }>;
  targets: Measure[];
  cursor: Cursor | null;
  hands: Hands;
}) {
  const store = useDocumentStore();
  const at = placeOfBlock(store.getState().quiz, question.id);
  return (
    <>
      <LineList
        at={at}
        list="items"
        items={question.items}
        hands={hands}
        word="Item"
        another="Another item"
        placeholder="An item"
        active={cursor?.option ?? null}
        open={cursor !== null}
        gutter={(_, i) => <Faint $small>{i + 1}</Faint>}
        margin={(item, _, active) => (
          <Factors
            at={[...at, 'items', item.id]}
            weights={item.weights}
            targets={targets}
            of={item.text || 'the item'}
            unit="each place above the last"
            open={active}
          />
        )}
      />
      {cursor && (
        <Row>
          <Choose
            label="What the order is"
            value={question.keyed === false ? 'taste' : 'right'}
            options={[
              { id: 'right', label: 'This order is the right one' },
              { id: 'taste', label: 'No order is right: a ranking of wishes' },
            ]}
            onChange={(to) =>
              store
                .getState()
                .edit(setField('set-keyed', at, ['keyed'], question.keyed, to === 'taste' ? false : undefined))
            }
          />
        </Row>
      )}
    </>
  );
}

export const order: StudioKind<Extract<Question, { kind: 'order' }>> = {
  Body: OrderPart,
  list: 'items',
  saysKeys: true,
  firstField: ({ items: [first] }) => first && lineField(first.id),
};
