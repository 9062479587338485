'use client';
/** Pairs, typed as two columns. A pair has no id of its own: the list is set whole. */
import { Faint } from '../../ui/text';
import type { ClipboardEvent } from 'react';
import styled from 'styled-components';
import type { Question } from '../../core/schema/quiz';
import { newPair } from '../../core/questions/match/author';
import type { Place } from '../../core/document/edits';
import { without } from '../../core/document/lookup';
import { given } from '../../core/values/given';
import { useDocumentStore } from '../document';
import { newId, placeOfBlock, setField } from '../edits/edits';
import { useFocusLater } from '../fields/cursor';
import { TextField } from '../fields/text-field';
import { PictureButton } from '../fields/picture';
import { Row } from '../shared/sheet';
import { onLineKey, type Pressed } from './line-keys';
import { type Hands, LineList, lineField, NewLine } from './lines';
import type { Cursor } from '../fields/cursor';
import type { StudioKind } from './kind';

type Match = Extract<Question, { kind: 'match' }>;
type Pair = Match['pairs'][number];
type Side = keyof Pair;

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

function pairFrom(line: string): Pair {
  const [left, right] = sides(line);
  const pair = newPair(newId);
  return { left: { ...pair.left, text: left }, right: { ...pair.right, text: right } };
}

function MatchPart({ question, cursor, hands }: { question: Match; cursor: Cursor | null; hands: Hands }) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const at = placeOfBlock(store.getState().quiz, question.id);
  const { pairs } = question;
  const set = (to: Pair[], join?: string) =>
    store.getState().edit(setField('set-pairs', at, ['pairs'], question.pairs, to), join);
  const put = (i: number, lines: string[]) => {
    const made = lines.map(pairFrom);
    set([...pairs.slice(0, i), ...made, ...pairs.slice(i)]);
    focusLater(lineField(made.at(-1)?.left.id ?? ''));
  };
  const say = (i: number, side: Side, text: string) =>
    set(
      pairs.map((p, k) => (k === i ? { ...p, [side]: { ...p[side], text } } : p)),
      `pair ${pairs[i]?.[side].id ?? ''}`,
    );
  const keys = (event: Pressed, i: number, side: Side) => {
    const pair = pairs[i];
    if (!pair) return;
    const isEmpty = pair[side].text === '';
    onLineKey(
      event,
      { isEmpty, isBlank: isEmpty && (side === 'right' || !pair.right.text) },
      {
        nextQuestion: hands.nextQuestion,
        nextLine: () => {
          const next = pairs[i + 1];
          if (side === 'left') focusLater(lineField(pair.right.id));
          else if (next && !next.left.text) focusLater(lineField(next.left.id));
          else put(i + 1, ['']);
        },
        takeAway: () => {
          if (side === 'right') return focusLater(lineField(pair.left.id));
          set(pairs.filter((_, k) => k !== i));
          focusLater(i > 0 ? lineField(pairs[i - 1]?.right.id ?? '') : hands.above);
        },
        move: (by) => {
          const to = i + by;
          if (to < 0 || to >= pairs.length) return;
          const others = pairs.filter((_, k) => k !== i);
          set([...others.slice(0, to), pair, ...others.slice(to)]);
          focusLater(lineField(pair[side].id));
        },
      },
    );
  };
  const paste = (event: ClipboardEvent<HTMLTextAreaElement>, i: number) => {
    const lines = event.clipboardData
      .getData('text/plain')
      .split(/\r?\n/)
      .filter((line) => line.trim());
    if (lines.length < 2 && !sides(lines[0] ?? '')[1]) return;
    event.preventDefault();
    const empty = pairs[i] && !pairs[i].left.text && !pairs[i].right.text;
    const made = lines.map(pairFrom);
    set([...pairs.slice(0, empty ? i : i + 1), ...made, ...pairs.slice(i + 1)]);
  };
  return (
    <>
      {pairs.map((pair, i) => (
        <PairRow
          key={pair.left.id}
          at={at}
          pair={pair}
          number={i + 1}
          isOpen={cursor?.option === pair.left.id}
          onChange={(to) => set(pairs.map((p, k) => (k === i ? to : p)))}
          onType={(side, text) => say(i, side, text)}
          onKeyDown={(event, side) => keys(event, i, side)}
          onPaste={(event) => paste(event, i)}
        />
      ))}
      {cursor && (
        <Row margin={<Faint>two columns of a table can be pasted</Faint>}>
          <NewLine
            label="Another pair"
            placeholder="Another pair"
            add={(texts) => put(pairs.length, texts)}
            nextQuestion={hands.nextQuestion}
          />
        </Row>
      )}
      <Extras at={at} question={question} cursor={cursor} hands={hands} />
    </>
  );
}

/** What is offered as well, though it fits nothing. */
type ExtrasProps = { at: Place; question: Match; cursor: Cursor | null; hands: Hands };
function Extras({ at, question, cursor, hands }: ExtrasProps) {
  const { extras = [] } = question;
  if (!cursor && extras.length === 0) return null;
  return (
    <>
      <Row>
        <Faint $small>Offered as well, though they fit nothing:</Faint>
      </Row>
      <LineList
        at={at}
        list="extras"
        items={extras}
        hands={hands}
        word="Extra"
        another="Something that fits nothing"
        active={cursor?.option ?? null}
        open={cursor !== null}
      />
    </>
  );
}

type PairProps = {
  at: Place;
  pair: Pair;
  number: number;
  isOpen: boolean;
  onChange: (pair: Pair) => void;
  onType: (side: Side, text: string) => void;
  onKeyDown: (event: Pressed, side: Side) => void;
  onPaste: (event: ClipboardEvent<HTMLTextAreaElement>) => void;
};

function PairRow({ at, pair, number, isOpen, onChange, onType, onKeyDown, onPaste }: PairProps) {
  return (
    <Row
      option={pair.left.id}
      active={isOpen}
      gutter={<Faint $small>{number}</Faint>}
      margin={isOpen && <PairPictures at={at} pair={pair} number={number} keep={onChange} />}
    >
      <Two>
        {(['left', 'right'] as const).map((side, k) => (
          <span key={side} style={{ display: 'contents' }}>
            {k === 1 && <i aria-hidden="true" />}
            <TextField
              label={side === 'left' ? `Pair ${number}` : `What belongs to pair ${number}`}
              field={lineField(pair[side].id)}
              value={pair[side].text}
              placeholder={side === 'left' ? 'One thing' : 'what belongs to it'}
              onChange={(to) => onType(side, to)}
              onKeyDown={(event) => onKeyDown(event, side)}
              onPaste={onPaste}
            />
          </span>
        ))}
      </Two>
    </Row>
  );
}

function PairPictures({
  at,
  pair,
  number,
  keep,
}: {
  at: Place;
  pair: Pair;
  number: number;
  keep: (pair: Pair) => void;
}) {
  return (
    <span style={{ display: 'flex', gap: 10, flexWrap: 'wrap' }}>
      {(['left', 'right'] as const).map((side) => (
        <PictureButton
          key={side}
          words={`Picture ${side}`}
          at={() => at}
          picture={pair[side].picture}
          of={pair[side].text || `the ${side} side of pair ${number}`}
          keep={(picture) =>
            keep({ ...pair, [side]: { ...without(pair[side], 'picture'), ...given('picture', picture) } })
          }
        />
      ))}
    </span>
  );
}

export const match: StudioKind<Match> = {
  Body: MatchPart,
  saysKeys: true,
  firstField: ({ pairs: [first] }) => first && lineField(first.left.id),
};
