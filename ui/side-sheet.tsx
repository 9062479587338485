'use client';
import type { ReactNode } from 'react';
import { Dialog as AriaDialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { TextButton } from './controls';

const Veil = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  background: rgb(20 25 35 / 45%);
  z-index: 40;
  display: flex;
  justify-content: flex-end;
`;
const Sheet = styled(Modal)<{ $wide?: boolean }>`
  background: var(--chalk);
  color: var(--ink);
  width: ${(p) => (p.$wide ? '100%' : 'min(460px, 100%)')};
  height: 100%;
  overflow: auto;
  outline: none;
`;
const Body = styled(AriaDialog)`
  padding: 24px;
  outline: none;
  font: 400 15px/1.45 var(--text);
  min-height: 100%;
`;
const Title = styled(Heading)`
  font: 700 24px/1.2 var(--heading);
`;

/** A sheet laid over the page from its end edge. Escape and the button close it. */
export function SideSheet({
  title,
  open,
  onClose,
  wide,
  children,
  actions,
}: {
  title: string;
  open: boolean;
  onClose: () => void;
  wide?: boolean;
  children: ReactNode;
  actions?: ReactNode;
}) {
  return (
    <Veil isOpen={open} onOpenChange={(now) => !now && onClose()} isDismissable className="studio">
      <Sheet $wide={wide}>
        <Body>
          <div
            style={{
              display: 'flex',
              alignItems: 'center',
              gap: 16,
              paddingBottom: 12,
              borderBottom: '1px solid var(--ink)',
              marginBottom: 16,
            }}
          >
            <Title slot="title">{title}</Title>
            <span style={{ flex: 1 }} />
            {actions}
            <TextButton onPress={onClose}>Close</TextButton>
          </div>
          {children}
        </Body>
      </Sheet>
    </Veil>
  );
}
