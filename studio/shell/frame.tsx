'use client';
/** The frame around every screen: the ink column with its index tabs, and the line on top. */
import { Link } from '../../ui/link';
import { type ReactNode, useEffect, useRef, type RefObject } from 'react';
import styled from 'styled-components';
import { Mark, Wordmark } from '../../ui/marks';

export type Tab = { id: string; label: string; href: string; errors?: number; warnings?: number };
/** The tabs outside a quiz. */
export const homeTabs: Tab[] = [
  { id: 'quizzes', label: 'Quizzes', href: '/quizzes' },
  { id: 'bank', label: 'Bank', href: '/bank' },
  { id: 'people', label: 'People', href: '/people' },
  { id: 'looks', label: 'Looks', href: '/looks' },
  { id: 'team', label: 'Team', href: '/team' },
  { id: 'handbook', label: 'Handbook', href: '/handbook' },
];

const Grid = styled.div`
  display: grid;
  grid-template-columns: 112px minmax(0, 1fr);
  grid-template-rows: 56px minmax(0, 1fr);
  height: 100vh;
  @media (max-width: 899px) {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto minmax(0, 1fr) 56px;
    height: 100dvh;
  }
  /* On paper the sheet is all there is, as long as it is. */
  @media print {
    display: block;
    height: auto;
    > nav,
    > header {
      display: none;
    }
    > main {
      overflow: visible;
      background: none;
    }
  }
`;
const Column = styled.nav`
  grid-row: 1 / -1;
  background: var(--column);
  color: var(--on-column);
  display: flex;
  flex-direction: column;
  min-height: 0;
  .home {
    padding: 14px 10px 0 16px;
    height: 88px;
    text-decoration: none;
    flex: none;
  }
  ul {
    list-style: none;
    flex: 1;
  }
  .foot {
    display: grid;
    gap: 8px;
    justify-items: start;
    padding: 0 20px 20px;
    font-size: 13px;
    a {
      color: inherit;
      text-decoration: none;
      display: inline-block;
      min-height: 24px;
    }
  }
  :focus-visible {
    outline-color: #fff;
  }
  @media (max-width: 899px) {
    grid-row: 3;
    flex-direction: row;
    .home,
    .foot {
      display: none;
    }
    ul {
      display: flex;
      overflow-x: auto;
    }
  }
`;
const TabLink = styled(Link)`
  position: relative;
  display: flex;
  align-items: center;
  justify-content: space-between;
  height: 48px;
  padding: 0 12px 0 20px;
  color: inherit;
  text-decoration: none;
  font-size: 15px;
  .count {
    display: flex;
    gap: 4px;
    align-items: center;
    font-size: 12px;
    font-variant-numeric: tabular-nums;
  }
  .count.errors {
    color: var(--on-column-brick);
  }
  .count.warnings {
    color: var(--saffron);
  }
  &:not([aria-current])::after {
    content: '';
    position: absolute;
    inset: auto 0 0 20px;
    border-bottom: 1px solid var(--column-rule);
  }
  &:hover {
    color: #fff;
  }
  &[aria-current] {
    background: var(--sheet);
    color: var(--ink);
    font-weight: 700;
    margin-left: 8px;
    padding-left: 12px;
    border-radius: 8px 0 0 8px;
    box-shadow: inset 6px 0 0 var(--saffron);
    .count.errors {
      color: var(--brick);
    }
    .count.warnings {
      color: var(--saffron-ink);
    }
  }
  &[aria-current]::before,
  &[aria-current]::after {
    content: '';
    position: absolute;
    right: 0;
    width: 12px;
    height: 12px;
    background: radial-gradient(circle at 0 0, transparent 12px, var(--sheet) 12.5px);
  }
  &[aria-current]::before {
    top: -12px;
    background: radial-gradient(circle at 0 0, transparent 11.5px, var(--sheet) 12px);
  }
  &[aria-current]::after {
    bottom: -12px;
    background: radial-gradient(circle at 0 100%, transparent 11.5px, var(--sheet) 12px);
  }
  @media (max-width: 899px) {
    height: 56px;
    padding: 0 16px;
    gap: 6px;
    &:not([aria-current])::after {
      display: none;
    }
    &[aria-current] {
      margin: 0;
      padding: 0 16px;
      border-radius: 0 0 8px 8px;
      box-shadow: inset 0 -4px 0 var(--saffron);
    }
    &[aria-current]::before,
    &[aria-current]::after {
      display: none;
    }
  }
`;
const Top = styled.header`
  display: flex;
  align-items: center;
  gap: 8px 18px;
  padding: 0 24px;
  border-bottom: 1px solid var(--line);
  background: var(--chalk);
  min-width: 0;
  @media (max-width: 899px) {
    grid-row: 1;
    flex-wrap: wrap;
    gap: 6px 14px;
    padding: 8px 16px;
    /* What is live already need not be said by a button as well. */
    .publish[data-disabled] {
      display: none;
    }
    .looking {
      display: none;
    }
  }
  /* Two lines on a phone: what it is and publishing it; how it stands in signs, and what can be done. */
  @media (max-width: 600px) {
    gap: 6px 10px;
    > * {
      order: 2;
    }
    > .title {
      order: 0;
      flex: 1 1 calc(100% - 150px);
      width: 0;
    }
    > .publish {
      order: 1;
    }
    .time {
      display: none;
    }
    .words {
      position: absolute;
      width: 1px;
      height: 1px;
      overflow: hidden;
      clip-path: inset(50%);
    }
  }
`;
/** Seen only by who comes to it by the keyboard: over the tabs and the line on top. */
const Skip = styled.a`
  position: absolute;
  inset-inline-start: 8px;
  top: -60px;
  z-index: 20;
  background: var(--paper);
  color: var(--ink);
  padding: 10px 16px;
  border: 2px solid var(--ink);
  &:focus {
    top: 8px;
  }
`;
const Sheet = styled.main`
  /* What is hidden from sight stands where it is laid out: here, and not below the end of the page, which would scroll. */
  position: relative;
  overflow: auto;
  background: var(--sheet);
  min-width: 0;
  min-height: 0;
  &:focus {
    outline: none;
    box-shadow: none;
  }
  @media (max-width: 899px) {
    grid-row: 2;
  }
`;

