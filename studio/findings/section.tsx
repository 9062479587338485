'use client';
/** A part of Findings, and what is wider than a phone in it. */
import styled from 'styled-components';

export const Section = styled.section`
  border-top: 1px solid var(--ink);
  padding: 12px 0 4px;
  margin-top: 28px;
  h3 {
    font: 700 17px/1.35 var(--heading);
  }
`;

export const Sideways = styled.div`
  overflow-x: auto;
`;
