'use client';
/** The quiz, large, and beside it what is set of it. */
import styled from 'styled-components';

export const Split = styled.div`
  display: flex;
  align-items: stretch;
  min-height: 100%;
  > .quiz {
    flex: 1 1 600px;
    min-width: 0;
    padding: 10px 24px 40px;
    /* What is changed below is seen above. */
    position: sticky;
    top: 0;
    align-self: flex-start;
  }
  aside {
    flex: 0 0 352px;
    background: var(--paper);
    border-inline-start: 1px solid var(--line);
    padding: 14px 24px 48px;
    min-width: 0;
  }
  aside section {
    border-top: 1px solid var(--ink);
    padding: 10px 0 18px;
  }
  aside h1 {
    font: 700 20px/1.3 var(--heading);
  }
  aside h2 {
    font: 700 17px/1.3 var(--heading);
    margin-bottom: 10px;
  }
  .says {
    line-height: 30px;
  }
  @media (max-width: 899px) {
    flex-direction: column;
    > .quiz,
    aside {
      flex: none;
      position: static;
      align-self: stretch;
      padding: 10px 16px 32px;
      border-inline-start: 0;
    }
  }
`;
