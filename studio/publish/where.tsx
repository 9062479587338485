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
import { without } from '../../core/document/lookup';
import { Copy } from '../shared/code';
import { PictureButton } from '../fields/picture';
import type { Picture } from '../../core/schema/quiz';
import { KeptWords, Said } from './paragraph';
import type { AccessHandle } from './use-access';

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

export function Where({ access }: { access: AccessHandle }) {
  const { id, title } = useQuiz();
  const { live, moved } = usePublication();
  const [typed, setTyped] = useState<string | null>(null);
  const [trouble, setTrouble] = useState('');
  const base = live.ownUrl ?? live.publicUrl;
  const link = `${base}/q/${live.address}`;
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
        <span>{base}/q/</span>
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
        <ShortLink quiz={id} />
        {live.edition !== null && (
          <a href={link} target="_blank" rel="noreferrer">
            Open it
          </a>
        )}
      </div>
      <SquareCode link={link} title={title} />
      <Shared access={access} link={link} isLive={live.edition !== null} />
    </section>
  );
}

/** A short address beside the one that it has, made when it is wanted. */
function ShortLink({ quiz }: { quiz: string }) {
  const [link, setLink] = useState('');
  const [trouble, setTrouble] = useState('');
  if (link)
    return (
      <span>
        {link.replace(/^https?:\/\//, '')} <Copy text={link} what="the short link" />
      </span>
    );
  const make = () =>
    void call('POST /api/quizzes/{quiz}/short', { quiz }).then(
      (made) => setLink(made.link),
      (error: unknown) => setTrouble(messageOf(error)),
    );
  return (
    <>
      <TextButton onPress={make}>A short link</TextButton>
      {trouble && <Alarm role="alert">{trouble}</Alarm>}
    </>
  );
}

/** How it looks where somebody shares its address. */
function Shared({ access, link, isLive }: { access: AccessHandle; link: string; isLive: boolean }) {
  const quiz = useQuiz();
  const { shared = {} } = access.standing.settings;
  const set = (field: 'title' | 'line' | 'picture', to: string | Picture | undefined) => {
    const next = { ...without(shared, field), ...(to ? { [field]: to } : {}) };
    void access.set({ shared: Object.keys(next).length > 0 ? next : undefined });
  };
  const picture = `${link}/card?of=${encodeURIComponent(JSON.stringify(access.kept.settings.shared ?? ''))}`;
  return (
    <div style={{ marginTop: 20 }}>
      <h3>Where somebody shares it</h3>
      <KeptWords label="Title" value={shared.title ?? ''} placeholder={quiz.title} onKeep={(to) => set('title', to)} />
      <KeptWords
        label="Line"
        value={shared.line ?? ''}
        placeholder={quiz.description || 'one line below the title'}
        onKeep={(to) => set('line', to)}
      />
      <div className="line">
        Picture:{' '}
        <PictureButton
          at={() => []}
          of="the card"
          words="one drawn of the title"
          picture={shared.picture}
          keep={(to) => set('picture', to)}
        />
      </div>
      {isLive && (
        <Card>
          <img src={picture} alt="As sites show it that draw a card" width={1200} height={630} />
          <b>{shared.title || quiz.title}</b>
          <span>{shared.line || quiz.description}</span>
        </Card>
      )}
      <Said access={access}>{null}</Said>
    </div>
  );
}
const Card = styled.div`
  display: grid;
  max-width: 400px;
  margin-top: 12px;
  border: 1px solid var(--line);
  img {
    width: 100%;
    height: auto;
    border-bottom: 1px solid var(--line);
  }
  b,
  span {
    padding: 8px 12px 0;
    overflow-wrap: anywhere;
  }
  span {
    padding-block: 2px 10px;
    color: var(--ink-2);
    font-size: 13px;
    min-height: 30px;
  }
`;

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
