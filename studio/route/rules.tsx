'use client';
/** Where a page leads, as sentences: read from the top, the first that holds is taken, and the last is always "Otherwise". */
import { Muted } from '../../ui/text';
import type { Move } from '../../core/flow/navigate';
import { Plus } from 'lucide-react';
import { type KeyboardEvent, useRef } from 'react';
import styled from 'styled-components';
import { isKeyed } from '../../core/questions/registry';
import { isQuestion, without } from '../../core/document/lookup';
import type { Condition, Page, Quiz, Target } from '../../core/schema/quiz';
import { isBlank } from '../../core/text/rich';
import { Choose, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocumentStore } from '../document';
import { Mend } from '../shell/check-sheet';
import { useFields } from '../fields/use-fields';
import { placeOfPage, setField } from '../edits/edits';
import { useRehearsal } from '../shared/rehearsal';
import { NumberField } from '../fields/number-field';
import { RichField } from '../fields/rich-field';
import { ConditionSentence } from '../shared/condition';
import { firstTest } from '../shared/subjects';
import type { Taken } from './flows';
import { Dealt } from './dealt';
import { type Rule, RuleLine, Share } from './rule-line';
import { TargetChoice } from './target-choice';

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
  > li[data-over] {
    box-shadow:
      inset 0 3px 0 var(--saffron),
      inset 0 4px 0 var(--ink);
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

type Props = {
  quiz: Quiz;
  page: Page;
  taken: Taken | null;
  rule: Move | null;
  onRule: (rule: Move | null) => void;
};

export function Rules({ quiz, page, taken, rule, onRule }: Props) {
  const store = useDocumentStore();
  const { findings } = useRehearsal();
  const at = placeOfPage(page.id);
  const set = (field: string, was: unknown, to: unknown, join?: string) =>
    store.getState().edit(setField(`set-${field}`, at, [field], was, to), join && `${join} ${page.id}`);
  const own = findings.filter((f) => f.tab === 'route' && f.where[0] === page.id);
  const isAsk = page.stage === 'ask';
  const keyed = page.blocks.some((b) => isQuestion(b) && isKeyed(b));
  return (
    <section aria-label={`Where ${page.name || 'this page'} leads`}>
      <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline', gap: 16 }}>
        <h2 style={{ font: '700 24px/1.4 var(--heading)' }}>
          {isAsk ? `After ${page.name || 'this page'}` : page.name || 'Result'}
        </h2>
        {isAsk && <Muted $small>First match wins</Muted>}
      </div>
      {isAsk && <Ways {...{ quiz, page, taken, rule, onRule }} />}
      {own.map((f) => (
        <p key={f.message} style={{ display: 'flex', gap: 8, alignItems: 'baseline', margin: '6px 0' }}>
          <Mark kind={f.severity === 'error' ? 'no' : 'maybe'} size={12} />
          <span style={{ flex: 1 }}>{f.message}</span>
          <Mend finding={f} />
        </p>
      ))}
      <Shown quiz={quiz} page={page} set={set} />
      {isAsk && <Placed quiz={quiz} page={page} set={set} />}
      {isAsk && <Dealt quiz={quiz} page={page} set={set} />}
      {isAsk && <GateSettings quiz={quiz} page={page} keyed={keyed} set={set} />}
    </section>
  );
}

/** The rules of a page from the top, and where it leads otherwise. */
function Ways({ quiz, page, taken, rule, onRule }: Props) {
  const { set } = useFields(page, () => placeOfPage(page.id));
  const list = useRef<HTMLOListElement>(null);
  const routes = page.routes ?? [];
  const setRoutes = (to: Rule[], join?: string) => set('routes', to.length ? to : undefined, join);
  const move = (from: number, to: number) => {
    const moved = routes[from];
    if (to === from || to < 0 || to >= routes.length || !moved) return;
    const others = routes.filter((_, k) => k !== from);
    setRoutes([...others.slice(0, to), moved, ...others.slice(to)]);
    onRule(to);
    requestAnimationFrame(() => list.current?.querySelectorAll<HTMLElement>('.n')[to]?.focus());
  };
  const byKeys = (event: KeyboardEvent, i: number) => {
    const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    if (!event.altKey || by === 0) return;
    event.preventDefault();
    move(i, i + by);
  };
  return (
    <>
      <List ref={list}>
        {routes.map((one, i) => (
          <RuleLine
            key={i}
            {...{ quiz, page, taken, i }}
            rule={one}
            on={rule === i}
            onReach={() => onRule(i)}
            onKeyDown={(event) => byKeys(event, i)}
            onDropped={(from) => move(from, i)}
            onChange={(to, join) =>
              setRoutes(
                routes.map((r, k) => (k === i ? to : r)),
                join && `rule ${i} ${join}`,
              )
            }
            onRemove={() => {
              setRoutes(routes.filter((_, k) => k !== i));
              onRule(null);
            }}
          />
        ))}
        <li data-on={rule === 'otherwise' ? '' : undefined} onFocus={() => onRule('otherwise')}>
          <span />
          <div>
            {routes.length ? 'Otherwise, go on to ' : 'Go on to '}
            <TargetChoice
              quiz={quiz}
              page={page}
              value={page.otherwise ?? 'next'}
              onChange={(to, join) => set('otherwise', to === 'next' ? undefined : to, join && 'to')}
            />
          </div>
          <span className="share">
            <Share taken={taken} page={page.id} move="otherwise" />
          </span>
        </li>
      </List>
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

/** Whether it comes where it stands, or anywhere among its neighbours. The first page is where everybody comes in. */
function Placed({ quiz, page, set }: { quiz: Quiz; page: Page; set: Setter }) {
  if (quiz.pages[0]?.id === page.id) return null;
  return (
    <div style={section}>
      It comes{' '}
      <Choose
        label="Where the page comes"
        value={page.shuffle ? 'chance' : 'here'}
        options={[
          { id: 'here', label: 'where it stands' },
          { id: 'chance', label: 'in a place by chance' },
        ]}
        onChange={(to) => set('shuffle', page.shuffle, to === 'chance' || undefined)}
      />
      {page.shuffle && ', among the pages beside it that do too'}.
    </div>
  );
}

/** Whether the page is held until it is right, and for how long one may stay. */
function GateSettings({ quiz, page, keyed, set }: { quiz: Quiz; page: Page; keyed: boolean; set: Setter }) {
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
          {hold && (
            <div style={{ borderInlineStart: '2px solid var(--line)', padding: '0 0 4px 14px', lineHeight: '22px' }}>
              <RichField
                label="Hint after a try that is not right"
                value={hold.hint}
                placeholder="A hint, shown after a try that is not right"
                onChange={(hint) =>
                  set('hold', hold, isBlank(hint) ? without(hold, 'hint') : { ...hold, hint }, 'hint')
                }
              />
            </div>
          )}
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
