import {
  type FinishedCar,
  type FinishedOutput,
  type FinishedSpeaker,
  isUnused,
  type JobView,
  pairName,
  type PairView,
} from '@ulpen/core';
import { FinishedSounds } from './FinishedSounds.tsx';
import { fateWords, filterWords, loadWords, sourceWords, speakerName, wireWords } from './finished-words.ts';

/** The same as the drawing, for print, for narrow screens, and for those who read by ear. */
export function FinishedTables({ job, car }: { job: JobView; car: FinishedCar }) {
  return (
    <div className="finished-tables">
      <section aria-label="Speakers">
        <h2>What drives each speaker</h2>
        <Speakers job={job} car={car} />
        <h2 className="finished-next">What becomes of each sound</h2>
        <FinishedSounds job={job} car={car} />
      </section>
      <section aria-label="Factory outputs">
        <h2>What each factory output drives</h2>
        <Outputs job={job} car={car} />
      </section>
    </div>
  );
}

const ORDER: readonly FinishedSpeaker['fate'][] = [
  'not-fed',
  'silent',
  'added',
  'taken-over',
  'replaced',
  'stays',
];

function Speakers({ job, car }: { job: JobView; car: FinishedCar }) {
  const speakers = [...car.speakers].sort((a, b) => ORDER.indexOf(a.fate) - ORDER.indexOf(b.fate));
  return (
    <table className="plain-table finished-table">
      <thead>
        <tr>
          <th scope="col">Speaker</th>
          <th scope="col">Driven by</th>
          <th scope="col">Speaker wire</th>
        </tr>
      </thead>
      <tbody>
        {speakers.map((s) => {
          const driven = [...new Set(s.coils.map((c) => sourceWords(job, car, c.source)))];
          const wires = [...new Set(s.coils.flatMap((c) => c.wire ?? []))];
          const filters = filterWords(s);
          return (
            <tr key={s.id} className={`fate-${s.fate}`}>
              <th scope="row">
                {speakerName(job, s)}
                <span className="small fate">
                  {s.made === 'factory' ? 'factory, ' : ''}
                  {fateWords(s)}
                </span>
              </th>
              <td>
                {s.fate === 'replaced' ? <span className="quiet">taken out</span> : driven.join('; ')}
                {filters && <span className="small quiet num finished-band">{filters}</span>}
              </td>
              <td>{wires.join(', ')}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Outputs({ job, car }: { job: JobView; car: FinishedCar }) {
  return job.units
    .filter((u) => u.pairs.length > 0)
    .map((unit) => (
      <section key={unit.id} aria-label={unit.name}>
        <h3 className="label">{unit.name}</h3>
        <table className="plain-table finished-table">
          <thead>
            <tr>
              <th scope="col">Output</th>
              <th scope="col">Drives afterwards</th>
              <th scope="col">Its wires</th>
            </tr>
          </thead>
          <tbody>
            {unit.pairs.flatMap((pair) => {
              const output = car.outputs.find((o) => o.pairId === pair.id);
              return output ? [<OutputRow key={pair.id} {...{ job, car, pair, output }} />] : [];
            })}
          </tbody>
        </table>
      </section>
    ));
}

interface OutputRowProps {
  job: JobView;
  car: FinishedCar;
  pair: PairView;
  output: FinishedOutput;
}

function OutputRow({ job, car, pair, output }: OutputRowProps) {
  const loads = loadWords(job, car, output);
  const bare = isUnused(output) && output.drives.resistor === null;
  return (
    <tr>
      <th scope="row">{pairName(pair)}</th>
      <td>
        {loads.map((words) => (
          <span key={words} className={`finished-load ${bare ? 'finished-bare' : ''}`}>
            {words}
          </span>
        ))}
      </td>
      <td>{wireWords(job, car, output)}</td>
    </tr>
  );
}
