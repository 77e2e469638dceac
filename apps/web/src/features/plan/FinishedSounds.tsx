import { Link } from 'react-router';
import { type FinishedCar, type JobView, SOUND_WORD } from '@ulpen/core';
import { playedOn } from './finished-words.ts';
import { SOUND_AFTER_WORD } from './plan-words.ts';

/** Which speakers play each sound of the car now, and which do when the plan is built. */
export function FinishedSounds({ job, car }: { job: JobView; car: FinishedCar }) {
  const heard = car.sounds.filter((s) => s.madeIn !== null);
  const unheard = car.sounds.filter((s) => s.madeIn === null).map((s) => SOUND_WORD[s.sound].toLowerCase());
  return (
    <>
      {heard.length > 0 && (
        <table className="plain-table finished-table">
          <thead>
            <tr>
              <th scope="col">Sound</th>
              <th scope="col">Plays on</th>
              <th scope="col">Afterwards on</th>
            </tr>
          </thead>
          <tbody>
            {heard.map((sound) => (
              <tr key={sound.sound}>
                <th scope="row">
                  {SOUND_WORD[sound.sound]}
                  <span className={`small finished-load after after-${sound.becomes}`}>
                    {SOUND_AFTER_WORD[sound.becomes]}
                  </span>
                </th>
                <td>{playedOn(job, car, sound.before)}</td>
                <td>
                  {playedOn(job, car, sound.after) || (sound.becomes === 'lost' ? 'no speaker' : 'not known')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {unheard.length > 0 && (
        <p className="quiet">
          Not heard on any output yet: {unheard.join(', ')}.{' '}
          <Link to={`/jobs/${job.id}/listen/tests/added`}>Try them in Listen</Link>
        </p>
      )}
    </>
  );
}
