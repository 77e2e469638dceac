import { besideOtherJob, captureInForce, type JobView, pairName, type SamePair } from '@ulpen/core';

const WORD: Record<SamePair['verdict'], string> = {
  alike: 'alike',
  differs: 'differs',
  'not-measured': 'open',
  missing: 'not there',
};

interface BesideOtherProps {
  job: JobView;
  other: JobView;
  onPair: (captureIds: string[]) => void;
}

/** Output by output: is this car like the one in the other job? */
export function BesideOther({ job, other, onPair }: BesideOtherProps) {
  const own = job.units.flatMap((u) => u.pairs);
  const others = other.units.flatMap((u) => u.pairs);
  const beside = besideOtherJob(job, other);
  return (
    <section aria-label={`Beside ${other.car}`}>
      <h2 className="overlay-beside-head">
        Beside {other.car} <span className="num quiet">{other.year}</span>
      </h2>
      <table className="plain-table">
        <thead>
          <tr>
            <th scope="col">Output</th>
            <th scope="col">There</th>
            <th scope="col">Shapes apart, dB</th>
            <th scope="col">What differs</th>
          </tr>
        </thead>
        <tbody>
          {beside.map((line) => {
            const pair = own.find((p) => p.id === line.pairId)!;
            const twin = others.find((p) => p.id === line.otherPairId);
            const ids = [captureInForce(job, pair)?.id, twin && captureInForce(other, twin)?.id].filter(
              (id) => id !== undefined,
            );
            return (
              <tr key={line.pairId} className={`beside-${line.verdict}`}>
                <th scope="row">
                  {ids.length === 2 ? (
                    <button type="button" className="beside-pair" onClick={() => onPair(ids)}>
                      {pairName(pair)}
                    </button>
                  ) : (
                    pairName(pair)
                  )}
                </th>
                <td>{WORD[line.verdict]}</td>
                <td className="num">{line.rmsDb === null ? '–' : line.rmsDb.toFixed(1)}</td>
                <td className="quiet">{line.verdict === 'alike' ? '' : line.says}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="small quiet">
        Another car is a claim, not a measurement: option code, year and trim change these systems.
      </p>
    </section>
  );
}
