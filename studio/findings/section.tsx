'use client';
/** A part of Findings, a table in it, and what is wider than a phone. */
import styled, { css } from 'styled-components';

export const Section = styled.section`
  border-top: 1px solid var(--ink);
  padding: 12px 0 4px;
  margin-top: 28px;
  h3 {
    font: 700 17px/1.35 var(--heading);
  }
`;

/** @property $numbers all columns but the first hold numbers */
export const Figures = styled.table<{ $numbers?: boolean }>`
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  th,
  td {
    text-align: start;
    padding: 6px 28px 6px 0;
    border-bottom: 1px solid var(--line);
    font-weight: 400;
    vertical-align: top;
    overflow-wrap: anywhere;
  }
  thead th {
    color: var(--ink-2);
    font-size: 13px;
  }
  ${({ $numbers }) =>
    $numbers &&
    css`
      th:not(:first-child),
      td:not(:first-child) {
        text-align: end;
        padding: 5px 0 5px 24px;
        /* A number is not broken; what is too wide is scrolled. */
        overflow-wrap: normal;
      }
    `}
`;

export const Sideways = styled.div`
  overflow-x: auto;
`;
