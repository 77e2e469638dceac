import { type FinishedCar, SOUND_WORD } from '@ulpen/core';
import { SOUND_AFTER_WORD } from './plan-words.ts';

/** What the owner will hear change, sound by sound; what nobody has tried is said so. */
export function OwnerHears({ car }: { car: Pick<FinishedCar, 'sounds'> }) {
  return (
    <section className="owner-hears" aria-label="What the owner hears change">
      <h2>What the owner hears change</h2>
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
