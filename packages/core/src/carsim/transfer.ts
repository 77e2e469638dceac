import type { SimulatedChain, SimulatedFilter, SimulatedPeak, SimulatedShelf } from './chain.ts';
import { type Complex, divide, multiply } from './complex.ts';
import { digitalFilterAt, digitalPeakAt, digitalShelfAt } from './digital.ts';

export type * from './chain.ts';

/*
 * How a simulated output passes sound, from the poles of its filters. Written apart from the fitting code, which works
 * with closed forms of |H|^2: the two agree only if both are right.
 */

/** Product over the poles of a Butterworth low-pass normalised to 1 rad/s, at s = j w (Butterworth 1930). */
function butterworth(order: number, w: number): Complex {
  let h: Complex = { re: 1, im: 0 };
  for (let k = 1; k <= order; k++) {
    const angle = (Math.PI * (2 * k + order - 1)) / (2 * order);
    const pole = { re: Math.cos(angle), im: Math.sin(angle) };
    h = divide(h, { re: -pole.re, im: w - pole.im });
  }
  return h;
}

function filterAt(filter: SimulatedFilter, hz: number): Complex {
  // A high-pass is the low-pass at the mirrored frequency: s -> 1/s, that is j w -> -j / w.
  const w = filter.side === 'low-pass' ? hz / filter.cornerHz : -filter.cornerHz / hz;
  if (filter.family === 'butterworth') return butterworth(filter.order, w);
  const half = butterworth(filter.order / 2, w);
  return multiply(half, half);
}

function peakAt(peak: SimulatedPeak, hz: number): Complex {
  const x = hz / peak.frequencyHz;
  const a = 10 ** (peak.gainDb / 40);
  return divide({ re: 1 - x * x, im: (x * a) / peak.q }, { re: 1 - x * x, im: x / (a * peak.q) });
}

/** Numerator and denominator of the low shelf at s = j x; the high one is its mirror image. */
function shelfAt({ side, frequencyHz, gainDb, slope }: SimulatedShelf, hz: number): Complex {
  const x = side === 'low' ? hz / frequencyHz : frequencyHz / hz;
  const a = 10 ** (gainDb / 40);
  const width = slope === 'first-order' ? 0 : Math.sqrt(a) * Math.sqrt((a + 1 / a) * (1 / slope - 1) + 2) * x;
  const h =
    slope === 'first-order'
      ? divide({ re: a, im: x }, { re: 1 / a, im: x })
      : divide({ re: a * (a - x * x), im: a * width }, { re: 1 - a * x * x, im: width });
  return side === 'low' ? h : { re: h.re, im: -h.im };
}

/** Complex transfer of the whole chain at one frequency. */
export function transferAt(chain: SimulatedChain, hz: number): Complex {
  const gain = (chain.inverted ? -1 : 1) * 10 ** (chain.gainDb / 20);
  let h: Complex = { re: gain, im: 0 };
  const { clockHz, shelves = [] } = chain;
  for (const f of chain.filters) h = multiply(h, clockHz ? digitalFilterAt(f, hz, clockHz) : filterAt(f, hz));
  for (const p of chain.peaks) h = multiply(h, clockHz ? digitalPeakAt(p, hz, clockHz) : peakAt(p, hz));
  for (const s of shelves) h = multiply(h, clockHz ? digitalShelfAt(s, hz, clockHz) : shelfAt(s, hz));
  if (chain.allPassHz) {
    const x = hz / chain.allPassHz;
    h = multiply(h, divide({ re: 1 - x * x, im: -x * Math.SQRT2 }, { re: 1 - x * x, im: x * Math.SQRT2 }));
  }
  const turn = -2 * Math.PI * hz * chain.delay;
  return multiply(h, { re: Math.cos(turn), im: Math.sin(turn) });
}