/** On a phone the tabs are a bar that scrolls: the open one is brought into sight. */
function useOpenTab(current: string) {
  const bar = useRef<HTMLUListElement>(null);
  useEffect(() => {
    const open = bar.current?.querySelector<HTMLElement>('[aria-current]');
    if (bar.current && open)
      bar.current.scrollLeft = open.offsetLeft - (bar.current.clientWidth - open.offsetWidth) / 2;
  }, [current]);
  return bar;
}

/**
 * F6 goes from the tabs to the line on top, from there to the sheet and round again, Shift F6 the other way: in a long quiz they are a hundred
 * Tabs apart. The sheet takes the focus where it was left.
 */
function useRegions(grid: RefObject<HTMLDivElement | null>): void {
  useEffect(() => {
    let left: HTMLElement | null = null;
    const keys = (event: KeyboardEvent) => {
      const [tabs, line, sheet] = ['nav', 'header', 'main'].map((name) =>
        grid.current?.querySelector<HTMLElement>(`:scope > ${name}`),
      );
      const active = document.activeElement;
      if (event.key !== 'F6' || event.ctrlKey || event.altKey || event.metaKey || !tabs || !line || !sheet) return;
      // Something that is open over the page keeps the focus.
      if (active?.closest('[role=dialog], [role=menu], [role=listbox]')) return;
      event.preventDefault();
      const regions = [tabs, line, sheet];
      if (active instanceof HTMLElement && sheet.contains(active)) left = active;
      const at = regions.findIndex((region) => region.contains(active));
      const next = (Math.max(at, 0) + (event.shiftKey ? regions.length - 1 : 1)) % regions.length;
      const places = [
        tabs.querySelector<HTMLElement>('[aria-current]'),
        line.querySelector<HTMLElement>('input, button:not([disabled]), a'),
        left?.isConnected ? left : sheet,
      ];
      places[next]?.focus();
    };
    window.addEventListener('keydown', keys);
    return () => window.removeEventListener('keydown', keys);
  }, [grid]);
}

export function Frame({
  tabs,
  current,
  top,
  foot,
  paper,
  children,
}: {
  tabs: Tab[];
  current: string;
  top: ReactNode;
  foot: ReactNode;
  /** paper is what one edits, chalk what one looks at */ paper: boolean;
  children: ReactNode;
}) {
  const bar = useOpenTab(current);
  const grid = useRef<HTMLDivElement>(null);
  useRegions(grid);
  return (
    <Grid ref={grid} style={{ '--sheet': paper ? 'var(--paper)' : 'var(--chalk)' }}>
      <Skip href="#sheet">Skip to the sheet</Skip>
      <Column aria-label="Parts">
        <Link href="/quizzes" className="home" aria-label="Yes Maybe, all quizzes">
          <Wordmark light />
        </Link>
        <ul ref={bar}>
          {tabs.map((tab) => (
            <li key={tab.id}>
              <TabLink href={tab.href} aria-current={tab.id === current ? 'page' : undefined}>
                {tab.label}
                <Counts errors={tab.errors ?? 0} warnings={tab.warnings ?? 0} />
              </TabLink>
            </li>
          ))}
        </ul>
        <div className="foot">{foot}</div>
      </Column>
      <Top>{top}</Top>
      <Sheet id="sheet" tabIndex={-1}>
        {children}
      </Sheet>
    </Grid>
  );
}

function Counts({ errors, warnings }: { errors: number; warnings: number }) {
  if (errors > 0) {
    return (
      <span className="count errors">
        <Mark kind="no" size={9} plain /> {errors}
        <span className="sr-only"> {errors === 1 ? 'error' : 'errors'}</span>
      </span>
    );
  }
  return warnings > 0 ? (
    <span className="count warnings">
      <Mark kind="maybe" size={11} plain /> {warnings}
      <span className="sr-only"> {warnings === 1 ? 'warning' : 'warnings'}</span>
    </span>
  ) : null;
}
