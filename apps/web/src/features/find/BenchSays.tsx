import type { Contradiction, HarnessView, HarnessWorkings, JobOutline, NextTest, Reading } from '@ulpen/core';
import { CavityDetail } from './CavityDetail.tsx';
import { DoesNotFit } from './DoesNotFit.tsx';
import { NextTestCard } from './NextTestCard.tsx';
import type { Selection } from './selection.ts';
import { SheetLines } from './SheetLines.tsx';

interface BenchSaysProps {
  job: JobOutline;
  view: HarnessView;
  misfits: Contradiction[];
  suggested: NextTest[];
  workings: HarnessWorkings;
  /** with the value that is being typed, while one is */
  shown: HarnessWorkings;
  preview: boolean;
  at: Selection;
  onJump: (test: NextTest) => void;
  onGo: (cavityIds: readonly string[]) => void;
  /** null where there is no simulated car */
  onMeasure: (() => void) | null;
  onWithdraw: (reading: Reading) => void;
  onSheets: () => void;
}

/** What all readings come to: the next test, what does not fit, the wires in hand, and what sheets say. */
export function BenchSays(props: BenchSaysProps) {
  const { job, view, misfits, suggested, workings, shown, preview, at } = props;
  return (
    <section className="pane find-says" aria-label="Findings">
      <NextTestCard
        tests={suggested}
        workings={workings}
        view={view}
        onGo={props.onJump}
        onMeasure={props.onMeasure}
      />
      <DoesNotFit
        misfits={misfits}
        onGo={props.onGo}
        onWithdraw={(id) => {
          const reading = view.readings.find((r) => r.id === id);
          if (reading) props.onWithdraw(reading);
        }}
        view={view}
        jobId={job.id}
      />
      <CavityDetail workings={shown} at={at} preview={preview} />
      <SheetLines workings={workings} onOpen={props.onSheets} />
    </section>
  );
}
