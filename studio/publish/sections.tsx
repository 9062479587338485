'use client';
/** A live quiz in a page of one's own: its code, and how that looks. */
import { useState } from 'react';
import { embedCode } from '../../core/formats/embed-code';
import { Choose } from '../../ui/controls';
import { useDocument } from '../document';
import { usePublication } from '../shared/publication';
import { Views } from '../shell/view-switch';
import { Code, Copy } from './code';
import { Measure } from './measure';

type Stands = 'text' | 'button' | 'pop-up';

/** @param free the height of the first page, kept free in the text */
function attributes(as: Stands, title: string, when: string, free: string): Record<string, string> {
  if (as === 'button') return { 'data-as': 'button', 'data-button': title };
  if (as === 'pop-up') return { 'data-as': 'pop-up', 'data-when': when };
  return free ? { style: `padding-bottom:${free}` } : {};
}

export function InAPage() {
  const { live } = usePublication();
  const title = useDocument((s) => s.quiz.title);
  const [free, setFree] = useState('');
  const [as, setAs] = useState<Stands>('text');
  const [when, setWhen] = useState('20');
  const code = embedCode({ ...live, title }, attributes(as, title, when, free));
  return (
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
      <div className="beside">
        <Copy text={code} what="the code" />
        {live.sampleSite && (
          <a href={live.sampleSite} target="_blank" rel="noreferrer">
            Open the sample website
          </a>
        )}
      </div>
    </section>
  );
}

/** The live edition inside the sample website. */
export function OnAPage({ address }: { address: string }) {
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
