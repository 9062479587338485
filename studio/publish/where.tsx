'use client';
/** Where a quiz stands: its web address, edited in place, and a code for phones. */
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import { LineInput, TextButton } from '../../ui/controls';
import { Alarm } from '../../ui/text';
import { useQuiz } from '../document';
import { usePublication } from '../shared/publication';
import { messageOf } from '../shared/trouble';
import { Copy } from './code';

const Line = styled.form`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: baseline;
  margin: 10px 0;
  input {
    flex: 1 1 160px;
    min-width: 0;
  }
`;
const Code = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
  margin-top: 16px;
  img {
    width: 112px;
    height: 112px;
    border: 1px solid var(--line);
    background: #fff;
  }
`;

export function Where() {
  const { id, title } = useQuiz();
  const { live, moved } = usePublication();
  const [typed, setTyped] = useState<string | null>(null);
  const [trouble, setTrouble] = useState('');
  const link = `${live.publicUrl}/q/${live.address}`;
  const keep = async () => {
    setTrouble('');
    if (typed === null) return;
    try {
      const { address } = await call('PUT /api/quizzes/{quiz}/address', { quiz: id, body: { address: typed } });
      moved(address);
      setTyped(null);
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  return (
    <section aria-label="Where">
      <h2>Where</h2>
      <p>Send it, print it, put it anywhere. An address that it had before goes on leading there.</p>
      <Line
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <span>{live.publicUrl}/q/</span>
        <LineInput
          aria-label="Web address"
          aria-invalid={trouble !== '' || undefined}
          value={typed ?? live.address}
          maxLength={60}
          spellCheck={false}
          onChange={(e) => setTyped(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Escape') setTyped(null);
          }}
        />
        <TextButton type="submit" isDisabled={typed === null || typed === live.address}>
          Move it there
        </TextButton>
      </Line>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      <div className="beside">
        <Copy text={link} what="the link" />
        {live.edition !== null && (
          <a href={link} target="_blank" rel="noreferrer">
            Open it
          </a>
        )}
      </div>
      <SquareCode link={link} title={title} />
    </section>
  );
}

/** px of a picture that is printed some 10 cm wide. */
const PRINT = 1_200;

/** The address as a square that phones read. A quarter of it may be torn or dirty. */
function SquareCode({ link, title }: { link: string; title: string }) {
  const [made, setMade] = useState<{ svg: string; png: string } | null>(null);
  useEffect(() => {
    let isGone = false;
    void import('qrcode').then(async ({ default: qrcode }) => {
      const how = { errorCorrectionLevel: 'Q', margin: 4 } as const;
      const svg = await qrcode.toString(link, { ...how, type: 'svg' });
      const png = await qrcode.toDataURL(link, { ...how, width: PRINT });
      if (!isGone) setMade({ svg: `data:image/svg+xml,${encodeURIComponent(svg)}`, png });
    });
    return () => void (isGone = true);
  }, [link]);
  if (!made) return null;
  return (
    <Code>
      <img src={made.svg} alt={`Square code that leads to ${link}`} />
      <a href={made.svg} download={`${title}.svg`}>
        The code as SVG
      </a>
      <a href={made.png} download={`${title}.png`}>
        as PNG, to print
      </a>
    </Code>
  );
}
