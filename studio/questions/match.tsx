'use client';
/** Pairs, typed as two columns. A pair has no id of its own: the list is set whole. */
import { type ClipboardEvent, type KeyboardEvent } from 'react';
import styled from 'styled-components';
import type { Question } from '../../core/schema/quiz';
import { newPair } from '../../core/questions/match/author';
import { without } from '../../core/document/lookup';
import { useDocumentStore } from '../document';
import { newId, placeOfBlock, setField } from '../edits/edits';
import { useFocusLater } from '../fields/cursor';
import { TextField } from '../fields/text-field';
import { PictureButton } from '../fields/picture';
import { Row } from '../shared/sheet';
import { type Hands, LineList, lineField, NewLine } from './lines';
import type { Cursor } from '../fields/cursor';
import type { StudioKind } from './kind';

type Match = Extract<Question, { kind: 'match' }>;
type Pair = Match['pairs'][number];

const Two = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 16px minmax(0, 1fr);
  gap: 8px;
  align-items: start;
  i {
    border-top: 1.5px solid var(--ink-3);
    margin-top: 11px;
  }
`;

/** "Frame bag <tab> between the tubes", "frame bag = between the tubes": two sides of a line. */
const sides = (line: string): [string, string] => {
  const [left = '', ...right] = line.split(/\t| = | – | -> /);
  return [left.trim(), right.join(' ').trim()];
};

function MatchPart({ question, cursor, hands }: { question: Match; cursor: Cursor | null; hands: Hands }) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const at = placeOfBlock(store.getState().quiz, question.id);
  const { pairs } = question;
  const set = (to: Pair[], join?: string) =>
    store.getState().edit(setField('set-pairs', at, ['pairs'], question.pairs, to), join);
  const put = (i: number, lines: string[]) => {
    const made = lines.map((line): Pair => {
      const [left, right] = sides(line);
      const pair = newPair(newId);
      return { left: { ...pair.left, text: left }, right: { ...pair.right, text: right } };
    });
    set([...pairs.slice(0, i), ...made, ...pairs.slice(i)]);
    focusLater(lineField(made.at(-1)?.left.id ?? ''));
  };
  const say = (i: number, side: 'left' | 'right', text: string) =>
    set(
      pairs.map((p, k) => (k === i ? { ...p, [side]: { ...p[side], text } } : p)),
      `pair ${pairs[i]?.[side].id ?? ''}`,
    );
  const keys = (event: KeyboardEvent<HTMLTextAreaElement>, i: number, side: 'left' | 'right') => {
    const pair = pairs[i];
    if (!pair) return;
    if (event.key === 'Enter') {
      event.preventDefault();
      if (event.ctrlKey || event.metaKey) hands.nextQuestion();
      else if (side === 'left') focusLater(lineField(pair.right.id));
      else if (pairs[i + 1] && !pairs[i + 1]?.left.text) focusLater(lineField(pairs[i + 1]?.left.id ?? ''));
      else put(i + 1, ['']);
    } else if (event.key === 'Backspace' && pair[side].text === '') {
      event.preventDefault();
      if (side === 'right') {
        focusLater(lineField(pair.left.id));
        return;
      }
      if (pair.right.text) return;
      set(pairs.filter((_, k) => k !== i));
      focusLater(i > 0 ? lineField(pairs[i - 1]?.right.id ?? '') : hands.above);
    } else if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      const to = i + (event.key === 'ArrowUp' ? -1 : 1);
      if (to < 0 || to >= pairs.length) return;
      const others = pairs.filter((_, k) => k !== i);
      set([...others.slice(0, to), pair, ...others.slice(to)]);
      focusLater(lineField(pair[side].id));
    }
  };
  const paste = (event: ClipboardEvent<HTMLTextAreaElement>, i: number) => {
    const lines = event.clipboardData
      .getData('text/plain')
      .split(/\r?\n/)
      .filter((line) => line.trim());
    if (lines.length < 2 && !sides(lines[0] ?? '')[1]) return;
    event.preventDefault();
    const empty = pairs[i] && !pairs[i].left.text && !pairs[i].right.text;
    const made = lines.map((line): Pair => {
      const [left, right] = sides(line);
      const pair = newPair(newId);
      return { left: { ...pair.left, text: left }, right: { ...pair.right, text: right } };
    });
    set([...pairs.slice(0, empty ? i : i + 1), ...made, ...pairs.slice(i + 1)]);
  };
  return (
    <>
      {pairs.map((pair, i) => (
        <Row
          key={pair.left.id}
          option={pair.left.id}
          active={cursor?.option === pair.left.id}
          gutter={<span style={{ color: 'var(--ink-3)', fontSize: 13 }}>{i + 1}</span>}
          margin={
            cursor?.option === pair.left.id && (
              <span style={{ display: 'flex', gap: 10, flexWrap: 'wrap' }}>
                {(['left', 'right'] as const).map((side) => (
                  <PictureButton
                    key={side}
                    words={`Picture ${side}`}
                    at={() => at}
                    picture={pair[side].picture}
                    of={pair[side].text || `the ${side} side of pair ${i + 1}`}
                    keep={(picture) =>
                      set(
                        pairs.map((p, k) => {
                          if (k !== i) return p;
                          const rest = without(p[side], 'picture');
                          return { ...p, [side]: picture ? { ...rest, picture } : rest };
                        }),
                      )
                    }
                  />
                ))}
              </span>
            )
          }
        >
          <Two>
            {(['left', 'right'] as const).map((side, k) => (
              <span key={side} style={{ display: 'contents' }}>
                {k === 1 && <i aria-hidden="true" />}
                <TextField
                  label={side === 'left' ? `Pair ${i + 1}` : `What belongs to pair ${i + 1}`}
                  field={lineField(pair[side].id)}
                  value={pair[side].text}
                  placeholder={side === 'left' ? 'One thing' : 'what belongs to it'}
                  onChange={(to) => say(i, side, to)}
                  onKeyDown={(event) => keys(event, i, side)}
                  onPaste={(event) => paste(event, i)}
                />
              </span>
            ))}
          </Two>
        </Row>
      ))}
      {cursor && (
        <Row margin={<span style={{ color: 'var(--ink-3)' }}>two columns of a table can be pasted</span>}>
          <NewLine
            label="Another pair"
            placeholder="Another pair"
            add={(texts) => put(pairs.length, texts)}
            nextQuestion={hands.nextQuestion}
          />
        </Row>
      )}
      {(cursor || (question.extras?.length ?? 0) > 0) && (
        <>
          <Row>
            <span style={{ color: 'var(--ink-3)', fontSize: 13 }}>Offered as well, though they fit nothing:</span>
          </Row>
          <LineList
            at={at}
            list="extras"
            items={question.extras ?? []}
            hands={hands}
            word="Extra"
            another="Something that fits nothing"
            active={cursor?.option ?? null}
            open={cursor !== null}
          />
        </>
      )}
    </>
  );
}

export const match: StudioKind<Match> = {
  Body: MatchPart,
  saysKeys: true,
  firstField: ({ pairs: [first] }) => first && lineField(first.left.id),
};
