import { TriangleAlert } from 'lucide-react';
import { bandEdges, classWord } from '../../../ui/bands-words.ts';
import { ResponseStrip } from '../../../ui/BandStrip.tsx';
import { StripAxis } from '../../../ui/StripAxis.tsx';
import type { RecordingPreview } from '../../../workers/sound.worker.ts';
import { dbWords, percentWords } from './recording-words.ts';

/** What each channel of a recording holds: level, band or tones, and what is wrong. */
export function RecordedChannels({ preview }: { preview: RecordingPreview & { ok: true } }) {
  const { report, analyses, repairs } = preview;
  const { channels, faults } = report;
  return (
    <div className="recorded">
      <p className="quiet m-0">
        <span className="num">{report.seconds.toFixed(1)} s</span>,{' '}
        {channels.length === 2 ? 'two channels' : 'one channel'},{' '}
        <span className="num">{report.sampleRate / 1000} kHz</span>
      </p>
      {faults.map((fault) => (
        <p key={`${fault.kind}${fault.channel}`} className={fault.useless ? 'refused' : 'look-again'}>
          <TriangleAlert size={16} aria-hidden /> {fault.says}
        </p>
      ))}
      {channels.map((channel, c) => (
        <section key={c} className="recorded-channel" aria-label={c === 0 ? 'Left channel' : 'Right channel'}>
          <h3>{channels.length === 1 ? 'The channel' : c === 0 ? 'Left' : 'Right'}</h3>
          <span className="num quiet">
            {dbWords(channel.rms)} rms, peak {dbWords(channel.peak)}
          </span>
          {analyses[c] && (
            <>
              <div className="recorded-strip">
                <StripAxis />
                <ResponseStrip
                  analysis={analyses[c]}
                  label={`${classWord(analyses[c])} ${bandEdges(analyses[c])}`}
                />
              </div>
              <strong>
                {classWord(analyses[c])} <span className="num">{bandEdges(analyses[c])}</span>
              </strong>
            </>
          )}
          {channel.tones.length > 0 && (
            <table className="tones">
              <thead>
                <tr>
                  <th scope="col">At</th>
                  <th scope="col">Tone</th>
                  <th scope="col">Level</th>
                  <th scope="col">Distortion</th>
                </tr>
              </thead>
              <tbody>
                {channel.tones.slice(0, 24).map((tone) => (
                  <tr key={tone.from} className={tone.distortion > 0.01 ? 'tone-over' : ''}>
                    <td className="num">{tone.from.toFixed(1)} s</td>
                    <td className="num">{tone.hz < 1000 ? tone.hz.toFixed(1) : tone.hz.toFixed(0)} Hz</td>
                    <td className="num">{dbWords(tone.rms)}</td>
                    <td className="num">{percentWords(tone.distortion)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
      ))}
      {repairs.map((repair) => (
        <p key={repair} className="small quiet m-0">
          {repair}
        </p>
      ))}
    </div>
  );
}
