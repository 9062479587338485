'use client';
/** Dragging of blocks: by a handle beside each, with the mouse or the keyboard, to a line between two others. */
import { GripVertical } from 'lucide-react';
import { memo, useRef } from 'react';
import { DragPreview, useDrag, useDrop } from 'react-aria';
import styled from 'styled-components';
import { create } from 'zustand';
import type { Page } from '../../core/schema/quiz';
import { useDocumentStore } from '../document';
import { placeBlocks } from './bulk';
import { chosenQuestions } from './selected';

const TYPE = 'application/x-yes-maybe-block';
/** From which kind of page something is being dragged: questions cannot go among results. */
const useDragging = create<{ stage: Page['stage'] | null }>(() => ({ stage: null }));

const Grip = styled.span`
  position: absolute;
  inset-inline-start: 0;
  top: 12px;
  width: 24px;
  height: 28px;
  display: grid;
  place-items: center;
  color: var(--ink-3);
  cursor: grab;
  opacity: 0;
  [data-block]:hover > * > .gutter > &,
  &:focus-visible {
    opacity: 1;
  }
  @media (max-width: 899px) {
    display: none;
  }
`;
const Carried = styled.div`
  background: var(--paper);
  border: 1px solid var(--ink);
  padding: 6px 12px;
  max-width: 320px;
  font-weight: 600;
`;

/** By this a block is dragged; where it is one of several that are chosen, all of them go along. */
export const Handle = memo(function Handle({
  block,
  stage,
  name,
}: {
  block: string;
  stage: Page['stage'];
  name: string;
}) {
  const preview = useRef<React.ComponentRef<typeof DragPreview>>(null);
  const ids = () => {
    const chosen = chosenQuestions();
    return chosen.includes(block) ? chosen : [block];
  };
  const { dragProps } = useDrag({
    preview,
    getItems: () => [{ [TYPE]: JSON.stringify(ids()), 'text/plain': name }],
    // Delay the state change, because browsers cancel a drag whose element changes at its start.
    onDragStart: () => void setTimeout(() => useDragging.setState({ stage })),
    onDragEnd: () => useDragging.setState({ stage: null }),
  });
  return (
    <>
      <Grip {...dragProps} role="button" tabIndex={0} aria-label={`Drag ${name}`}>
        <GripVertical size={15} />
      </Grip>
      <DragPreview ref={preview}>
        {() => <Carried>{ids().length > 1 ? `${ids().length} questions` : name}</Carried>}
      </DragPreview>
    </>
  );
});

const Line = styled.div`
  position: relative;
  height: 0;
  z-index: 4;
  outline: none;
  &::before {
    content: '';
    position: absolute;
    inset: -17px 0;
  }
  &[data-over]::after,
  &:focus::after {
    content: '';
    position: absolute;
    inset: -2px 0;
    background: var(--saffron);
    box-shadow: 0 0 0 1px var(--ink);
  }
`;

/** Where a dragged block can land; it is there only while one is dragged. */
export function Landing(props: { page: Page; after: string | null; words: string }) {
  const open = useDragging((s) => s.stage === props.page.stage);
  return open ? <LandingLine {...props} /> : null;
}

function LandingLine({ page, after, words }: { page: Page; after: string | null; words: string }) {
  const store = useDocumentStore();
  const ref = useRef<HTMLDivElement>(null);
  const { dropProps, isDropTarget } = useDrop({
    ref,
    getDropOperation: (types) => (types.has(TYPE) ? 'move' : 'cancel'),
    onDrop: ({ items }) => {
      const [item] = items;
      if (item?.kind !== 'text') return;
      void item.getText(TYPE).then((text) => {
        const { quiz, edit } = store.getState();
        // Put there by `getItems` above.
        const move = placeBlocks(quiz, JSON.parse(text) as string[], page.id, after);
        if (move) edit(move);
      });
    },
  });
  return (
    <Line
      {...dropProps}
      ref={ref}
      role="button"
      tabIndex={-1}
      aria-label={words}
      data-over={isDropTarget ? '' : undefined}
    />
  );
}
