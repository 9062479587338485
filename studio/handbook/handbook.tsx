'use client';
/** The handbook as it is read: found by words on one side, a task on the other. */
import { Link } from '../../ui/link';
import { useState } from 'react';
import styled from 'styled-components';
import { LineInput } from '../../ui/controls';
import { Muted } from '../../ui/text';
import { Frame, homeTabs } from '../shell/frame';
import { type HandbookPage, pagesFor } from './pages';

const Sheet = styled.div`
  display: grid;
  grid-template-columns: minmax(200px, 280px) minmax(0, 680px);
  gap: 28px 64px;
  padding: 20px 24px 64px;
  nav ol {
    list-style: none;
    margin: 12px 0 0;
    padding: 0;
  }
  nav a {
    display: block;
    padding: 9px 8px;
    border-bottom: 1px solid var(--line);
    color: inherit;
    text-decoration: none;
    font-weight: 500;
  }
  nav a:hover {
    background: var(--saffron-wash);
  }
  nav a[aria-current] {
    background: var(--saffron-wash);
    box-shadow: inset 4px 0 0 var(--saffron);
    font-weight: 700;
  }
  h1 {
    font: 700 34px/1.2 var(--heading);
    margin-bottom: 12px;
    text-wrap: balance;
  }
  article {
    font-size: 17px;
    line-height: 26px;
  }
  article img {
    display: block;
    width: 100%;
    height: auto;
    margin: 20px 0;
    border: 1px solid var(--line);
  }
  article ol {
    margin: 18px 0 0;
    padding: 0;
    list-style: none;
    counter-reset: step;
  }
  article li {
    counter-increment: step;
    position: relative;
    padding: 12px 0 12px 44px;
    border-top: 1px solid var(--line);
  }
  article li::before {
    content: counter(step);
    position: absolute;
    inset-inline-start: 0;
    font: 700 24px/26px var(--heading);
  }
  @media (max-width: 899px) {
    grid-template-columns: minmax(0, 1fr);
    padding: 16px;
    /* The task is in sight, and the others are a short way to scroll. */
    nav ol {
      max-height: 206px;
      overflow: auto;
    }
  }
`;

export function Handbook({ page }: { page: HandbookPage }) {
  const [search, setSearch] = useState('');
  const found = pagesFor(search);
  const { title, says, steps, picture } = page;
  return (
    <Frame
      paper={false}
      current="handbook"
      tabs={homeTabs}
      foot={null}
      top={<b style={{ font: '700 18px/1.2 var(--heading)' }}>Handbook</b>}
    >
      <Sheet>
        <nav aria-label="Handbook">
          <LineInput
            type="search"
            aria-label="Find in the handbook"
            placeholder="What do you want to do?"
            style={{ width: '100%' }}
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
          <ol>
            {found.map(({ id, title: name }) => (
              <li key={id}>
                <Link href={`/handbook/${id}`} aria-current={id === page.id ? 'page' : undefined}>
                  {name}
                </Link>
              </li>
            ))}
          </ol>
          <div role="status">
            {found.length === 0 && <Muted as="p">Nothing is found. Try another word for it.</Muted>}
          </div>
        </nav>
        <article>
          <h1>{title}</h1>
          {says.map((paragraph) => (
            <p key={paragraph}>{paragraph}</p>
          ))}
          {picture && (
            <img src={`/handbook/${picture.name}.webp`} alt={picture.text} width={1280} height={800} loading="lazy" />
          )}
          <ol>
            {steps.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
        </article>
      </Sheet>
    </Frame>
  );
}
