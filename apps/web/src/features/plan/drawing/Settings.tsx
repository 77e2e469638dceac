import type { Setup, SetupChange } from '@ulpen/core';
import { useFramedPlan } from '../PlanFrame.tsx';

/** What is set here; a kept plan never changes. */
export function Settings({ children }: { children: React.ReactNode }) {
  const { kept } = useFramedPlan().shown;
  return (
    <fieldset disabled={kept !== null} className="part-settings no-print">
      {children}
    </fieldset>
  );
}

/** Puts a change of the setup into the draft. */
export function usePutSetup(): (part: SetupChange) => void {
  const { changes, change } = useFramedPlan().shown;
  return (part) => change({ ...changes, setup: { ...changes.setup, ...part } });
}

/** The same for what is set at the turn-on or at the supply: the rest of it stays as it was changed. */
export function usePutPart<Part extends 'turnOn' | 'supply'>(
  part: Part,
): (more: Partial<Setup[Part]>) => void {
  const { changes } = useFramedPlan().shown;
  const put = usePutSetup();
  return (more) => put({ [part]: { ...changes.setup[part], ...more } });
}
