'use client';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Strong } from '../../ui/text';
import { OwnName, SignOut } from '../account/sign-in';
import { Frame, homeTabs } from '../shell/frame';
import { HomePage } from '../shared/home-page';

/** What the pages about connections share. */
const Page = styled(HomePage)`
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .entry {
    display: grid;
    grid-template-columns: 20px minmax(0, 1fr) auto;
    gap: 4px 16px;
    align-items: start;
    padding: 10px 0;
    border-bottom: 1px solid var(--line);
    overflow-wrap: anywhere;
  }
  .entry > :first-child {
    margin-top: 4px;
  }
  .wide {
    grid-column: 2 / -1;
  }
  .settings {
    display: grid;
    gap: 12px;
  }
  .settings .presses {
    margin-top: 4px;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 8px 0;
    min-width: 0;
    display: grid;
    gap: 2px;
  }
  code {
    font-size: 13px;
  }
  legend {
    color: var(--ink-2);
    padding: 0;
  }
  .presses {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 20px;
    align-items: center;
  }
  form.stacked {
    display: block;
    > * + * {
      margin-top: 12px;
    }
  }
  [role='status'] p,
  [role='alert'] p {
    margin-top: 8px;
  }
  a {
    color: inherit;
    font-weight: 600;
    display: inline-block;
    min-height: 24px;
  }
`;

export type QuizName = { id: string; title: string };

/** A page about connections, in its frame. */
export const ConnectionsPage = ({
  workspace,
  name,
  children,
}: {
  workspace: string;
  name: string;
  children: ReactNode;
}) => (
  <Frame
    paper={false}
    current="team"
    tabs={homeTabs}
    foot={<SignOut />}
    top={
      <>
        <Strong>{workspace}</Strong>
        <span style={{ flex: 1 }} />
        <OwnName name={name} />
      </>
    }
  >
    <Page>{children}</Page>
  </Frame>
);
