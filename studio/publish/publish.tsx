'use client';
/** Publish: where the quiz stands, its link and its code for a page, and what the check still says. */
import { PlainList, Strong } from '../../ui/text';
import styled from 'styled-components';
import type { EditionLine } from '../../contract/quizzes';
import { PrimaryButton, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocument } from '../document';
import { useRehearsal } from '../shared/rehearsal';
import { usePublication } from '../shared/publication';
import { stateWords } from '../shell/studio';
import { dayAndTime } from '../shared/time';
import { Afterwards } from './afterwards';
import { AsALink, InAPage, OnAPage } from './sections';

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
    gap: 20px;
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
export function Publish({ editions, waiting }: { editions: EditionLine[]; waiting: number }) {
  const { live } = usePublication();
  return (
    <Sheet>
      <div>
        <State />
        {live.edition === null ? (
          <Afterwards waiting={0} live={false} />
        ) : (
          <>
            <AsALink />
            <InAPage />
            <Afterwards waiting={waiting} live />
            {live.sampleSite && live.address === 'tourer' && <OnAPage address={live.sampleSite} />}
          </>
        )}
      </div>
      <aside>
        <Check />
        {editions.length > 0 && <Editions editions={editions} />}
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
  const { findings } = useRehearsal();
  const errors = findings.filter((f) => f.severity === 'error').length;
  const warnings = findings.filter((f) => f.severity === 'warning').length;
  return (
    <div>
      <h2>Check</h2>
      {errors + warnings === 0 && (
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

function Editions({ editions }: { editions: EditionLine[] }) {
  const { live } = usePublication();
  return (
    <div>
      <h2>Editions</h2>
      <PlainList as="ol">
        {editions.map((e) => (
          <li key={e.edition}>
            <Mark kind={e.edition === live.edition ? 'yes' : 'not-yet'} size={13} />
            <Strong>Edition {e.edition}</Strong>
            {e.edition === live.edition && <span style={{ color: 'var(--pine)' }}>live</span>}
            <span suppressHydrationWarning className="when">
              {e.publishedBy}, {dayAndTime(e.publishedAt)}
            </span>
          </li>
        ))}
      </PlainList>
    </div>
  );
}
