import { useEffect } from 'react';
import { useNotices } from '../../../ui/notices-store.ts';

/** Cars put their amplifiers to sleep about this long after the last sign of life. */
const REMIND_EVERY = 8 * 60_000;

/** While a car is listened to: from time to time a word about sleep and the battery. */
export function useKeepAwake(listening: boolean): void {
  const tell = useNotices((s) => s.tell);
  useEffect(() => {
    if (!listening) return;
    const timer = setInterval(
      () =>
        tell({
          text: 'Eight minutes on: wake the car before it falls asleep (a door, the radio), and read the supply voltage. Under 12 V put a support supply on.',
        }),
      REMIND_EVERY,
    );
    return () => clearInterval(timer);
  }, [listening, tell]);
}
