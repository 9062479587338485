'use client';
import { ToggleButton } from 'react-aria-components';
import styled from 'styled-components';

/** Something to choose by how it looks, with its name below. */
export const Tile = styled(ToggleButton)`
  border: 0;
  padding: 0;
  background: none;
  color: inherit;
  text-align: start;
  cursor: pointer;
  font-size: 13px;
  display: grid;
  align-content: start;
`;
