'use client';
/** The ready looks in a row, seen before they are chosen. */
import { ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import { readyOf } from '../../core/look/dress';
import { type Ready, readyLooks } from '../../core/look/ready';
import type { Quiz } from '../../core/schema/quiz';
import { READY } from '../../core/schema/look';
import { Muted, Strong } from '../../ui/text';
import { useDocumentStore, useQuiz } from '../document';
import { wear } from '../edits/look-edits';
import { Tile } from './tile';
import { Thumbnail } from '../shared/thumbnail';

const Row = styled(ToggleButtonGroup)`
  border-top: 1px solid var(--ink);
  margin-top: 16px;
  padding-top: 10px;
  .said {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 2px 24px;
    margin-bottom: 10px;
  }
  .row {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(77px, 1fr));
    gap: 8px;
  }
  .one {
    gap: 4px;
    min-width: 0;
  }
  .one .name {
    border-bottom: 3px solid transparent;
    justify-self: start;
    padding-bottom: 1px;
  }
  .one[data-selected] .name {
    font-weight: 600;
    border-color: var(--saffron);
  }
  .one[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: 3px;
    box-shadow: 0 0 0 8px var(--saffron);
  }
`;

const bare = Object.fromEntries(READY.map((ready) => [ready, { ready }])) as Record<Ready, Quiz['look']>;

export function ReadyLooks() {
  const { look } = useQuiz();
  const store = useDocumentStore();
  const now = readyOf(look);
  return (
    <Row
      aria-label="Ready looks"
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[now]}
      onSelectionChange={(keys) => {
        const to = READY.find((one) => keys.has(one));
        if (to && to !== now) store.getState().edit(wear(look, to));
      }}
    >
      <div className="said">
        <Strong>Ready looks</Strong>
        <Muted>
          <b>{readyLooks[now].name}:</b> {readyLooks[now].mood}. What is your own stays with any look.
        </Muted>
      </div>
      <div className="row">
        {READY.map((ready) => (
          <Tile
            key={ready}
            id={ready}
            className="one"
            aria-label={`${readyLooks[ready].name}, ${readyLooks[ready].mood}`}
          >
            <Thumbnail look={bare[ready]} name={ready} />
            <span className="name">{readyLooks[ready].name}</span>
          </Tile>
        ))}
      </div>
    </Row>
  );
}
