'use client';
/** The chosen column: its name, how it is decided or counted, and where visitors end on it. */
import { Faint, Inline } from '../../ui/text';
import { type ReactNode, useEffect, useRef } from 'react';
import type { Quiz } from '../../core/schema/quiz';
import { Choose, LineInput, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocumentStore } from '../document';
import { moveInList, setField } from '../edits/edits';
import { removeTarget } from '../edits/weigh-edits';
import type { Measure } from '../edits/measures';
import { dependents } from './dependents';
import { number } from './column-totals';
import { Ruler } from './ruler';
import { ScalePanel } from './scale-panel';
import { VerdictPanel } from '../verdicts/verdict-panel';
import { studioVerdict } from '../verdicts/registry';

const colourNames = ['blue', 'orange', 'pine', 'violet', 'ochre', 'green', 'pink', 'grey'];
const listed = (parts: string[]): string =>
  parts.length < 2 ? (parts[0] ?? '') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1) ?? ''}`;

export function Column({
  quiz,
  target,
  spread,
  stale,
  isNew,
  onAsked,
  children,
}: {
  quiz: Quiz;
  target: Measure;
  spread: Spread;
  stale: boolean;
  /** It was just made, and asks for its name. */
  isNew: boolean;
  /** It has asked: whoever comes back to it has the caret where they put it. */
  onAsked: () => void;
  /** What stands below it. */
  children: ReactNode;
}) {
  const store = useDocumentStore();
  const place = target.verdict === null ? ['scales', target.id] : ['verdicts', target.verdict, 'outcomes', target.id];
  const verdict = quiz.verdicts.find((v) => v.id === target.verdict);
  const scale = quiz.scales.find((s) => s.id === target.id);
  const outcome = verdict?.outcomes.find((o) => o.id === target.id);
  const now = target.verdict === null ? scale?.name : outcome?.name;
  const moved = (by: -1 | 1) =>
    verdict
      ? moveInList(['verdicts', verdict.id], 'outcomes', verdict.outcomes, target.id, by)
      : moveInList([], 'scales', quiz.scales, target.id, by);
  const move = (by: -1 | 1) => {
    const edit = moved(by);
    if (edit) store.getState().edit(edit);
  };
  const name = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!isNew) return;
    name.current?.select();
    onAsked();
  }, [isNew, onAsked]);
  const collects = verdict && studioVerdict(verdict).collects;
  return (
    <aside aria-label={`The column ${target.name}`}>
      <LineInput
        ref={name}
        aria-label="Name of the column"
        style={{ font: '700 24px/1.2 var(--heading)', width: '100%', borderColor: 'transparent' }}
        value={now ?? ''}
        maxLength={200}
        onChange={(e) =>
          store.getState().edit(setField('name-column', place, ['name'], now, e.target.value), `column ${target.id}`)
        }
        onKeyDown={(e) => {
          // From the name on to the weights.
          if (e.key === 'Enter') document.querySelector<HTMLElement>('[role="grid"] td[tabindex="0"]')?.focus();
        }}
      />
      <p style={{ color: 'var(--ink-2)', fontSize: 13, margin: '4px 0 14px' }}>
        {target.verdict === null
          ? 'A scale: every answer given adds to it.'
          : `An outcome of ${verdict?.name ?? ''}.${collects ? ` Below, ${collects}.` : ''}`}
      </p>
      {verdict && <VerdictPanel quiz={quiz} verdict={verdict} />}
      {scale && <ScalePanel quiz={quiz} scale={scale} />}
      {(!verdict || collects) && <WhereTheyEnd spread={spread} target={target} stale={stale} />}
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: '4px 18px', alignItems: 'center', paddingTop: 10 }}>
        <TextButton $weight={500} isDisabled={!moved(-1)} onPress={() => move(-1)}>
          Move left
        </TextButton>
        <TextButton $weight={500} isDisabled={!moved(1)} onPress={() => move(1)}>
          Move right
        </TextButton>
        {target.colour !== null && (
          <Inline>
            Colour{' '}
            <Choose
              label="Colour of the outcome"
              value={String((target.colour % 8) + 1)}
              options={colourNames.map((label, i) => ({ id: String(i + 1), label }))}
              onChange={(to) =>
                store.getState().edit(setField('set-colour', place, ['colour'], outcome?.colour, Number(to)))
              }
            />
          </Inline>
        )}
      </div>
      {children}
      <Removal quiz={quiz} target={target} />
    </aside>
  );
}

type Spread = Parameters<typeof Ruler>[0]['spread'] | undefined;

/** Where visitors end on it, rehearsed. */
function WhereTheyEnd({ spread, target, stale }: { spread: Spread; target: Measure; stale: boolean }) {
  if (!spread?.histogram.length) return <Faint as="p">Nothing adds to it yet.</Faint>;
  return (
    <div style={{ opacity: stale ? 0.6 : 1 }}>
      <Ruler spread={spread} colour={target.colour} name={target.name} />
      <p style={{ color: 'var(--ink-2)', fontSize: 13, marginTop: 8 }}>
        {number(spread.mean)} on average, most within {number(spread.mean - spread.sd)} and{' '}
        {number(spread.mean + spread.sd)}
      </p>
    </div>
  );
}

function Removal({ quiz, target }: { quiz: Quiz; target: Measure }) {
  const store = useDocumentStore();
  const depends = dependents(quiz, target.id);
  return (
    <div style={{ marginTop: 20, borderTop: '1px solid var(--line)', paddingTop: 12 }}>
      <TextButton $danger $weight={500} onPress={() => store.getState().edit(removeTarget(quiz, target.id))}>
        Delete {target.name}
      </TextButton>
      <p style={{ display: 'flex', gap: 8, color: 'var(--ink-3)', fontSize: 13, marginTop: 4 }}>
        <Mark kind="maybe" size={13} />{' '}
        {depends.length ? `With it go or change ${listed(depends)}.` : 'Nothing depends on it.'} Undo brings all of it
        back.
      </p>
    </div>
  );
}
