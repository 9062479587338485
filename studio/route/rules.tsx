'use client';
/** Where a page leads, as sentences: read from the top, the first that holds is taken, and the last is always "Otherwise". */
import { Plus, X } from 'lucide-react';
import { type KeyboardEvent, useRef } from 'react';
import styled from 'styled-components';
import { isSafeAddress } from '../../core/check/references';
import { isKeyed, isQuestion, without } from '../../core/quiz/lookup';
import type { Condition, Page, Quiz, Target } from '../../core/quiz/schema';
import { conditionWords, targetWords } from '../../core/quiz/sentences';
import type { Odds } from '../../core/rehearse/odds';
import { Choose, LineInput, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocumentStore } from '../document';
import { CarryPart, QuizChoice } from '../hand-over';
import { Mend } from '../shell/check-sheet';
import { useLive } from '../shell/live';
import { placeOfPage, setField } from '../edits';
import { useRehearsal } from '../rehearsal';
import { NumberField } from '../write/number-field';
import { ConditionSentence, firstTest } from './condition';
import { Dealt } from './dealt';
import { counted, percent } from './flows';

type Rule = NonNullable<Page['routes']>[number];

const List = styled.ol`
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--line);
  > li {
    display: grid;
    grid-template-columns: 24px 1fr auto;
    gap: 4px;
    padding: 10px 0 10px 10px;
    margin-inline-start: -10px;
    border-bottom: 1px solid var(--line);
    font-size: 17px;
    line-height: 28px;
  }
  > li[data-on] {
    background: var(--saffron-wash);
    box-shadow: inset 4px 0 0 var(--saffron);
  }
  .n {
    font-weight: 600;
    font-size: 13px;
    color: var(--ink-2);
    border: 0;
    background: none;
    padding: 0;
    min-width: 24px;
    height: 24px;
    cursor: grab;
    text-align: start;
  }
  .share {
    font-size: 13px;
    color: var(--ink-2);
    white-space: nowrap;
    text-align: end;
    font-variant-numeric: tabular-nums;
  }
`;

