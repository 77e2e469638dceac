import type { Joint } from '@ulpen/core';
import { useFramedWiring } from './WireFrame.tsx';

/** Ticks a joint as made, or takes the tick back. */
export function useTick(): (joint: Joint) => void {
  const { change } = useFramedWiring();
  return (joint) =>
    change(({ done, joints }) =>
      joint.done
        ? { done: done.filter((id) => id !== joint.id) }
        : // What is made stays as it was made, whatever is chosen for the others later.
          { done: [...new Set([...done, joint.id])], joints: { ...joints, [joint.id]: joint.kind } },
    );
}
