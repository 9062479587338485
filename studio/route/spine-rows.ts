/** The measures of the spine: rows of 50, the spine 26 wide, the drawing beside the names, the notes beside the drawing. px */
import styled from 'styled-components';

export const ROW = 50;
export const SPINE = 26;
/** Where the spine stands in the drawing, and its width without the notes. */
export const X = 64;
export const DRAWING = 214;

export const Rows = styled.div`
  position: relative;
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li > button {
    display: block;
    width: 100%;
    height: ${ROW}px;
    border: 0;
    background: none;
    text-align: start;
    padding: 5px 12px 5px 24px;
    cursor: pointer;
    border-radius: 0;
    box-shadow: inset 24px -1px 0 -23px transparent;
  }
  li > button[aria-current='true'] {
    background: var(--saffron-wash);
    box-shadow: inset 4px 0 0 var(--saffron);
  }
  li b {
    display: block;
    font: 600 15px/20px var(--text);
    max-width: 176px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  li small {
    display: block;
    max-width: 200px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    font-size: 13px;
    color: var(--ink-2);
  }
  li.lost b {
    color: var(--brick);
  }
  > svg {
    position: absolute;
    inset-block-start: 0;
    inset-inline-start: 210px;
    pointer-events: none;
    user-select: none;
    overflow: visible;
  }
  .notes {
    position: absolute;
    inset-block-start: 0;
    inset-inline-start: ${210 + DRAWING}px;
    inset-inline-end: 0;
    margin: 0;
    padding: 0;
    list-style: none;
    font-size: 13px;
    line-height: 17px;
  }
  .node {
    pointer-events: all;
    cursor: grab;
    touch-action: none;
  }
  .way {
    pointer-events: stroke;
    cursor: pointer;
    stroke: transparent;
  }
  .notes > li {
    position: absolute;
    inset-inline: 0;
    > button:first-child {
      border: 0;
      padding: 0;
      background: none;
      color: inherit;
      font: inherit;
      text-align: start;
      cursor: pointer;
      min-height: 24px;
      font-weight: 600;
      display: -webkit-box;
      -webkit-line-clamp: 2;
      -webkit-box-orient: vertical;
      overflow: hidden;
    }
    .dead {
      color: var(--brick);
      font-weight: 600;
    }
    .goes {
      display: flex;
      gap: 8px;
      align-items: center;
      white-space: nowrap;
      color: var(--ink-2);
    }
  }
  @media (max-width: 620px) {
    > svg,
    .notes {
      display: none;
    }
    li b {
      max-width: none;
    }
  }
`;
