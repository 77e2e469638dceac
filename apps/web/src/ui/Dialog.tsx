import { useId, type ReactNode } from 'react';
import { Modal, type ModalProps } from 'react-bootstrap';

/** A dialog in the middle of the screen, named by its title for those who do not see it. */
export function Dialog({
  title,
  onClose,
  children,
  ...rest
}: {
  title: ReactNode;
  onClose: () => void;
  children: ReactNode;
} & Pick<ModalProps, 'size' | 'scrollable' | 'contentClassName' | 'restoreFocus'>) {
  const id = useId();
  return (
    <Modal show onHide={onClose} centered aria-labelledby={id} {...rest}>
      <Modal.Header closeButton>
        <Modal.Title as="h2" id={id}>
          {title}
        </Modal.Title>
      </Modal.Header>
      {children}
    </Modal>
  );
}
