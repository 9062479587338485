'use client';
/** A look, small: drawn by the style sheet of the visitors, so that it is what they get. */
import { useMemo } from 'react';
import styled from 'styled-components';
import { dressOf } from '../../core/look/dress';
import type { Quiz } from '../../core/schema/quiz';

const SCALE = 0.23;
const WIDTH = 336;
const HEIGHT = 366;

const Frame = styled.span`
  display: block;
  width: 100%;
  height: ${HEIGHT * SCALE}px;
  overflow: hidden;
  .v-panel {
    width: ${WIDTH}px;
    height: ${HEIGHT}px;
    max-width: none;
    transform: scale(${SCALE});
    transform-origin: 0 0;
  }
`;

/** Inert: nothing in it can be reached or heard. */
export function Thumbnail({ look, name }: { look: Quiz['look']; name: string }) {
  const { style, attributes } = useMemo(() => dressOf(look), [look]);
  return (
    <Frame aria-hidden="true" inert>
      <span className="v-panel" {...attributes} style={{ ...style, display: 'block' }}>
        <span className="v-progress">
          <span style={{ width: '40%' }} />
        </span>
        <span className="v-inside" style={{ display: 'block' }}>
          <span className="v-prompt" style={{ display: 'block' }}>
            How far?
          </span>
          <span className="v-options">
            {['Not very', 'As it comes'].map((words, i) => (
              <label key={words} className="v-option">
                <input type="radio" name={`look-${name}`} checked={i === 1} readOnly tabIndex={-1} />
                <span className="v-disc" />
                <span>{words}</span>
              </label>
            ))}
          </span>
          <span className="v-foot" style={{ justifyContent: 'flex-end' }}>
            <span className="v-next">Next</span>
          </span>
        </span>
      </span>
    </Frame>
  );
}
