'use client';
/** Publish: where the quiz stands, its link and its code for a page, and what the check still says. */
import { useState } from 'react';
import styled from 'styled-components';
import type { EditionLine } from '../../contract/quizzes';
import { embedCode } from '../../core/formats/embed-code';
import { Choose, PrimaryButton, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocument } from '../document';
import { useRehearsal } from '../shared/rehearsal';
import { useLive } from '../shared/live';
import { Views } from '../shell/view-switch';
import { stateWords } from '../shell/studio';
import { dayAndTime } from '../shared/time';
import { Afterwards } from './afterwards';
import { Measure } from './measure';

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
  a {
    color: inherit;
    font-weight: 600;
  }
  @media (max-width: 1000px) {
    grid-template-columns: minmax(0, 1fr);
    padding: 16px;
  }
`;
const Code = styled.pre`
  margin: 12px 0;
  padding: 14px 16px;
  background: var(--paper);
  border: 1px solid var(--line);
  font:
    13px/1.55 ui-monospace,
    Consolas,
    monospace;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
`;

export function Publish({ editions, waiting }: { editions: EditionLine[]; waiting: number }) {
  const { live, publish, publishing, openCheck } = useLive();
  const revision = useDocument((s) => s.revision + s.pending.length);
  const { findings } = useRehearsal();
  const title = useDocument((s) => s.quiz.title);
  const state = stateWords(live, revision);
  const link = `${live.publicUrl}/q/${live.address}`;
  const [free, setFree] = useState('');
  const [as, setAs] = useState<Stands>('text');
  const [when, setWhen] = useState('20');
  const code = embedCode(
    { ...live, title },
    as === 'button'
      ? { 'data-as': 'button', 'data-button': title }
      : as === 'pop-up'
        ? { 'data-as': 'pop-up', 'data-when': when }
        : free
          ? { style: `padding-bottom:${free}` }
          : {},
  );
  const errors = findings.filter((f) => f.severity === 'error').length;
  const warnings = findings.filter((f) => f.severity === 'warning').length;
  const unchanged = live.edition !== null && live.revision === revision;
  return (
    <Sheet>
      <div>
        <section>
          <h2 style={{ display: 'flex', gap: 12, alignItems: 'center' }}>
            <Mark kind={state.kind} size={18} /> {state.words}
          </h2>
          <p>
            {live.edition === null
              ? 'Visitors see nothing yet. Publishing makes edition 1; later changes stay in the draft until you publish again.'
              : unchanged
                ? 'Visitors get what you see here. What you change from now on stays in the draft until you publish again.'
                : `Visitors still get edition ${live.edition}. Those who are in the middle of it finish it as they began.`}
          </p>
          {!unchanged && (
            <div style={{ marginTop: 14 }}>
              <PrimaryButton isDisabled={publishing} onPress={() => void publish()}>
                Publish edition {(live.edition ?? 0) + 1}
              </PrimaryButton>
            </div>
          )}
        </section>
        {live.edition === null ? (
          <Afterwards waiting={0} live={false} />
        ) : (
          <>
            <section>
              <h2>As a link</h2>
              <p>Send it, print it, put it anywhere.</p>
              <Code>{link}</Code>
              <div style={{ display: 'flex', gap: 20 }}>
                <Copy text={link} what="the link" />
                <a href={link} target="_blank" rel="noreferrer">
                  Open it
                </a>
              </div>
            </section>
            <section>
              <h2>In a page of yours</h2>
              <div className="says">
                It stands{' '}
                <Choose
                  label="How it stands in the page"
                  value={as}
                  options={[
                    { id: 'text', label: 'in the text' },
                    { id: 'button', label: 'behind a button' },
                    { id: 'pop-up', label: 'over the page' },
                  ]}
                  onChange={setAs}
                />
                {as === 'pop-up' && (
                  <>
                    ,{' '}
                    <Choose
                      label="When it opens"
                      value={when}
                      options={[
                        { id: '5', label: 'after 5 seconds' },
                        { id: '20', label: 'after 20 seconds' },
                        { id: '60', label: 'after a minute' },
                        { id: 'leave', label: 'when the mouse leaves the page' },
                      ]}
                      onChange={setWhen}
                    />
                    , once in a visit
                  </>
                )}
                .{' '}
                {as === 'text'
                  ? 'It takes the width of its place and the height that it needs; the style keeps the height of its first page free, so that your text does not jump.'
                  : 'It opens over your page, and closes with Escape or its ×.'}
              </div>
              <Measure onMeasured={setFree} />
              <Code>{code}</Code>
              <div style={{ display: 'flex', gap: 20 }}>
                <Copy text={code} what="the code" />
                {live.sampleSite && (
                  <a href={live.sampleSite} target="_blank" rel="noreferrer">
                    Open the sample website
                  </a>
                )}
              </div>
            </section>
            <Afterwards waiting={waiting} live />
            {live.sampleSite && live.address === 'tourer' && <OnAPage address={live.sampleSite} />}
          </>
        )}
      </div>
      <aside>
        <div>
          <h2>Check</h2>
          {errors + warnings === 0 ? (
            <p style={{ display: 'flex', gap: 10, alignItems: 'center' }}>
              <Mark kind="yes" /> Nothing is wrong that we know of.
            </p>
          ) : (
            <>
              {errors > 0 && (
                <p style={{ display: 'flex', gap: 10, alignItems: 'center' }}>
                  <Mark kind="no" size={13} /> {errors === 1 ? 'One error stops' : `${errors} errors stop`} publishing.
                </p>
              )}
              {warnings > 0 && (
                <p style={{ display: 'flex', gap: 10, alignItems: 'center' }}>
                  <Mark kind="maybe" /> {warnings === 1 ? 'One thing is' : `${warnings} things are`} worth a look.
                </p>
              )}
              <div style={{ marginTop: 10 }}>
                <TextButton onPress={openCheck}>Show them</TextButton>
              </div>
            </>
          )}
        </div>
        {editions.length > 0 && (
          <div style={{ marginTop: 36 }}>
            <h2>Editions</h2>
            <ol style={{ listStyle: 'none' }}>
              {editions.map((e) => (
                <li
                  key={e.edition}
                  style={{
                    display: 'flex',
                    gap: 12,
                    padding: '8px 0',
                    borderBottom: '1px solid var(--line)',
                    alignItems: 'center',
                  }}
                >
                  <Mark kind={e.edition === live.edition ? 'yes' : 'not-yet'} size={13} />
                  <b style={{ fontWeight: 600 }}>Edition {e.edition}</b>
                  {e.edition === live.edition && <span style={{ color: 'var(--pine)' }}>live</span>}
                  <span
                    suppressHydrationWarning
                    style={{ marginInlineStart: 'auto', color: 'var(--ink-2)', fontSize: 13 }}
                  >
                    {e.publishedBy}, {dayAndTime(e.publishedAt)}
                  </span>
                </li>
              ))}
            </ol>
          </div>
        )}
      </aside>
    </Sheet>
  );
}

type Stands = 'text' | 'button' | 'pop-up';

function Copy({ text, what }: { text: string; what: string }) {
  const [done, setDone] = useState<'no' | 'yes' | 'failed'>('no');
  return (
    <>
      <TextButton
        onPress={() =>
          void navigator.clipboard.writeText(text).then(
            () => setDone('yes'),
            () => setDone('failed'),
          )
        }
      >
        Copy {what}
      </TextButton>
      <span role="status" style={{ color: done === 'failed' ? 'var(--brick)' : 'var(--pine)' }}>
        {done === 'yes' ? 'Copied' : done === 'failed' ? 'The browser does not allow it; mark and copy it by hand' : ''}
      </span>
    </>
  );
}

/** The live edition inside the sample website. */
function OnAPage({ address }: { address: string }) {
  const [width, setWidth] = useState<'phone' | 'full'>('full');
  return (
    <section>
      <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center' }}>
        <h2>On a page</h2>
        <Views
          label="Width of the page"
          value={width}
          onChange={setWidth}
          options={[
            { id: 'phone', label: 'Phone' },
            { id: 'full', label: 'Full width' },
          ]}
        />
      </div>
      <p>The live edition as it stands in the sample website.</p>
      <div
        style={{
          border: '1px solid var(--line)',
          marginTop: 12,
          overflow: 'hidden',
          height: 560,
          maxWidth: width === 'phone' ? 390 : undefined,
        }}
      >
        {width === 'phone' ? (
          <iframe title="The quiz on a phone" src={address} style={{ border: 0, width: '100%', height: '100%' }} />
        ) : (
          <iframe
            title="The quiz on a page"
            src={address}
            style={{ border: 0, width: 1200, height: 1200, transform: 'scale(0.4666)', transformOrigin: '0 0' }}
          />
        )}
      </div>
    </section>
  );
}
