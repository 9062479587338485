'use client';
/** What holds for all letters to visitors, over all quizzes: the stop, the pace, the quiet hours. */
import { useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { Mailing } from '../../contract/letters';
import { Choose, LineInput, TextButton } from '../../ui/controls';
import { Alarm } from '../../ui/text';
import { NumberField } from '../fields/number-field';
import { messageOf } from '../shared/trouble';

const Section = styled.section`
  margin-top: 40px;
  border-top: 1px solid var(--ink);
  padding-top: 12px;
  h3 {
    font: 700 18px/1.3 var(--heading);
  }
  .says {
    line-height: 30px;
  }
`;
const USUAL_PACE = 60;
const NIGHT = { from: '21:00', until: '07:00' };

export function MailingPart({ first, isReader }: { first: Mailing; isReader: boolean }) {
  const [mailing, setMailing] = useState(first);
  const [trouble, setTrouble] = useState('');
  const { isStopped, perMinute, quiet } = mailing;
  const set = (part: Partial<Mailing>) => {
    const body = { ...mailing, ...part };
    void call('PUT /api/mailing', { body }).then(
      (now) => {
        setMailing(now);
        setTrouble('');
      },
      (error: unknown) => setTrouble(messageOf(error)),
    );
  };
  return (
    <Section aria-label="All letters of this workspace to visitors">
      <h3>All letters to visitors, of all quizzes</h3>
      {isReader ? (
        <p>{isStopped ? 'Held back: nothing goes out.' : 'They go out.'}</p>
      ) : (
        <>
          <div className="says">
            They go{' '}
            <Choose
              label="How fast they go"
              value={perMinute === null ? 'any' : 'pace'}
              options={[
                { id: 'any', label: 'as fast as they are taken' },
                { id: 'pace', label: 'at a pace' },
              ]}
              onChange={(to) => set({ perMinute: to === 'any' ? null : USUAL_PACE })}
            />
            {perMinute !== null && (
              <>
                {' of '}
                <NumberField
                  label=""
                  name="Letters in a minute"
                  value={perMinute}
                  above={0}
                  wide
                  onChange={(to) =>
                    to !== undefined && set({ perMinute: Math.min(10_000, Math.max(1, Math.round(to))) })
                  }
                />{' '}
                in a minute
              </>
            )}
            ,{' '}
            <Choose
              label="At which hours"
              value={quiet === null ? 'any' : 'quiet'}
              options={[
                { id: 'any', label: 'at any hour' },
                { id: 'quiet', label: 'but not between' },
              ]}
              onChange={(to) =>
                set({
                  quiet: to === 'any' ? null : { ...NIGHT, zone: Intl.DateTimeFormat().resolvedOptions().timeZone },
                })
              }
            />
            {quiet && (
              <>
                {' '}
                <Hour
                  label="Quiet from"
                  value={quiet.from}
                  onChange={(from) => set({ quiet: { ...quiet, from } })}
                />{' '}
                and{' '}
                <Hour
                  label="Quiet until"
                  value={quiet.until}
                  onChange={(until) => set({ quiet: { ...quiet, until } })}
                />{' '}
                ({quiet.zone})
              </>
            )}
            .
          </div>
          <TextButton $danger={!isStopped} onPress={() => set({ isStopped: !isStopped })}>
            {isStopped ? 'Let them go out again' : 'Stop all letters to visitors'}
          </TextButton>
        </>
      )}
      <p role="status">
        {trouble ? (
          <Alarm>{trouble}</Alarm>
        ) : isStopped ? (
          'Stopped: what is written meanwhile is held back, and goes when you let it.'
        ) : (
          ''
        )}
      </p>
    </Section>
  );
}

/** Kept when it is left: half a time is none. */
function Hour({ label, value, onChange }: { label: string; value: string; onChange: (to: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <LineInput
      type="time"
      aria-label={label}
      style={{ width: 110 }}
      value={typed ?? value}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={() => {
        if (typed && typed !== value) onChange(typed);
        setTyped(null);
      }}
    />
  );
}