export function Rules({
  quiz,
  page,
  odds,
  rule,
  onRule,
}: {
  quiz: Quiz;
  page: Page;
  odds: Odds | null;
  rule: number | null;
  onRule: (rule: number | null) => void;
}) {
  const store = useDocumentStore();
  const { findings } = useRehearsal();
  const list = useRef<HTMLOListElement>(null);
  const at = placeOfPage(page.id);
  const set = (field: string, was: unknown, to: unknown, join?: string) =>
    store.getState().edit(setField(`set-${field}`, at, [field], was, to), join && `${join} ${page.id}`);
  const routes = page.routes ?? [];
  const setRoutes = (to: Rule[], join?: string) => set('routes', page.routes, to.length ? to : undefined, join);
  const told = findings.filter((f) => f.tab === 'route' && f.where[0] === page.id);
  const isAsk = page.stage === 'ask';
  const move = (event: KeyboardEvent, i: number) => {
    const to = i + (event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0);
    const moved = routes[i];
    if (!event.altKey || to === i || to < 0 || to >= routes.length || !moved) return;
    event.preventDefault();
    const others = routes.filter((_, k) => k !== i);
    setRoutes([...others.slice(0, to), moved, ...others.slice(to)]);
    onRule(to);
    requestAnimationFrame(() => list.current?.querySelectorAll<HTMLElement>('.n')[to]?.focus());
  };
  const keyed = page.blocks.some((b) => isQuestion(b) && isKeyed(b));
  return (
    <section aria-label={`Where ${page.name || 'this page'} leads`}>
      <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline', gap: 16 }}>
        <h2 style={{ font: '700 24px/1.4 var(--heading)' }}>
          {isAsk ? `After ${page.name || 'this page'}` : page.name || 'Result'}
        </h2>
        {isAsk && <span style={{ fontSize: 13, color: 'var(--ink-2)' }}>First match wins</span>}
      </div>
      {isAsk && (
        <List ref={list}>
          {routes.map((one, i) => (
            <li key={i} data-on={rule === i ? '' : undefined} onFocus={() => onRule(i)} onPointerDown={() => onRule(i)}>
              <button
                type="button"
                className="n"
                aria-label={`Rule ${i + 1}; Alt and arrow keys move it`}
                title="Alt ↑ ↓ moves it"
                onKeyDown={(event) => move(event, i)}
              >
                {i + 1}
              </button>
              <div>
                When{' '}
                <ConditionSentence
                  quiz={quiz}
                  page={page.id}
                  value={one.when}
                  onChange={(when, join) =>
                    setRoutes(
                      routes.map((r, k) => (k === i ? { ...r, when } : r)),
                      join && `rule ${i} ${join}`,
                    )
                  }
                />
                , go on to{' '}
                <TargetChoice
                  quiz={quiz}
                  page={page}
                  value={one.to}
                  onChange={(to, join) =>
                    setRoutes(
                      routes.map((r, k) => (k === i ? { ...r, to } : r)),
                      join && `to ${i}`,
                    )
                  }
                />
              </div>
              <span className="share">
                <Share odds={odds} page={page.id} route={i} />
                <br />
                <TextButton
                  aria-label={`Remove rule ${i + 1}: ${conditionWords(quiz, one.when)}`}
                  onPress={() => {
                    setRoutes(routes.filter((_, k) => k !== i));
                    onRule(null);
                  }}
                >
                  <X size={13} />
                </TextButton>
              </span>
            </li>
          ))}
          <li data-on={rule === -1 ? '' : undefined} onFocus={() => onRule(-1)}>
            <span />
            <div>
              {routes.length ? 'Otherwise, go on to ' : 'Go on to '}
              <TargetChoice
                quiz={quiz}
                page={page}
                value={page.otherwise ?? 'next'}
                onChange={(to, join) => set('otherwise', page.otherwise, to === 'next' ? undefined : to, join && 'to')}
              />
            </div>
            <span className="share">
              <Share odds={odds} page={page.id} route={-1} />
            </span>
          </li>
        </List>
      )}
      {isAsk && (
        <div style={{ padding: '8px 0' }}>
          <TextButton
            onPress={() => {
              const next = quiz.pages[quiz.pages.indexOf(page) + 2] ?? quiz.pages.at(-1);
              const to: Target = next && next.stage === 'ask' ? { page: next.id } : 'finish';
              setRoutes([...routes, { when: firstTest(quiz, page.id), to }]);
              onRule(routes.length);
            }}
          >
            <Plus size={15} /> Add a sentence
          </TextButton>
        </div>
      )}
      {told.map((f) => (
        <p key={f.message} style={{ display: 'flex', gap: 8, alignItems: 'baseline', margin: '6px 0' }}>
          <Mark kind={f.severity === 'error' ? 'no' : 'maybe'} size={12} />
          <span style={{ flex: 1 }}>{f.message}</span>
          <Mend finding={f} />
        </p>
      ))}
      <Shown quiz={quiz} page={page} set={set} />
      {isAsk && <Dealt quiz={quiz} page={page} set={set} />}
      {isAsk && <Held quiz={quiz} page={page} keyed={keyed} set={set} />}
    </section>
  );
}

function Share({ odds, page, route }: { odds: Odds | null; page: string; route: number }) {
  if (!odds) return <>…</>;
  const own = odds.routes[page] ?? {};
  const share = own[route] ?? 0;
  // Of those who leave the page, since whoever comes by twice leaves it twice.
  const leaving = Object.values(own).reduce((sum, s) => sum + s, 0);
  return share === 0 ? (
    <span style={{ color: 'var(--brick)', fontWeight: 600 }}>never</span>
  ) : (
    <>
      {counted(share, odds)} &nbsp; {percent(share / leaving)}
    </>
  );
}

