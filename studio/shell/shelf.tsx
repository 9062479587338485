import styled from 'styled-components';

/** A list to choose from, and beside it what was chosen. */
export const Shelf = styled.div`
  display: grid;
  grid-template-columns: minmax(220px, 340px) minmax(0, 1fr);
  gap: 32px;
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
    border-top: 1px solid var(--ink);
  }
  li button {
    display: block;
    width: 100%;
    text-align: start;
    border: 0;
    background: none;
    padding: 12px;
    border-bottom: 1px solid var(--line);
    border-radius: 0;
    cursor: pointer;
  }
  li button[aria-current='true'] {
    background: var(--saffron-wash);
    box-shadow: inset 4px 0 0 var(--saffron);
  }
  li b {
    display: block;
    font: 700 18px/1.3 var(--heading);
  }
  li small {
    display: block;
    font-size: 13px;
    color: var(--ink-2);
  }
  @media (max-width: 760px) {
    grid-template-columns: 1fr;
  }
`;
