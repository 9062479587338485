'use client';
/** Publish: where the quiz stands, its link and its code for a page, and what the check still says. */
import { PlainList } from '../../ui/text';
import styled from 'styled-components';
import type { AccessStanding } from '../../contract/access';
import type { Webhooks } from '../../contract/connections';
import type { EditionLine } from '../../contract/quizzes';
import { PrimaryButton, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocument, useQuiz } from '../document';
import { useRehearsal } from '../shared/rehearsal';
import { usePublication } from '../shared/publication';
import { stateWords } from '../shell/top-line';
import { dayAndTime } from '../shared/time';
import { Afterwards } from './afterwards';
import { InAPage } from './sections';
import { SeeFirst } from './trial';
import { useAccess } from './use-access';
import { When } from './when';
import { Where } from './where';
import { GiveAway } from './gift';
import { OnPaper } from './on-paper';
import { Hearers } from './hearers';
import { Kept } from './kept';
import { Editions } from './editions';
import { TwoVersions } from './two-versions';
import { Who } from './who';

const Sheet = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 560px) minmax(280px, 400px);
  gap: 32px 64px;
  padding: 20px 24px 64px;
  h2 {
    font: 700 24px/1.25 var(--heading);
    margin-bottom: 8px;
  }
  section + section {
    margin-top: 36px;
  }
  section,
  aside > div {
    border-top: 1px solid var(--ink);
    padding-top: 14px;
  }
  p,
  .says {
    color: var(--ink-2);
  }
  h2.state,
  p.counted {
    display: flex;
    gap: 12px;
    align-items: center;
  }
  .beside {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 20px;
  }
  .says {
    display: block;
    line-height: 30px;
  }
  .line {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: center;
    color: var(--ink-2);
    margin-top: 8px;
    input {
      flex: 1 1 220px;
      min-width: 0;
    }
  }
  .switch {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 20px;
    align-items: center;
    justify-content: space-between;
    margin-bottom: 10px;
  }
  .consequence {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    margin-top: 10px;
    min-height: 22px;
    font-size: 13px;
  }
  .now,
  .is {
    display: inline-flex;
    gap: 6px;
    align-items: center;
  }
  .now {
    color: var(--pine);
  }
  aside > div + div {
    margin-top: 36px;
  }
  aside li {
    display: flex;
    gap: 12px;
    align-items: center;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
    .when {
      margin-inline-start: auto;
      color: var(--ink-2);
      font-size: 13px;
    }
  }
  a {
    color: inherit;
    font-weight: 600;
  }
  @media (max-width: 1000px) {
    grid-template-columns: minmax(0, 1fr);
    padding: 16px;
  }
`;
type Props = { editions: EditionLine[]; waiting: number; access: AccessStanding; webhooks: Webhooks };

export function Publish({ editions, waiting, access: first, webhooks }: Props) {
  const { live } = usePublication();
  const { id } = useQuiz();
  const access = useAccess(id, first);
  return (
    <Sheet>
      <div>
        <State />
        <SeeFirst />
        <Where access={access.of('where')} />
        <Who access={access.of('who')} />
        <When access={access.of('when')} />
        <Kept access={access.of('kept')} />
        <TwoVersions editions={editions} access={access.of('versions')} />
        <InAPage />
        <OnPaper />
        <Hearers first={webhooks} />
        <GiveAway />
        <Afterwards waiting={live.edition === null ? 0 : waiting} live={live.edition !== null} />
      </div>
      <aside>
        <Check />
        {editions.length > 0 && <Editions editions={editions} />}
        {access.standing.changes.length > 0 && <Changes changes={access.standing.changes} />}
      </aside>
    </Sheet>
  );
}

/** Whether visitors get it, and which edition. */
function State() {
  const { live, publish, publishing } = usePublication();
  const revision = useDocument((s) => s.revision + s.pending.length);
  const state = stateWords(live, revision);
  const isUnchanged = live.edition !== null && live.revision === revision;
  return (
    <section>
      <h2 className="state">
        <Mark kind={state.kind} size={18} /> {state.words}
      </h2>
      <p>
        {live.edition === null
          ? 'Visitors see nothing yet. Publishing makes edition 1; later changes stay in the draft until you publish again.'
          : isUnchanged
            ? 'Visitors get what you see here. What you change from now on stays in the draft until you publish again.'
            : `Visitors still get edition ${live.edition}. Those who are in the middle of it finish it as they began.`}
      </p>
      {!isUnchanged && (
        <div style={{ marginTop: 14 }}>
          <PrimaryButton isDisabled={publishing} onPress={() => void publish()}>
            Publish edition {(live.edition ?? 0) + 1}
          </PrimaryButton>
        </div>
      )}
    </section>
  );
}

/** How much the check still says. */
function Check() {
  const { openCheck } = usePublication();
  const { findings, looking } = useRehearsal();
  const errors = findings.filter((f) => f.severity === 'error').length;
  const warnings = findings.filter((f) => f.severity === 'warning').length;
  return (
    <div>
      <h2>Check</h2>
      {looking && <p role="status">Still looking …</p>}
      {!looking && errors + warnings === 0 && (
        <p className="counted">
          <Mark kind="yes" /> Nothing is wrong that we know of.
        </p>
      )}
      {errors > 0 && (
        <p className="counted">
          <Mark kind="no" size={13} /> {errors === 1 ? 'One error stops' : `${errors} errors stop`} publishing.
        </p>
      )}
      {warnings > 0 && (
        <p className="counted">
          <Mark kind="maybe" /> {warnings === 1 ? 'One thing is' : `${warnings} things are`} worth a look.
        </p>
      )}
      {errors + warnings > 0 && (
        <div style={{ marginTop: 10 }}>
          <TextButton onPress={openCheck}>Show them</TextButton>
        </div>
      )}
    </div>
  );
}

/** What was set without an edition, by whom and when. */
function Changes({ changes }: { changes: AccessStanding['changes'] }) {
  return (
    <div>
      <h2>Settings</h2>
      <PlainList as="ol" aria-label="What was set, newest first">
        {changes.map(({ at, by, said }) => (
          <li key={at}>
            <span>{said}</span>
            <span suppressHydrationWarning className="when">
              {by}, {dayAndTime(at)}
            </span>
          </li>
        ))}
      </PlainList>
    </div>
  );
}
