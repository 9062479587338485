'use client';
/** A list that is gone through, and beside it the quiz. */
import styled from 'styled-components';

export const Beside = styled.div`
  display: flex;
  align-items: flex-start;
  gap: 32px;
  padding: 14px 24px 64px;
  > .list {
    flex: 1 1 560px;
    min-width: 0;
  }
  > .quiz {
    flex: 0 1 432px;
    min-width: 0;
    position: sticky;
    top: 14px;
  }
  .says {
    line-height: 30px;
    margin-bottom: 6px;
  }
  .tools {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 20px;
    align-items: center;
    margin: 8px 0 14px;
  }
  h1 {
    font: 700 20px/1.3 var(--heading);
  }
  h2 {
    font: 700 17px/1.3 var(--heading);
    margin: 18px 0 6px;
    padding-top: 10px;
    border-top: 1px solid var(--ink);
  }
  .texts {
    list-style: none;
    /* A quiz has hundreds of texts: those out of sight are not laid out. */
    > li {
      content-visibility: auto;
      contain-intrinsic-size: auto 56px;
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      gap: 2px 24px;
      padding: 8px 0;
      border-bottom: 1px solid var(--line);
      overflow-wrap: anywhere;
    }
    > li[data-state='missing'] {
      box-shadow: -4px 0 0 var(--brick);
    }
    > li[data-state='changed'] {
      box-shadow: -4px 0 0 var(--saffron);
    }
    .field {
      border-bottom: 1px dotted var(--ink-3);
      min-height: 26px;
    }
    .field:focus-within {
      border-bottom: 2px solid var(--ink);
      margin-bottom: -1px;
    }
    .plurals {
      display: grid;
      grid-template-columns: auto minmax(0, 1fr);
      gap: 4px 10px;
      align-items: baseline;
    }
  }
  @media (max-width: 899px) {
    flex-direction: column;
    padding: 14px 16px 48px;
    > .list,
    > .quiz {
      flex: none;
      align-self: stretch;
      position: static;
    }
  }
  @media (max-width: 599px) {
    .texts > li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;
