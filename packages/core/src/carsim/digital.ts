import type { SimulatedFilter, SimulatedPeak, SimulatedShelf } from './chain.ts';
import { type Complex, divide, multiply } from './complex.ts';

/**
 * Sections as a digital processor runs them: poles and zeros moved to the z-plane one by one (bilinear transform with the
 * corner warped; Oppenheim & Schafer), equalisers by the coefficients of the RBJ Audio EQ Cookbook.
 */
const ONE: Complex = { re: 1, im: 0 };
const less = (a: Complex, b: Complex): Complex => ({ re: a.re - b.re, im: a.im - b.im });
const onCircle = (angle: number): Complex => ({ re: Math.cos(angle), im: Math.sin(angle) });

/** A Butterworth filter in the z-plane at the angle of a frequency. */
function butterworthAt(side: SimulatedFilter['side'], order: number, corner: number, angle: number): Complex {
  const warped = Math.tan(corner / 2);
  const zero: Complex = { re: side === 'low-pass' ? -1 : 1, im: 0 };
  const z = onCircle(angle);
  const unity: Complex = { re: -zero.re, im: 0 };
  let h = ONE;
  for (let k = 1; k <= order; k++) {
    const turn = (Math.PI * (2 * k + order - 1)) / (2 * order);
    const prototype = onCircle(turn);
    const s =
      side === 'low-pass'
        ? multiply({ re: warped, im: 0 }, prototype)
        : divide({ re: warped, im: 0 }, prototype);
    const pole = divide({ re: 1 + s.re, im: s.im }, { re: 1 - s.re, im: -s.im });
    const here = divide(less(z, zero), less(z, pole));
    const through = divide(less(unity, zero), less(unity, pole));
    h = multiply(h, divide(here, through));
  }
  return h;
}

/** Complex transfer of a filter that runs at `clockHz`. Nothing passes above half of that. */
export function digitalFilterAt(filter: SimulatedFilter, hz: number, clockHz: number): Complex {
  if (hz >= clockHz / 2) return { re: 0, im: 0 };
  const [corner, angle] = [filter.cornerHz, hz].map((f) => (2 * Math.PI * f) / clockHz);
  if (filter.family === 'butterworth') return butterworthAt(filter.side, filter.order, corner, angle);
  const half = butterworthAt(filter.side, filter.order / 2, corner, angle);
  return multiply(half, half);
}

/** Two zeros and two poles by their coefficients of z^0, z^-1, z^-2. */
function sectionAt(b: readonly number[], a: readonly number[], angle: number): Complex {
  const back = onCircle(-angle);
  const back2 = multiply(back, back);
  const sum = (c: readonly number[]): Complex => ({
    re: c[0] + c[1] * back.re + c[2] * back2.re,
    im: c[1] * back.im + c[2] * back2.im,
  });
  return divide(sum(b), sum(a));
}

/** Complex transfer of a peaking section that runs at `clockHz`. */
export function digitalPeakAt(
  { frequencyHz, gainDb, q }: SimulatedPeak,
  hz: number,
  clockHz: number,
): Complex {
  const w = (2 * Math.PI * frequencyHz) / clockHz;
  const a = 10 ** (gainDb / 40);
  const alpha = Math.sin(w) / (2 * q);
  const middle = -2 * Math.cos(w);
  return sectionAt(
    [1 + alpha * a, middle, 1 - alpha * a],
    [1 + alpha / a, middle, 1 - alpha / a],
    (2 * Math.PI * hz) / clockHz,
  );
}

/** Complex transfer of a shelf that runs at `clockHz`. */
export function digitalShelfAt(
  { side, frequencyHz, gainDb, slope }: SimulatedShelf,
  hz: number,
  clockHz: number,
): Complex {
  const w = (2 * Math.PI * frequencyHz) / clockHz;
  const a = 10 ** (gainDb / 40);
  const angle = (2 * Math.PI * hz) / clockHz;
  if (slope === 'first-order') {
    const k = Math.tan(w / 2);
    // Low: zero at -a, pole at -1/a of the warped corner; high: the mirror image, s -> 1/s.
    const [zero, pole] = [k * (side === 'low' ? a : 1 / a), k * (side === 'low' ? 1 / a : a)];
    const gain = side === 'low' ? 1 : a * a;
    return sectionAt([gain * (1 + zero), gain * (zero - 1), 0], [1 + pole, pole - 1, 0], angle);
  }
  const c = Math.cos(w);
  const alpha = (Math.sin(w) / 2) * Math.sqrt((a + 1 / a) * (1 / slope - 1) + 2);
  const root = 2 * Math.sqrt(a) * alpha;
  // The high shelf is the low one with the signs of the cosine turned.
  const t = side === 'low' ? 1 : -1;
  return sectionAt(
    [
      a * (a + 1 - t * (a - 1) * c + root),
      t * 2 * a * (a - 1 - t * (a + 1) * c),
      a * (a + 1 - t * (a - 1) * c - root),
    ],
    [a + 1 + t * (a - 1) * c + root, -t * 2 * (a - 1 + t * (a + 1) * c), a + 1 + t * (a - 1) * c - root],
    angle,
  );
}
