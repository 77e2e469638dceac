import { useEffect, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  batteryLock,
  batteryOnPair,
  type Connector,
  type HarnessView,
  type JobOutline,
  lockOf,
  type Observation,
  parseEntry,
  type Reading,
} from '@ulpen/core';
import { restoreReading } from '../../api/commands/restore-reading.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { withdrawReading } from '../../api/commands/withdraw-reading.ts';
import { ConnectorFace } from '../../ui/ConnectorFace.tsx';
import { PlugSketch } from '../../ui/PlugSketch.tsx';
import { BenchHead } from './BenchHead.tsx';
import { BenchSays } from './BenchSays.tsx';
import { Conditions } from './Conditions.tsx';
import { EntryLine } from './EntryLine.tsx';
import { type FindDialog, FindDialogs } from './FindDialogs.tsx';
import { withSource } from './entry-source.ts';
import { useFindStore } from './find-store.ts';
import { nextSet, useConditionSets } from './condition-sets.ts';
import { CONDITION_CHOICES } from './find-words.ts';
import { Instruments } from './Instruments.tsx';
import { PlugLock } from './PlugLock.tsx';
import { ReadingsList } from './ReadingsList.tsx';
import { selectionFrom } from './selection.ts';
import { useBenchKeys } from './use-bench-keys.ts';
import { useKeysOfNobody } from './use-keys-of-nobody.ts';
import { useBenchMoves } from './use-bench-moves.ts';
import { useContradictions, useMap, useNextTests, usePreview } from './use-find.ts';
import { useLooks } from './use-looks.ts';
import { useTaking } from './use-taking.ts';

interface BenchProps {
  job: JobOutline;
  view: HarnessView;
  connector: Connector;
}

