import { beforeAll, describe, expect, it } from 'vitest';
import { DEMO_CARS } from '../carsim/index.ts';
import { viewOfCar as jobOf } from '../carsim/view-of-car.ts';
import type { SimulatedCar } from '../carsim/simulated-car.ts';
import type { Proposal } from '../model/plan.ts';
import type { JobView } from '../model/views.ts';
import { gridRange } from '../summing/flatness.ts';
import { SUM_GRID_HZ } from '../summing/output-response.ts';
import { levelOf, sumResponses } from '../summing/network.ts';
import { transferAt } from '../carsim/transfer.ts';
import { isUpToDate, planBasisOf, planInputOf } from './plan-of-job.ts';
import { feedSides, pairName, sourcesFor, sourcesOf, type PlanInput } from './plan-input.ts';
import { proposePlans } from './propose.ts';

const [carrier, camper, coupe, estate] = DEMO_CARS;
const jobs = new Map<SimulatedCar, JobView>();
const proposals = new Map<SimulatedCar, Proposal[]>();
beforeAll(() => {
  for (const car of DEMO_CARS) {
    jobs.set(car, jobOf(car));
    proposals.set(car, proposePlans(planInputOf(jobs.get(car)!)));
  }
});
const wayOf = (car: SimulatedCar, strategy: string) =>
  proposals.get(car)!.find((p) => p.strategy === strategy)!;
const names = (car: SimulatedCar, feed: Proposal['feeds'][number]) => {
  const pairs = jobs.get(car)!.units.flatMap((u) => u.pairs);
  return feed.taps.map((t) => pairName(pairs.find((p) => p.id === t.pairId)!));
};

describe('the people carrier, whose front is split three ways', () => {
  it('is best summed side by side, and the reversed tweeter is turned', () => {
    const [first] = proposals.get(carrier)!;
    expect(first).toMatchObject({ strategy: 'sum', device: 'summing-converter', covers: true });
    const [left, right, sub] = first.feeds;
    expect(names(carrier, left)).toEqual(['Front left woofer', 'Front left mid', 'Front left tweeter']);
    expect(names(carrier, right)).toEqual(['Front right woofer', 'Front right mid', 'Front right tweeter']);
    expect(left.taps.map((t) => t.inverted)).toEqual([false, false, false]);
    expect(right.taps.map((t) => t.inverted)).toEqual([false, false, true]);
    expect(names(carrier, sub)).toEqual(['Subwoofer coil 1']);
  });

  it('is predicted as it truly is: within 1 dB rms of the sum of the simulated outputs', () => {
    const outputs = carrier.units[0].outputs;
    const pairs = jobs.get(carrier)!.units[0].pairs;
    for (const feed of wayOf(carrier, 'sum').feeds) {
      const truth = levelOf(
        sumResponses(
          feed.taps.map((tap) => {
            const { chain } = outputs[pairs.findIndex((p) => p.id === tap.pairId)];
            const h = SUM_GRID_HZ.map((f) => transferAt(chain, f));
            return {
              response: { re: Float64Array.from(h, (v) => v.re), im: Float64Array.from(h, (v) => v.im) },
              inverted: tap.inverted,
              gainDb: tap.gainDb,
            };
          }),
        ),
      );
      const { from, to } = gridRange(feed.need);
      let sum = 0;
      for (let i = from; i <= to; i++) sum += (feed.levelDb[i] - truth[i]) ** 2;
      expect(Math.sqrt(sum / (to - from + 1))).toBeLessThan(1);
    }
  });

  it('says what an assumed polarity would cost, and that phase is not measured', () => {
    const remarks = wayOf(carrier, 'sum').remarks;
    const polarity = remarks.filter((r) => r.rule === 'polarity-known');
    expect(polarity).toHaveLength(1);
    expect(polarity[0].text).toMatch(
      /^Front left tweeter: polarity is assumed\. .*drops \d+ dB at 3\.\d kHz/,
    );
    expect(remarks.find((r) => r.rule === 'phase-measured')?.text).toContain('Front set, both sides');
    expect(wayOf(carrier, 'sum').feeds[0]).toMatchObject({ phase: 'assumed', span: expect.anything() });
  });

  it('one output each is shown as broken, and why', () => {
    const single = wayOf(carrier, 'single');
    expect(single.covers).toBe(false);
    expect(single.remarks[0]).toMatchObject({ severity: 'error', rule: 'band-covered' });
    expect(single.reasons[0]).toContain('Leaves a part');
    expect(proposals.get(carrier)!.at(-1)).toBe(single);
  });

  it('the processor is flatter, and its correction is listed', () => {
    const [sum, processor] = [wayOf(carrier, 'sum'), wayOf(carrier, 'processor')];
    expect(processor.withinDb).toBeLessThan(sum.withinDb);
    expect(processor.feeds.some((f) => f.correction.length > 0)).toBe(true);
    expect(processor.reasons[0]).toMatch(/flatter by/);
  });
});

