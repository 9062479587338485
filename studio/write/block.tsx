'use client';
/** The blocks that are not questions: words, pictures, the contact form, and what stands on a result. */
import { blockLabel } from '../../core/blocks/registry';
import type { Page } from '../../core/schema/quiz';
import { TextButton } from '../../ui/controls';
import type { OtherBlock, Parts } from '../blocks/kind';
import { studioBlock } from '../blocks/registry';
import { useDocumentStore } from '../document';
import { moveBlock, removeBlock } from '../edits/edits';
import type { Measure } from '../edits/measures';
import { CommentMark } from '../shared/comments';
import { Here } from '../shared/presence';
import { Row } from '../shared/sheet';
import { Duplicate } from './duplicate';
import { Handle } from './drag';
import { ShownNote, ShownWhen } from './shown-when';

type Props = {
  block: OtherBlock;
  page: Page;
  quiz: Parts;
  targets: Measure[];
  active: boolean;
};

/** A block that is not a question, as it is written. */
export function OtherPart({ block, page, quiz, targets, active }: Props) {
  const { Body, Below } = studioBlock(block);
  const store = useDocumentStore();
  return (
    <div data-block={block.id} style={{ paddingTop: 6 }}>
      <Row
        gutter={
          <>
            <Handle block={block.id} stage={page.stage} name={blockLabel(block.kind)} />
            <span style={{ fontSize: 12, color: 'var(--ink-3)', textAlign: 'end', lineHeight: '16px' }}>
              {blockLabel(block.kind)}
            </span>
          </>
        }
        margin={
          <>
            <CommentMark block={block.id} active={active} />
            {active ? (
              <span style={{ display: 'flex', gap: 14, flexWrap: 'wrap' }}>
                <TextButton $weight={500} onPress={() => apply(moveBlock(store.getState().quiz, block.id, -1))}>
                  Move up
                </TextButton>
                <TextButton $weight={500} onPress={() => apply(moveBlock(store.getState().quiz, block.id, 1))}>
                  Move down
                </TextButton>
                <Duplicate block={block.id} />
                <TextButton
                  $danger
                  $weight={500}
                  onPress={() => store.getState().edit(removeBlock(store.getState().quiz, block.id))}
                >
                  Delete
                </TextButton>
              </span>
            ) : (
              block.showIf && <ShownNote value={block.showIf} />
            )}
          </>
        }
      >
        <Here block={block.id} />
        <Body block={block} quiz={quiz} />
        {active && <ShownWhen block={block.id} page={page.id} value={block.showIf} />}
      </Row>
      {Below && <Below block={block} quiz={quiz} targets={targets} />}
    </div>
  );

  function apply(edit: ReturnType<typeof moveBlock>) {
    if (edit) store.getState().edit(edit);
  }
}
