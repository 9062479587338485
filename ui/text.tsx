'use client';
/** Words that stand back, stand out, or stand in a line. */
import styled from 'styled-components';

/** Beside what matters. */
export const Muted = styled.span<{ $small?: boolean }>`
  color: var(--ink-2);
  ${({ $small }) => ($small ? 'font-size: 13px;' : '')}
`;
/** There for whoever looks for it. */
export const Faint = styled(Muted)`
  color: var(--ink-3);
`;
export const Strong = styled.b`
  font-weight: 600;
`;
/** What is wrong. */
export const Alarm = styled.span`
  color: var(--brick);
`;
/** A part of a sentence that has choices with lists of their own in it, which a paragraph could not hold. */
export const Inline = styled.div`
  display: inline;
`;
export const PlainList = styled.ul`
  list-style: none;
`;
