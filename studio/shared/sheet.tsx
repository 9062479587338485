'use client';
/** The measures of the manuscript: gutter, text and margin, one row after the other across all three. */
import type { ReactNode } from 'react';
import styled from 'styled-components';

export const Manuscript = styled.div`
  --gutter: 72px;
  --text-column: 368px;
  --margin: 320px;
  position: relative;
  width: calc(var(--gutter) + var(--text-column) + var(--margin));
  max-width: 100%;
  padding-bottom: 40vh;
  &::before {
    content: '';
    position: absolute;
    inset: 0 auto 0 calc(var(--gutter) + var(--text-column));
    border-left: 1px solid var(--line);
  }
  @media (max-width: 1180px) {
    --text-column: minmax(0, 1fr);
    --margin: 280px;
    &::before {
      inset-inline-start: calc(100% - 280px);
    }
  }
  @media (max-width: 899px) {
    --gutter: 56px;
    &::before {
      display: none;
    }
  }
`;

const Line = styled.div<{ $active?: boolean }>`
  display: grid;
  grid-template-columns: var(--gutter) var(--text-column) var(--margin);
  min-height: 34px;
  position: relative;
  ${(p) => (p.$active ? 'background: var(--saffron-wash); box-shadow: inset 4px 0 0 var(--saffron);' : '')}
  > .gutter {
    display: flex;
    justify-content: flex-end;
    padding: 8px 12px 0 0;
    position: relative;
  }
  > .text {
    padding: 6px 24px 6px 0;
    min-width: 0;
  }
  > .margin {
    padding: 7px 20px 7px 16px;
    font-size: 13px;
    line-height: 20px;
    color: var(--ink-2);
    min-width: 0;
    overflow-wrap: anywhere;
  }
  @media (max-width: 899px) {
    grid-template-columns: var(--gutter) minmax(0, 1fr);
    > .gutter {
      padding-inline: 4px 6px;
      overflow: hidden;
      > span {
        margin-inline-end: 0 !important;
        font-size: 11px !important;
        line-height: 13px;
        text-align: end;
      }
    }
    > .margin {
      grid-column: 2;
      padding: 0 16px 8px 0;
    }
    > .margin:empty {
      display: none;
    }
  }
`;

/** One row of the manuscript: what stands in the gutter, the text, and its note in the margin. */
export function Row({
  gutter,
  children,
  margin,
  active,
  option,
}: {
  gutter?: ReactNode;
  children?: ReactNode;
  margin?: ReactNode;
  active?: boolean;
  option?: string;
}) {
  return (
    <Line $active={active} data-option={option}>
      <div className="gutter">{gutter}</div>
      <div className="text">{children}</div>
      <div className="margin">{margin}</div>
    </Line>
  );
}

export const Small = styled.div`
  font-size: 13px;
  color: var(--ink-2);
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
`;

/** An upright bar in an outcome's colour, before its name. */
export const Bar = styled.i<{ $n: number }>`
  display: inline-block;
  width: 3px;
  height: 12px;
  vertical-align: -1px;
  margin-inline-end: 5px;
  background: var(--data-${(p) => (p.$n % 8) + 1});
`;
