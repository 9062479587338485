'use client';
/** A quiz in a page of one's own: its code for each way in which it may stand there, and how that looks. */
import { useState } from 'react';
import styled from 'styled-components';
import { buttonColours, elementCode, embedCode, frameCode } from '../../core/formats/embed-code';
import { Choose } from '../../ui/controls';
import { Alarm } from '../../ui/text';
import { useDocument } from '../document';
import { usePublication } from '../shared/publication';
import { Views } from '../shell/view-switch';
import { Code, Copy } from '../shared/code';
import { Measure } from './measure';
import { useTrialKey } from './trial';

type Stands = 'text' | 'button' | 'tab' | 'pop-up' | 'frame';
type When = '5' | '20' | '60' | 'leave';
type Side = 'right' | 'left';
type Page = 'plain' | 'application';
type How = { as: Stands; when: When; side: Side; page: Page };

const SAID: Record<Stands, string> = {
  text: 'It takes the width of its place and the height that it needs; the style keeps the height of its first page free, so that your text does not jump.',
  button:
    'It opens over your page, and closes with Escape or its ×. The button has the colours of the quiz; without data-colours it has those of your page.',
  tab: 'The tab stays in its corner while the page is read. The quiz opens over your page, and closes with Escape or its ×.',
  'pop-up': 'It opens over your page, and closes with Escape or its ×.',
  frame: 'For editors that take scripts away. It keeps one height, and what is longer is scrolled inside.',
};

/** px: enough for the first page of most quizzes on a phone. */
const FRAME_HEIGHT = 640;

export function InAPage() {
  const { live } = usePublication();
  const title = useDocument((s) => s.quiz.title);
  const look = useDocument((s) => s.quiz.look);
  const [free, setFree] = useState('');
  const [how, setHow] = useState<How>({ as: 'text', when: '20', side: 'right', page: 'plain' });
  const { as, when, side, page } = how;
  const [width, setWidth] = useState<'phone' | 'full'>('full');
  const pressed = { 'data-button': title, 'data-colours': buttonColours(look) };
  const attributes: Record<Stands, Record<string, string>> = {
    text: free ? { style: `${page === 'plain' ? '' : 'display:block;'}padding-bottom:${free}` } : {},
    button: { 'data-as': 'button', ...pressed },
    tab: { 'data-as': 'tab', 'data-side': side, ...pressed },
    'pop-up': { 'data-as': 'pop-up', 'data-when': when },
    frame: {},
  };
  const of = { ...live, title };
  const write = page === 'plain' ? embedCode : elementCode;
  const code = as === 'frame' ? frameCode(of, FRAME_HEIGHT) : write(of, attributes[as]);
  return (
    <section aria-label="In a page of yours">
      <h2>In a page of yours</h2>
      <HowItStands how={how} onChange={(to) => setHow((before) => ({ ...before, ...to }))} />
      <p>
        {SAID[as]}
        {as !== 'frame' && page === 'application' && ' The element may come and go; the module is loaded once.'} Of your
        page’s address only what the quiz declares under Route is handed over.
      </p>
      <Measure onMeasured={setFree} />
      <Code>{code}</Code>
      <div className="beside">
        <Copy text={code} what="the code" />
      </div>
      {live.sampleSite && (
        <OnAPage
          width={width}
          onWidth={setWidth}
          site={live.sampleSite}
          of={live.edition === null ? 'draft' : 'live'}
          place={{ ...attributes[as], as, quiz: live.address, title, ...(as === 'pop-up' ? { 'data-when': '1' } : {}) }}
        />
      )}
    </section>
  );
}

/** How it stands there: a sentence whose words are choices. */
function HowItStands({ how: { as, when, side, page }, onChange }: { how: How; onChange: (to: Partial<How>) => void }) {
  return (
    <div className="says">
      It stands{' '}
      <Choose
        label="How it stands in the page"
        value={as}
        options={[
          { id: 'text', label: 'in the text' },
          { id: 'button', label: 'behind a button' },
          { id: 'tab', label: 'behind a tab at the edge' },
          { id: 'pop-up', label: 'over the page' },
          { id: 'frame', label: 'in a plain frame' },
        ]}
        onChange={(to) => onChange({ as: to })}
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
            onChange={(to) => onChange({ when: to })}
          />
          , once in a visit
        </>
      )}
      {as === 'tab' && (
        <>
          {' '}
          <Choose
            label="Which edge"
            value={side}
            options={[
              { id: 'right', label: 'on the right' },
              { id: 'left', label: 'on the left' },
            ]}
            onChange={(to) => onChange({ side: to })}
          />
        </>
      )}
      {as !== 'frame' && (
        <>
          {' '}
          of{' '}
          <Choose
            label="What kind of page it is"
            value={page}
            options={[
              { id: 'plain', label: 'an ordinary page' },
              { id: 'application', label: 'a page that is an application' },
            ]}
            onChange={(to) => onChange({ page: to })}
          />
        </>
      )}
      .
    </div>
  );
}

/** The quiz inside the sample website, standing as the code above has it. It is tried there, and counts nowhere. */
function OnAPage({
  site,
  of,
  place,
  width,
  onWidth,
}: {
  site: string;
  of: 'live' | 'draft';
  place: Record<string, string>;
  width: 'phone' | 'full';
  onWidth: (width: 'phone' | 'full') => void;
}) {
  const { trial, trouble } = useTrialKey(of);
  const address = trial && `${site}/with?${String(new URLSearchParams({ ...place, 'data-try': trial.key }))}`;
  return (
    <div style={{ marginTop: 20 }}>
      <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center' }}>
        <h3>On a page</h3>
        <Views
          label="Width of the page"
          value={width}
          onChange={onWidth}
          options={[
            { id: 'phone', label: 'Phone' },
            { id: 'full', label: 'Full width' },
          ]}
        />
      </div>
      <p>
        {of === 'live' ? 'The live edition' : 'The draft'} as it stands in the sample website, to be tried: nothing of
        it counts.{' '}
        {address && (
          <a href={address} target="_blank" rel="noreferrer">
            Open the page
          </a>
        )}
      </p>
      {trouble && <Alarm role="alert">{trouble}</Alarm>}
      <Around $isPhone={width === 'phone'}>
        {address && <iframe title={width === 'phone' ? 'The quiz on a phone' : 'The quiz on a page'} src={address} />}
      </Around>
    </div>
  );
}
const Around = styled.div<{ $isPhone: boolean }>`
  border: 1px solid var(--line);
  margin-top: 12px;
  overflow: hidden;
  height: 560px;
  max-width: ${({ $isPhone }) => ($isPhone ? '390px' : 'none')};
  iframe {
    border: 0;
    transform-origin: 0 0;
    ${({ $isPhone }) =>
      $isPhone ? 'width: 100%; height: 100%;' : 'width: 1200px; height: 1200px; transform: scale(0.4666);'}
  }
`;
