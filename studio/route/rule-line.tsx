'use client';
/** One rule of a page, as a sentence. Its number is its handle: dragged onto another, or moved by keys, it takes that one's place. */
import { X } from 'lucide-react';
import { type KeyboardEvent, useRef } from 'react';
import { useDrag, useDrop } from 'react-aria';
import type { Move } from '../../core/flow/navigate';
import type { Page, Quiz } from '../../core/schema/quiz';
import { conditionWords } from '../../core/conditions/describe';
import { TextButton } from '../../ui/controls';
import { ConditionSentence } from '../shared/condition';
import { counted, percent, type Taken } from './flows';
import { TargetChoice } from './target-choice';

export type Rule = NonNullable<Page['routes']>[number];
const TYPE = 'application/x-yes-maybe-rule';

type Props = {
  quiz: Quiz;
  page: Page;
  taken: Taken | null;
  rule: Rule;
  /** Its place, from 0. */
  i: number;
  on: boolean;
  onReach: () => void;
  onKeyDown: (event: KeyboardEvent) => void;
  /** The rule that stood at `from` was let go here. */
  onDropped: (from: number) => void;
  onChange: (rule: Rule, join?: string) => void;
  onRemove: () => void;
};

export function RuleLine({ quiz, page, taken, rule, i, on, onReach, onKeyDown, onDropped, onChange, onRemove }: Props) {
  const line = useRef<HTMLLIElement>(null);
  const words = conditionWords(quiz, rule.when);
  const { dragProps } = useDrag({
    getItems: () => [{ [TYPE]: JSON.stringify([page.id, i]), 'text/plain': words }],
  });
  const { dropProps, isDropTarget } = useDrop({
    ref: line,
    getDropOperation: (types) => (types.has(TYPE) ? 'move' : 'cancel'),
    onDrop: ({ items }) => {
      const [item] = items;
      if (item?.kind !== 'text') return;
      void item.getText(TYPE).then((text) => {
        // Put there by `getItems` above.
        const [from, place] = JSON.parse(text) as [string, number];
        if (from === page.id) onDropped(place);
      });
    },
  });
  return (
    <li
      {...dropProps}
      ref={line}
      tabIndex={-1}
      aria-label={`Rule ${i + 1}`}
      data-on={on ? '' : undefined}
      data-over={isDropTarget ? '' : undefined}
      onFocus={onReach}
      onPointerDown={onReach}
    >
      <button
        {...dragProps}
        type="button"
        className="n"
        aria-label={`Rule ${i + 1}; Alt and arrow keys move it`}
        title="Drag it, or Alt ↑ ↓"
        onKeyDown={(event) => {
          onKeyDown(event);
          if (!event.defaultPrevented) dragProps.onKeyDown?.(event);
        }}
      >
        {i + 1}
      </button>
      <div>
        When{' '}
        <ConditionSentence
          quiz={quiz}
          page={page.id}
          value={rule.when}
          onChange={(when, join) => onChange({ ...rule, when }, join)}
        />
        , go on to{' '}
        <TargetChoice
          quiz={quiz}
          page={page}
          value={rule.to}
          onChange={(to, join) => onChange({ ...rule, to }, join && 'to')}
        />
      </div>
      <span className="share">
        <Share taken={taken} page={page.id} move={i} />
        <br />
        <TextButton aria-label={`Remove rule ${i + 1}: ${words}`} onPress={onRemove}>
          <X size={13} />
        </TextButton>
      </span>
    </li>
  );
}

/** How many take it, and of those who leave the page, which share. */
export function Share({ taken, page, move }: { taken: Taken | null; page: string; move: Move }) {
  if (!taken) return <>…</>;
  const own = taken.routes[page] ?? {};
  const share = own[move] ?? 0;
  // Share of departures from the page, because a visitor who passes twice departs twice.
  const leaving = Object.values(own).reduce((sum, s) => sum + s, 0);
  if (share === 0 && taken.method === 'seen') return <>nobody yet</>;
  return share === 0 ? (
    <span style={{ color: 'var(--brick)', fontWeight: 600 }}>never</span>
  ) : (
    <>
      {counted(share, taken)} &nbsp; {percent(share / leaving)}
    </>
  );
}
