import styled from 'styled-components';

export const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  th {
    text-align: start;
    font-weight: 400;
    font-size: 13px;
    color: var(--ink-2);
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
  }
  td {
    padding: 9px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: middle;
    height: 58px;
  }
  .n {
    text-align: end;
    padding-inline-start: 16px;
  }
  td.runs {
    font: 700 18px/1.2 var(--heading);
    font-variant-numeric: tabular-nums;
  }
  td small {
    display: block;
    font-size: 13px;
    color: var(--ink-2);
  }
  a.name {
    font: 600 18px/1.25 var(--heading);
    color: var(--ink);
    text-decoration: none;
  }
  a.name::after {
    content: '';
    position: absolute;
    inset: 0;
  }
  tr {
    position: relative;
  }
  tbody tr:hover {
    background: var(--saffron-wash);
  }
  .more {
    position: relative;
    text-align: end;
    width: 36px;
  }
  @media (max-width: 899px) {
    .wide {
      display: none;
    }
  }
  @media (max-width: 600px) {
    thead {
      display: none;
    }
    tr {
      display: grid;
      grid-template-columns: 1fr auto;
      border-bottom: 1px solid var(--line);
      padding: 8px 0;
    }
    td {
      border: 0;
      height: auto;
      padding: 2px 0;
    }
    .title {
      grid-column: 1;
    }
    .state {
      grid-column: 1;
    }
    td.runs {
      grid-row: 1;
      grid-column: 2;
    }
    .more {
      grid-row: 2;
      grid-column: 2;
      width: auto;
    }
  }
`;
