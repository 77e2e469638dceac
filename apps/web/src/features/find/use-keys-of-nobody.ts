import { useEffect, useRef } from 'react';

type Key = Pick<
  KeyboardEvent,
  'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey' | 'defaultPrevented' | 'preventDefault'
>;

/**
 * Keys that are pressed while nothing has the keyboard (a dialog closed over the button that opened it) belong to the
 * plug: none of what is typed is lost.
 */
export function useKeysOfNobody(face: (key: Key) => void, focusFace: () => void): void {
  const latest = useRef({ face, focusFace });
  useEffect(() => {
    latest.current = { face, focusFace };
  });
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (document.activeElement !== document.body || document.querySelector('[role="dialog"]')) return;
      latest.current.focusFace();
      latest.current.face(event);
    };
    document.addEventListener('keydown', pressed);
    return () => document.removeEventListener('keydown', pressed);
  }, []);
}

export type { Key };