describe('the other cars', () => {
  it('camper: the amplifier takes the radio directly, front from front and rear from rear', () => {
    const [first] = proposals.get(camper)!;
    expect(first).toMatchObject({ strategy: 'single', device: 'direct', covers: true });
    expect(first.feeds.map((f) => names(camper, f)[0])).toEqual([
      'Front left',
      'Front right',
      'Rear left',
      'Rear right',
    ]);
    expect(first.feeds.every((f) => f.span === null)).toBe(true);
  });
  it('coupe: both ways of a side are taken from the full-range output of the radio', () => {
    const [first] = proposals.get(coupe)!;
    expect(first.covers).toBe(true);
    expect(new Set(first.feeds.flatMap((f) => names(coupe, f)))).toEqual(
      new Set(['Front left', 'Front right']),
    );
    expect(first.feeds.every((f) => f.phase === 'measured')).toBe(true);
  });
  it('estate: the subwoofer output is enough, once its bass is heard at a second volume step', () => {
    const [first] = proposals.get(estate)!;
    expect(first).toMatchObject({ strategy: 'single', covers: true });
    expect(first.remarks.find((r) => r.rule === 'volume-steps')?.severity).toBe('note');
  });
  it('left never joins right but in a mono target', () => {
    for (const car of DEMO_CARS) {
      const pairs = new Map(jobs.get(car)!.units.flatMap((u) => u.pairs.map((p) => [p.id, p] as const)));
      for (const feed of proposals.get(car)!.flatMap((p) => p.feeds)) {
        if (feed.side !== 'mono')
          expect(feed.taps.every((t) => pairs.get(t.pairId)!.side === feed.side)).toBe(true);
      }
    }
  });
  it('the first is always the best there is: errors never come before none', () => {
    for (const list of proposals.values()) {
      const covers = list.map((p) => p.covers);
      expect(covers).toEqual([...covers].sort((a, b) => Number(b) - Number(a)));
      expect(new Set(list.map((p) => p.strategy)).size).toBe(list.length);
    }
  });
});