/** Where to: a page by its name, the result, the start, or an address. */
function TargetChoice({
  quiz,
  page,
  value,
  bare,
  onChange,
}: {
  quiz: Quiz;
  page: Page;
  value: Target;
  /** Without the full stop: the sentence goes on. */
  bare?: boolean;
  onChange: (target: Target, join?: string) => void;
}) {
  const { live } = useLive();
  const id =
    typeof value === 'string' ? value : 'page' in value ? `page ${value.page}` : 'url' in value ? 'url' : 'quiz';
  const asks = quiz.pages.filter((p) => p.stage === 'ask');
  return (
    <>
      <Choose
        label="Where it goes on to"
        value={id}
        options={[
          { id: 'next', label: 'the next page' },
          ...asks.map((p, i) => ({
            id: `page ${p.id}`,
            label: `${p.name || `Page ${i + 1}`}${p.id === page.id ? ' (this page again)' : ''}`,
          })),
          { id: 'finish', label: 'the result' },
          { id: 'again', label: 'the start again' },
          { id: 'quiz', label: 'another quiz' },
          { id: 'url', label: 'an address elsewhere' },
          ...(id.startsWith('page ') && !asks.some((p) => `page ${p.id}` === id)
            ? [{ id, label: targetWords(quiz, value) }]
            : []),
        ]}
        onChange={(to) => {
          if (to === id) return;
          if (to === 'next' || to === 'finish' || to === 'again') onChange(to);
          else if (to === 'url') onChange({ url: 'https://' });
          else if (to === 'quiz')
            onChange({ quiz: live.quizzes.find((q) => q.live && q.id !== quiz.id)?.id ?? quiz.id });
          else onChange({ page: to.slice(5) });
        }}
      />
      {typeof value === 'object' && 'url' in value && (
        <>
          {' '}
          <LineInput
            type="url"
            aria-label="The address"
            aria-invalid={!isSafeAddress(value.url) || undefined}
            style={{ width: 240, fontSize: 15, color: isSafeAddress(value.url) ? 'inherit' : 'var(--brick)' }}
            value={value.url}
            maxLength={2000}
            onChange={(e) => onChange({ ...value, url: e.target.value }, 'url')}
          />
        </>
      )}
      {typeof value === 'object' && 'quiz' in value && (
        <>
          {', '}
          <QuizChoice value={value.quiz} onChange={(to) => onChange({ ...value, quiz: to })} />
        </>
      )}
      {!bare && '.'}
      {typeof value === 'object' && ('quiz' in value || 'url' in value) && (
        <CarryPart
          quiz={quiz}
          to={'quiz' in value ? live.quizzes.find((q) => q.id === value.quiz) : undefined}
          value={value.carry}
          onChange={(carry, join) =>
            onChange(carry ? { ...value, carry } : 'quiz' in value ? { quiz: value.quiz } : { url: value.url }, join)
          }
        />
      )}
    </>
  );
}

type Setter = (field: string, was: unknown, to: unknown, join?: string) => void;
const section = { borderTop: '1px solid var(--line)', padding: '10px 0', lineHeight: '28px' } as const;

/** Whether the page is for everybody. */
function Shown({ quiz, page, set }: { quiz: Quiz; page: Page; set: Setter }) {
  return (
    <div style={section}>
      {page.showIf === undefined ? (
        <>
          It is shown to{' '}
          <Choose
            label="Who is shown this page"
            value="all"
            options={[
              { id: 'all', label: 'everybody who comes by' },
              { id: 'some', label: 'some only …' },
            ]}
            onChange={(to) => to === 'some' && set('showIf', undefined, firstTest(quiz, page.id, null))}
          />
          .
        </>
      ) : (
        <>
          It is shown only when{' '}
          <ConditionSentence
            quiz={quiz}
            page={page.id}
            above={null}
            value={page.showIf}
            onChange={(to: Condition, join) => set('showIf', page.showIf, to, join)}
          />
          .{' '}
          <TextButton $weight={500} onPress={() => set('showIf', page.showIf, undefined)}>
            Show it to everybody
          </TextButton>
        </>
      )}
    </div>
  );
}

/** Whether the page is held until it is right, and for how long one may stay. */
function Held({ quiz, page, keyed, set }: { quiz: Quiz; page: Page; keyed: boolean; set: Setter }) {
  const hold = page.hold;
  return (
    <div style={section}>
      {keyed || hold ? (
        <>
          One can leave it{' '}
          <Choose
            label="When one can leave it"
            value={hold ? 'right' : 'any'}
            options={[
              { id: 'any', label: 'right or wrong' },
              { id: 'right', label: 'only when it is right' },
            ]}
            onChange={(to) => set('hold', hold, to === 'right' ? { until: 'right', tries: 3 } : undefined)}
          />
          {hold && (
            <>
              , or after{' '}
              <NumberField
                label=""
                name="Tries"
                after="tries"
                value={hold.tries}
                placeholder="any"
                above={0}
                onChange={(to) => {
                  const rest = without(hold, 'tries');
                  set('hold', hold, to === undefined ? rest : { ...rest, tries: Math.round(to) }, 'tries');
                }}
              />
              , then to{' '}
              <TargetChoice
                quiz={quiz}
                page={page}
                value={hold.then ?? 'next'}
                bare
                onChange={(then, join) => set('hold', hold, { ...hold, then }, join && 'then')}
              />
            </>
          )}
          .{' '}
        </>
      ) : null}
      <NumberField
        label="Time for the page:"
        after="seconds"
        value={page.limit}
        placeholder="none"
        above={0}
        onChange={(to) => set('limit', page.limit, to, 'limit')}
      />
    </div>
  );
}
