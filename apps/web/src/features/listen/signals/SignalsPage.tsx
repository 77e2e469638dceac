import { useRef, useState } from 'react';
import { proxy } from 'comlink';
import { ArrowLeft, Download, Printer, X } from 'lucide-react';
import { Button, Form, ProgressBar } from 'react-bootstrap';
import { Link } from 'react-router';
import { type Part, PINK_RMS_DB, type TestFile, type Track, workList } from '@ulpen/core';
import { useNotices } from '../../../ui/notices-store.ts';
import { soundWorker } from '../../../workers/sound-worker.ts';
import { useFramedMeasuredJob } from '../../../api/framed-job.ts';
import { saveFile } from '../../../ui/save-file.ts';
import { type Option, SelectField } from '../../../ui/SelectField.tsx';
import { OwnTone } from './OwnTone.tsx';
import { levelWords, megabytes, timeWords } from './signal-words.ts';
import './signals.css';

const TRACKS = workList();
const WHOLE = TRACKS.reduce((sum, t) => sum + t.seconds, 0);

interface Making {
  what: string;
  share: number;
}

const RATES: readonly Option<TestFile['sampleRate']>[] = [
  { value: 44_100, word: '44.1 kHz, for discs and older radios' },
  { value: 48_000, word: '48 kHz' },
];
const BITS: readonly Option<TestFile['bits']>[] = [
  { value: 16, word: '16, every radio plays it' },
  { value: 24, word: '24' },
];

/** Test signals as WAV files, one by one or as a list to work through with the time each begins. */
export function SignalsPage() {
  const job = useFramedMeasuredJob();
  const tell = useNotices((s) => s.tell);
  const [file, setFile] = useState<TestFile>({ sampleRate: 48_000, bits: 16, seed: 1 });
  const [making, setMaking] = useState<Making | null>(null);
  const stopped = useRef(false);

  const make = async (what: string, name: string, parts: Part[]) => {
    stopped.current = false;
    setMaking({ what, share: 0 });
    const goOn = proxy(async (share: number) => {
      setMaking({ what, share });
      return !stopped.current;
    });
    try {
      const blob = await soundWorker().makeSignals(parts, file, goOn);
      if (blob) saveFile(blob, `${name}-${file.sampleRate / 1000}k-${file.bits}bit.wav`);
    } catch {
      tell({ tone: 'wrong', text: 'The file could not be made; there may be too little memory for it.' });
    } finally {
      setMaking(null);
    }
  };
  const one = (track: Pick<Track, 'signal' | 'seconds' | 'name'>) =>
    void make(track.name, fileNameOf(track.name), [track]);

  return (
    <main className="signals">
      <div className="signals-head">
        <Link className="btn btn-quiet no-print" to={`/jobs/${job.id}/listen`}>
          <ArrowLeft size={18} /> Outputs
        </Link>
        <h1>Signals to play in the car</h1>
        <Button variant="quiet" className="no-print" onClick={() => window.print()}>
          <Printer size={18} /> Print the list
        </Button>
      </div>
      <p className="signals-how">
        Put the file on a USB stick or a disc and play it from there.{' '}
        <strong>Streaming and wireless playback are not full range</strong> and change what you want to
        measure. Tone controls, loudness, surround and speed volume at zero first; start quiet.
      </p>
      <div className="signals-options no-print">
        <SelectField
          id="signals-rate"
          label="Sample rate"
          value={file.sampleRate}
          options={RATES}
          onChange={(sampleRate) => setFile((f) => ({ ...f, sampleRate }))}
        />
        <SelectField
          id="signals-bits"
          label="Bits"
          value={file.bits}
          options={BITS}
          onChange={(bits) => setFile((f) => ({ ...f, bits }))}
        />
        <Form.Group controlId="signals-seed">
          <Form.Label>Seed of the noise</Form.Label>
          <Form.Control
            className="num"
            inputMode="numeric"
            value={file.seed}
            onChange={(e) =>
              setFile((f) => ({ ...f, seed: Number(e.target.value.replace(/\D/g, '').slice(0, 6)) }))
            }
          />
        </Form.Group>
        {making ? (
          <div className="signals-making" role="status">
            <span className="small clip">{making.what}</span>
            <ProgressBar now={100 * making.share} aria-label={`Making ${making.what}`} />
            <Button
              variant="quiet"
              aria-label="Stop making the file"
              onClick={() => (stopped.current = true)}
            >
              <X size={18} />
            </Button>
          </div>
        ) : (
          <Button onClick={() => void make('The whole list', 'ulpen-list', TRACKS)}>
            <Download size={18} /> The whole list, {timeWords(WHOLE)}, {megabytes(WHOLE, file)}
          </Button>
        )}
      </div>
      <table className="signals-list">
        <thead>
          <tr>
            <th scope="col">Begins</th>
            <th scope="col">Lasts</th>
            <th scope="col">Signal</th>
            <th scope="col">Level</th>
            <th scope="col">For</th>
            <th className="no-print">
              <span className="visually-hidden">File</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {TRACKS.map((track) => (
            <tr key={track.cue}>
              <td className="num">{timeWords(track.cue)}</td>
              <td className="num">{timeWords(track.seconds)}</td>
              <td>
                <strong>{track.name}</strong>
              </td>
              <td className="num">{levelWords(track.signal)}</td>
              <td className="quiet">{track.use}</td>
              <td className="no-print">
                <Button
                  variant="quiet"
                  disabled={making !== null}
                  aria-label={`Save ${track.name}`}
                  title={`Save this one, ${megabytes(track.seconds, file)}`}
                  onClick={() => one(track)}
                >
                  <Download size={18} />
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <OwnTone disabled={making !== null} onMake={one} />
      <p className="small quiet">
        Levels of tones are peaks, of pink noise the effective value (here {PINK_RMS_DB} dB), both against
        full scale of the file. The same seed makes the same file to the byte. Pink noise has equal power from
        10 Hz in bands of equal ratio. Tones and noise at full volume harm tweeters and hearing.
      </p>
    </main>
  );
}

function fileNameOf(name: string): string {
  return name
    .toLowerCase()
    .replaceAll('−', 'minus-')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/-$/, '');
}