/** The plug in hand: its face, the instrument, the conditions, and what all readings come to. */
export function Bench({ job, view, connector }: BenchProps) {
  const [params] = useSearchParams();
  const [dialog, setDialog] = useState<FindDialog | null>(null);
  const store = useFindStore();
  const sets = useConditionSets();
  const { conditions, instrument } = store;
  const faceBox = useRef<HTMLDivElement>(null);
  const entryBox = useRef<HTMLInputElement>(null);
  const at = useMemo(() => selectionFrom(connector, params.get('at')), [connector, params]);
  const from = store.view ?? connector.view;

  const workings = useMap(view, job);
  const misfits = useContradictions(workings);
  const suggested = useNextTests(workings);
  const typed = useMemo((): Observation | null => {
    const entry = store.entry.trim() === '' ? null : parseEntry(instrument, store.entry);
    return entry && 'observation' in entry ? withSource(entry.observation, store.source, store.entry) : null;
  }, [instrument, store.entry, store.source]);
  const held = useMemo(() => ({ ...conditions, zeroed: job.intake.zeroed }), [conditions, job.intake.zeroed]);
  const marked = useMemo(() => new Set(misfits.flatMap((m) => m.cavityIds)), [misfits]);
  const batteryRefused =
    batteryLock(conditions) ?? (at.first && at.second ? batteryOnPair(workings, at.first, at.second) : null);
  const byBattery = instrument === 'cone' && store.source === 'battery';
  const lock = lockOf(connector, instrument) ?? (byBattery ? batteryRefused : null);
  const holes = useMemo(
    () => new Set(connector.cavities.filter((c) => c.empty).map((c) => c.number)),
    [connector],
  );

  const focusFace = () => faceBox.current?.focus({ preventScroll: true });
  useEffect(() => {
    focusFace();
  }, [connector.id]);

  const { select, jump, goTo, neighbourPlug, toListen } = useBenchMoves(
    { job, view, connector },
    at,
    focusFace,
  );

  const { save, measure, question, measuring } = useTaking({
    job,
    workings,
    simulated: view.simulation !== null,
    connector,
    at,
    held,
    lock,
    batteryRefused,
    select,
  });
  // What tells of the changed car changes nothing on the map.
  const preview = usePreview(workings, job.chapter === 'before' ? typed : null, at, held);
  const shown = preview ?? workings;
  const looks = useLooks(view, shown);
  const withdraw = useCommand(withdrawReading);
  const restore = useCommand(restoreReading);
  const lastReading = (): Reading | undefined => view.readings.findLast((r) => r.withdrawnAt === null);

  const onKeys = useBenchKeys({
    connector,
    at,
    from,
    entryBox,
    lock,
    select,
    measure,
    jump: () => jump(suggested[0]),
    save,
    neighbourPlug,
    undo: () => {
      const last = lastReading();
      if (last) withdraw.mutate({ jobId: job.id, reading: last });
    },
    flip: () => store.setView(from === 'wire' ? 'mating' : 'wire'),
    help: () => setDialog({ what: 'keys' }),
    toListen,
    nextSet: () => store.setConditions(nextSet(sets, conditions)),
    turn: (key) => {
      const choice = CONDITION_CHOICES.find((c) => c.key === key);
      if (!choice) return false;
      const options = Object.keys(choice.options);
      const now = options.indexOf(String(conditions[choice.field]));
      store.setConditions({ [choice.field]: options[(now + 1) % options.length] });
      return true;
    },
  });

  useKeysOfNobody(onKeys.face, focusFace);

  return (
    <main className="panes find" data-readings={view.readings.length}>
      <section className="pane find-work" aria-label="The plug">
        <BenchHead
          job={job}
          view={view}
          workings={workings}
          connector={connector}
          from={from}
          onPick={(c) => select(selectionFrom(c, null), c)}
          onDialog={setDialog}
        >
          <figure className="other-side">
            <figcaption className="label">from the {from === 'wire' ? 'mating' : 'wire'} side</figcaption>
            <PlugSketch
              shape={connector}
              view={from === 'wire' ? 'mating' : 'wire'}
              holes={holes}
              picked={[at.first, at.second].map((id) => connector.cavities.find((c) => c.id === id)?.number)}
            />
          </figure>
        </BenchHead>
        <PlugLock connector={connector} jobId={job.id} onDone={focusFace} />
        <div
          ref={faceBox}
          className="face-box"
          tabIndex={0}
          role="group"
          aria-label={`Plug ${connector.name}, seen from the ${from === 'wire' ? 'wire' : 'mating'} side. Arrows go from cavity to cavity, letters choose an instrument, H lists all keys.`}
          onKeyDown={onKeys.face}
        >
          <ConnectorFace
            connector={connector}
            view={from}
            looks={looks}
            first={at.first}
            second={at.second}
            marked={marked}
            onPick={(id, extend) => {
              const pairing = extend || store.pairing;
              select(
                pairing && at.first && id !== at.first
                  ? { first: at.first, second: id }
                  : { first: id, second: null },
              );
              focusFace();
            }}
          />
        </div>
        <Conditions onDone={focusFace} zeroed={job.intake.zeroed.length} jobId={job.id} />
        <Instruments onDone={() => (lock ? focusFace() : entryBox.current?.focus())} onListen={toListen} />
        <EntryLine
          ref={entryBox}
          connector={connector}
          at={at}
          looks={looks}
          lock={lock}
          onKeyDown={onKeys.entry}
          onSave={save}
          onMeasure={view.simulation ? measure : null}
          measuring={measuring}
        />
        <ReadingsList
          jobId={job.id}
          view={view}
          at={at}
          workings={workings}
          onWithdraw={(reading, withdrawn) =>
            (withdrawn ? withdraw : restore).mutate({ jobId: job.id, reading })
          }
        />
      </section>
      <BenchSays
        {...{ job, view, misfits, suggested, workings, shown, at }}
        preview={preview !== null}
        onJump={jump}
        onGo={goTo}
        onMeasure={view.simulation ? measure : null}
        onWithdraw={(reading) => withdraw.mutate({ jobId: job.id, reading })}
        onSheets={() => setDialog({ what: 'sheets' })}
      />
      <FindDialogs
        dialog={dialog}
        job={job}
        view={view}
        workings={workings}
        connector={connector}
        at={at}
        onClose={() => {
          setDialog(null);
          focusFace();
        }}
      />
      {question}
    </main>
  );
}
