import { highPass, lowPass } from '../../carsim/cars/parts.ts';
import { recordTogether } from '../../carsim/recorded-together.ts';
import { amplifier, both, car, CENTRE, FRONT_PAIR, out, STEADY, target, WITH_AMPLIFIER } from './cars.ts';
import type { JobCase, Never, Worked } from './case.ts';
import { pairOf, settled } from './record.ts';

const checks = STEADY;
const rears = () => both('rear', 'full', { checks, filters: [highPass('linkwitz-riley', 4, 110)] });
const subwoofer = (endsHz: number) =>
  out('mono', 'other', 'subwoofer', {
    checks,
    filters: [highPass('butterworth', 2, 28), lowPass('linkwitz-riley', 4, endsHz)],
  });
const fed = ({ plan, input }: Worked, side: 'left' | 'right' | 'mono') =>
  plan.feeds
    .filter((f) => f.side === side)
    .map((f) => f.taps.map((t) => input.pairs.find((p) => p.id === t.pairId)!));
const some = (worked: Worked, side: 'left' | 'right' | 'mono', way: string, pairSide: string): boolean =>
  fed(worked, side).some((taps) => taps.some((p) => p.way === way && p.side === pairSide));
const REAR_FULL = target('Rear pair', {
  layout: 'stereo',
  axle: 'rear',
  lowHz: 40,
  highHz: 15_000,
  speaker: { watts: 50 },
});
const BASS_IN_A_CENTRE: Never = {
  what: 'feeds a centre with the subwoofer’s bass',
  done: (worked) => some(worked, 'mono', 'subwoofer', 'mono'),
};
const bothSides = (worked: Worked, test: (side: 'left' | 'right') => boolean) =>
  worked.plan.feeds.length > 0 && (['left', 'right'] as const).every(test);

/** Noise in the left channel of the source alone, and how much of it came out at right, dB. */
function recordedApart(id: string, rightDb: number): Pick<JobCase, 'id' | 'car' | 'record' | 'never'> {
  const fronts = car(id, {
    ...WITH_AMPLIFIER,
    units: [amplifier(both('front', 'full', { checks }))],
    targets: [FRONT_PAIR],
  });
  const front = (side: 'left' | 'right') => ({ side, axle: 'front' }) as const;
  return {
    id,
    car: fronts,
    record: (c) => {
      settled(c);
      recordTogether(
        { ...c, car: fronts },
        pairOf(c, front('left')).id,
        pairOf(c, front('right')).id,
        rightDb,
      );
    },
    never: [],
  };
}

/** Which outputs are joined, and which never are. */
export const SUMS: readonly JobCase[] = [
  {
    id: 'rear-pair-and-subwoofer-to-both-sides',
    car: car('rear-pair-and-subwoofer-to-both-sides', {
      ...WITH_AMPLIFIER,
      units: [amplifier([...rears(), subwoofer(105)])],
      targets: [REAR_FULL],
    }),
    decides: {
      first: ['sum'],
      holds: (worked) =>
        bothSides(
          worked,
          (side) => some(worked, side, 'subwoofer', 'mono') && some(worked, side, 'full', side),
        ),
    },
    why: 'Below about 120 Hz nobody hears from where it comes: the factory’s mono bass is right in both sides.',
    never: [],
  },
  {
    id: 'a-bass-output-that-goes-up-to-500-hz',
    car: car('a-bass-output-that-goes-up-to-500-hz', {
      ...WITH_AMPLIFIER,
      units: [amplifier([...rears(), subwoofer(500)])],
      targets: [REAR_FULL],
    }),
    decides: {},
    why: 'What is heard as a place is no mono bass: joined into both sides it narrows them.',
    never: [
      {
        what: 'joins the mono output into a stereo side',
        done: (worked) =>
          some(worked, 'left', 'subwoofer', 'mono') || some(worked, 'right', 'subwoofer', 'mono'),
      },
    ],
  },
  {
    id: 'front-and-rear-to-full-range',
    car: car('front-and-rear-to-full-range', {
      ...WITH_AMPLIFIER,
      units: [
        amplifier([
          ...both('front', 'full', { checks, filters: [highPass('linkwitz-riley', 4, 320)] }),
          ...both('rear', 'woofer', {
            checks,
            filters: [highPass('butterworth', 2, 40), lowPass('linkwitz-riley', 4, 330)],
          }),
        ]),
      ],
      targets: [
        target('Front set', {
          layout: 'stereo',
          axle: 'front',
          lowHz: 60,
          highHz: 16_000,
          speaker: { watts: 60 },
        }),
      ],
    }),
    decides: {
      first: ['sum', 'processor'],
      says: [/mixes front and rear outputs: the fader will change its tone, and a delay/],
      holds: (worked) =>
        bothSides(worked, (side) => some(worked, side, 'full', side) && some(worked, side, 'woofer', side)),
    },
    why: 'Neither axle has the whole band; what it costs is the fader and the delay between them.',
    never: [],
  },
  {
    id: 'a-centre-from-the-centre',
    car: car('a-centre-from-the-centre', {
      ...WITH_AMPLIFIER,
      units: [
        amplifier([
          ...both('front', 'full', { checks }),
          out('centre', 'front', 'full', { checks, filters: [highPass('butterworth', 2, 130)] }),
          subwoofer(100),
        ]),
      ],
      targets: [CENTRE],
    }),
    decides: {
      holds: (worked) => fed(worked, 'mono').every((taps) => taps.length === 1 && taps[0].side === 'centre'),
    },
    why: 'The factory mixes its centre as it should be; left and right joined are something else.',
    never: [BASS_IN_A_CENTRE],
  },
  {
    id: 'sides-without-the-centre',
    car: car('sides-without-the-centre', {
      ...WITH_AMPLIFIER,
      units: [
        amplifier([
          ...both('front', 'full', {
            checks,
            filters: [highPass('butterworth', 2, 24), lowPass('butterworth', 2, 5000)],
          }),
          out('centre', 'front', 'full', { checks }),
        ]),
      ],
      targets: [
        target('Front pair', {
          layout: 'stereo',
          axle: 'front',
          lowHz: 80,
          highHz: 16_000,
          speaker: { watts: 50 },
        }),
      ],
    }),
    decides: {},
    why: 'The centre is a mix of both sides: in a side it makes mono of stereo.',
    never: [
      {
        what: 'joins the centre into a side',
        done: (worked) => some(worked, 'left', 'full', 'centre') || some(worked, 'right', 'full', 'centre'),
      },
    ],
  },
  {
    ...recordedApart('a-surround-mode-that-was-left-on', -12),
    decides: { says: [/Front left is mixed with the other side: surround or upmixing is at work/] },
    why: 'Noise in the left channel alone comes out at right too: the factory widens or mixes, and new speakers play that.',
  },
  {
    ...recordedApart('outputs-that-carry-the-same', -2),
    decides: { says: [/carries the same as the other side: a stereo set would play mono/] },
    why: 'One signal for both sides cannot feed a stereo set.',
    never: [{ what: 'feeds a stereo set with one signal', done: ({ plan }) => plan.feeds.length === 2 }],
  },
  {
    ...recordedApart('sides-that-are-apart', -40),
    decides: {
      first: ['convert'],
      holds: ({ plan }) => plan.remarks.every((r) => r.rule !== 'sides-mixed'),
    },
    why: 'Forty decibels between the sides is plain stereo.',
  },
];