describe('rules', () => {
  const changed = (change: (input: PlanInput) => void): Proposal[] => {
    const input = structuredClone(planInputOf(jobs.get(carrier)!));
    change(input);
    return proposePlans(input);
  };
  const rules = (list: Proposal[], strategy: string) =>
    list.find((p) => p.strategy === strategy)!.remarks.map((r) => r.rule);

  it('are quiet about polarity once every part is measured', () => {
    expect(
      rules(
        changed((i) => i.pairs.forEach((p) => (p.polarityStanding = 'measured'))),
        'sum',
      ),
    ).not.toContain('polarity-known');
  });
  it('tell claimed from assumed', () => {
    const list = changed((i) => i.pairs.forEach((p) => (p.polarityStanding = 'claimed')));
    expect(list[0].remarks.find((r) => r.rule === 'polarity-known')?.text).toContain('only claimed');
  });
  it('point at a side without any measured output', () => {
    const list = changed((i) => i.pairs.filter((p) => p.side === 'right').forEach((p) => (p.capture = null)));
    expect(list[0].covers).toBe(false);
    expect(list[0].remarks[0]).toMatchObject({ rule: 'source-found', severity: 'error' });
    expect(list[0].remarks[0].text).toContain('Measure the right outputs');
  });
  it('warn when a mono channel hears one side only', () => {
    const list = changed((i) => {
      i.pairs = i.pairs.filter((p) => p.id === 'p1');
      i.targets = i.targets.filter((t) => t.layout === 'mono').map((t) => ({ ...t, lowHz: 80, highHz: 250 }));
    });
    expect(rules(list, 'single')).toContain('sides-complete');
  });
  it('warn when front and rear are mixed, and note what is fed from the other axle', () => {
    const rearOnly = changed((i) => {
      i.pairs = i.pairs.filter((p) => p.axle === 'rear' && p.side === 'left');
      i.targets = [{ ...i.targets[0], layout: 'stereo', lowHz: 250 }];
    });
    expect(rules(rearOnly, 'single')).toContain('fader-kept');
    const mixed = changed((i) => {
      i.pairs = i.pairs.filter((p) => p.side === 'left' && (p.way === 'woofer' || p.axle === 'rear'));
    });
    expect(mixed.flatMap((p) => p.remarks).some((r) => r.text.includes('mixes front and rear'))).toBe(true);
  });
  it('warn of a band that is not settled, and never use a silent output', () => {
    const list = changed((i) => {
      i.pairs.find((p) => p.id === 'p1')!.capture!.analysis.bandClass = 'unclear';
      i.pairs.find((p) => p.id === 'p10')!.capture!.analysis.bandClass = 'silent';
    });
    expect(rules(list, 'sum')).toContain('band-settled');
    expect(list.flatMap((p) => p.feeds.flatMap((f) => f.taps.map((t) => t.pairId)))).not.toContain('p10');
  });
});

describe('inputs and basis', () => {
  it('nothing measured or nothing wanted: nothing proposed', () => {
    const input = planInputOf(jobs.get(carrier)!);
    expect(proposePlans({ ...input, targets: [] })).toEqual([]);
    expect(proposePlans({ ...input, pairs: input.pairs.map((p) => ({ ...p, capture: null })) })).toEqual([]);
  });
  it('a known reversal turns the response, a measured phase already has it', () => {
    const input = planInputOf(jobs.get(coupe)!);
    const [pair] = input.pairs;
    const re = (p: typeof pair) => sourcesOf({ pairs: [p], targets: [] })[0].response.re[60];
    expect(re({ ...pair, polarity: 'reversed' })).toBe(re(pair));
    const blind = { ...pair, capture: { ...pair.capture!, phaseMeasured: false } };
    expect(re({ ...blind, polarity: 'reversed' })).toBeCloseTo(-re(blind), 12);
    expect(sourcesFor(sourcesOf(input), 'left').every((s) => s.pair.side === 'left')).toBe(true);
    expect(feedSides({ layout: 'mono' })).toEqual(['mono']);
  });
  it('a plan is out of date after a change, a withdrawal or a new target, and not before', () => {
    const job = jobs.get(camper)!;
    const basis = planBasisOf(job);
    expect(isUpToDate(basis, job)).toBe(true);
    expect(
      isUpToDate(basis, { ...job, targets: job.targets.map((t, i) => (i ? t : { ...t, version: 2 })) }),
    ).toBe(false);
    expect(isUpToDate(basis, { ...job, targets: job.targets.slice(1) })).toBe(false);
    const withdrawn = structuredClone(job);
    withdrawn.units[0].pairs[0].captures[0].withdrawnAt = '2026-11-03T10:00:00.000Z';
    expect(isUpToDate(basis, withdrawn)).toBe(false);
    expect(planInputOf(withdrawn).pairs[0].capture).toBeNull();
  });
});
