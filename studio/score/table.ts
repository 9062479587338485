/** The measures of the grid: labels 288 wide, columns 72, rows 26, headings and feet that stay where they are. */
import styled from 'styled-components';

export const Table = styled.table`
  border-collapse: separate;
  border-spacing: 0;
  font-variant-numeric: tabular-nums;
  th,
  td {
    padding: 0;
    font-weight: 400;
  }
  thead th,
  thead td {
    position: sticky;
    top: 0;
    z-index: 3;
    background: var(--paper);
    vertical-align: bottom;
  }
  tfoot th,
  tfoot td {
    position: sticky;
    bottom: 0;
    background: var(--paper);
    z-index: 3;
  }
  .label {
    position: sticky;
    inset-inline-start: 0;
    z-index: 2;
    background: var(--paper);
    width: 288px;
    min-width: 288px;
    max-width: 288px;
    text-align: start;
    padding-inline: 48px 10px;
    color: var(--ink-2);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    height: 26px;
  }
  thead .label,
  tfoot .label {
    z-index: 4;
  }
  .question th {
    position: sticky;
    inset-inline-start: 0;
    z-index: 2;
    text-align: start;
    height: 30px;
    border-top: 1px solid var(--line);
    font-weight: 600;
    font-size: 13px;
    white-space: nowrap;
    padding-inline-start: 24px;
    background: var(--paper);
    max-width: 288px;
    overflow: visible;
  }
  /* Beside a number it ends where that begins. */
  .question:has(.decides) th {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .question td {
    border-top: 1px solid var(--line);
    background: var(--paper);
  }
  .question b {
    display: inline-block;
    width: 24px;
    font: 700 13px/1 var(--heading);
  }
  td.cell.closed {
    background: var(--chalk);
    cursor: default;
  }
  td.cell {
    width: 72px;
    min-width: 72px;
    height: 26px;
    text-align: center;
    cursor: cell;
    position: relative;
    user-select: none;
  }
  td.cell:focus-visible {
    border-radius: 0;
    z-index: 1;
  }
  td.chosen {
    background: var(--saffron-wash);
  }
  .column {
    background: color-mix(in srgb, var(--saffron-wash) 55%, transparent);
  }
  td.active {
    outline: 2px solid var(--ink);
    outline-offset: -2px;
    box-shadow: none;
  }
  input {
    width: 100%;
    height: 26px;
    border: 0;
    text-align: center;
    font-weight: 600;
    background: var(--paper);
    border-radius: 0;
  }
  td.decides {
    width: 72px;
    min-width: 72px;
    font-size: 13px;
    text-align: center;
    vertical-align: bottom;
  }
  .decides .share {
    display: block;
    width: 52px;
    height: 3px;
    margin: 2px auto 0;
    background: var(--line);
  }
  .decides .share i {
    display: block;
    height: 100%;
    background: var(--ink-2);
  }
  .pick {
    border: 0;
    background: none;
    padding: 0;
    width: 26px;
    height: 26px;
    margin-inline-start: -30px;
    margin-inline-end: 4px;
    vertical-align: middle;
    cursor: pointer;
  }
  @media (max-width: 899px) {
    .label {
      width: 150px;
      min-width: 150px;
      max-width: 150px;
      padding-inline-start: 16px;
    }
    .question th {
      padding-inline-start: 16px;
      max-width: 150px;
      overflow: hidden;
      text-overflow: ellipsis;
    }
  }
`;
