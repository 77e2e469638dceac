import { Button } from 'react-bootstrap';
import { Download } from 'lucide-react';
import { biquadOf, type Feed, formatDb, formatFrequency } from '@ulpen/core';
import { saveFile } from '../../ui/save-file.ts';

const KIND_WORD = { peaking: 'peak', 'low-shelf': 'low shelf', 'high-shelf': 'high shelf' } as const;
const RATES = [48_000, 96_000];

/** The correction as a device is set by it: frequency, gain, Q; and as coefficients to be loaded. */
export function EqualiserTable({ feed, name }: { feed: Feed; name: string }) {
  if (feed.correction.length === 0)
    return (
      <p className="quiet equaliser-none">
        {feed.device === 'processor'
          ? 'Flat enough: no equaliser section would help.'
          : 'Without a processor nothing is equalised: what the outputs carry is what plays.'}
      </p>
    );
  const file = `${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-equaliser`;
  const table = () =>
    [
      'kind,frequency_hz,gain_db,q',
      ...feed.correction.map(
        (s) => `${s.kind},${s.frequencyHz.toFixed(1)},${s.gainDb.toFixed(2)},${s.q.toFixed(3)}`,
      ),
      '',
    ].join('\n');
  const coefficients = () =>
    JSON.stringify(
      RATES.map((sampleRate) => ({
        sampleRate,
        form: 'y = b0 x + b1 x1 + b2 x2 - a1 y1 - a2 y2',
        sections: feed.correction.map((s) => ({ ...s, ...biquadOf(s, sampleRate) })),
      })),
      null,
      2,
    );
  return (
    <section aria-label="Equaliser" className="equaliser">
      <div className="assumptions-head">
        <h3 className="label">Equaliser before this channel</h3>
        <span className="no-print">
          <Button
            variant="quiet"
            onClick={() => saveFile(new Blob([table()], { type: 'text/csv' }), `${file}.csv`)}
          >
            <Download size={16} /> Table
          </Button>
          <Button
            variant="quiet"
            onClick={() => saveFile(new Blob([coefficients()], { type: 'application/json' }), `${file}.json`)}
          >
            <Download size={16} /> Biquads
          </Button>
        </span>
      </div>
      <table className="plain-table num">
        <thead>
          <tr>
            <th scope="col">Kind</th>
            <th scope="col" className="right">
              Frequency
            </th>
            <th scope="col" className="right">
              Gain
            </th>
            <th scope="col" className="right">
              Q
            </th>
          </tr>
        </thead>
        <tbody>
          {feed.correction.map((s) => (
            <tr key={`${s.kind}${s.frequencyHz}`}>
              <td>{KIND_WORD[s.kind]}</td>
              <td className="right">{formatFrequency(s.frequencyHz)}</td>
              <td className="right">{formatDb(s.gainDb)} dB</td>
              <td className="right">{s.q.toFixed(2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small quiet">
        Boosts by up to {feed.boostDb.toFixed(1)} dB: headroom that the device loses.
      </p>
    </section>
  );
}
