'use client';
import styled from 'styled-components';

/** The fields of a block, one below the other. */
export const Stack = styled.div`
  display: grid;
  gap: 6px;
  > .inline {
    display: inline;
  }
  > .choices {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 18px;
  }
  > .note {
    color: var(--ink-2);
  }
`;
