import { type FinishedCar, SOUND_WORD } from '@ulpen/core';
import { SOUND_AFTER_WORD } from './plan-words.ts';

/** What the owner will hear change, sound by sound. */
export function OwnerHears({ car }: { car: Pick<FinishedCar, 'sounds'> }) {
  return (
    <section className="owner-hears" aria-label="Sounds of the car">
      <h2>What happens to the car’s sounds</h2>
      <dl>
        {car.sounds.map(({ sound, becomes }) => (
          <div key={sound}>
            <dt>{SOUND_WORD[sound]}</dt>
            <dd className={`after after-${becomes}`}>{SOUND_AFTER_WORD[becomes]}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
