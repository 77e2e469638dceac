import type { SetupChange } from '@ulpen/core';
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
