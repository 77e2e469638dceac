import { describe, expect, it } from 'vitest';
import { finishedCar, planInputOf, rework, NO_CHANGES } from '@ulpen/core';
import { DEMO_CARS, demoLibrary, viewOfCar } from '@ulpen/core/carsim';
import { filterWords, loadWords, playedOn, sourceWords, speakerName, wireWords } from './finished-words.ts';

const job = viewOfCar(DEMO_CARS[2]);
const input = planInputOf(job, { devices: demoLibrary() });
const car = finishedCar(input, rework(input, 'bypass-factory-wire', NO_CHANGES)!);
const speaker = (name: string) => car.speakers.find((s) => speakerName(job, s) === name)!;

describe('the finished car in words', () => {
  it('names what drives a speaker, and its band', () => {
    const woofer = speaker('Front woofers, left');
    expect(sourceWords(job, car, woofer.coils[0].source)).toBe('Anvil 4.60, channel 1');
    expect(filterWords(woofer)).toBe('from 60 Hz, up to 3 kHz');
    const factory = speaker('Front left woofer');
    expect([factory.fate, sourceWords(job, car, factory.coils[0].source)]).toEqual(['replaced', 'nothing']);
    expect(filterWords(factory)).toBe('');
    expect(sourceWords(job, car, { from: 'output', pairId: car.outputs[0].pairId })).toBe(
      'Front left output',
    );
    expect(sourceWords(job, car, { from: 'data' })).toBe('the car’s data');
  });

  it('says bridged channels with both numbers', () => {
    const [amplifier] = car.devices;
    const [first, second, ...others] = amplifier.outputs;
    const outputs = [{ ...first, bridgedWith: 2 }, { ...second, bridgedWith: 1 }, ...others];
    const bridged = { ...car, devices: [{ ...amplifier, outputs }] };
    expect(sourceWords(job, bridged, { from: 'device', deviceId: amplifier.id, output: 1 })).toBe(
      'Anvil 4.60, channels 1 and 2, bridged',
    );
  });

  it('says what an output is left with and what becomes of its wires', () => {
    const [line, ...others] = car.outputs;
    expect(loadWords(job, car, line)).toEqual(['Anvil 4.60, inputs 1 and 3']);
    expect(wireWords(job, car, line)).toBe('intercepted with a harness pair');
    const silent = others.find((o) => !o.plays)!;
    expect(loadWords(job, car, silent)).toEqual(['silent: its amplifier is bypassed']);
    expect(wireWords(job, car, silent)).toBe(
      'intercepted with a harness pair; speaker side to Anvil 4.60, channel 1',
    );
    const bare = { coils: [], inputs: [], resistor: null, factoryAmplifier: false };
    expect(wireWords(job, car, { ...line, intercepted: null })).toBe('tapped');
    expect(wireWords(job, car, { ...line, intercepted: null, drives: bare })).toBe('untouched');
    const cut = { by: 'cut' as const, carSide: null };
    expect(wireWords(job, car, { ...line, intercepted: cut })).toBe('cut');
    expect(loadWords(job, car, { ...line, drives: bare })).toEqual(['nothing']);
    expect(loadWords(job, car, { ...line, drives: { ...bare, resistor: { ohm: 47, watts: 20 } } })).toEqual([
      'a resistor of 47 Ω, 20 W',
    ]);
  });

  it('goes on where something was removed since', () => {
    const none = { ...job, units: [], targets: [] };
    expect(sourceWords(none, car, { from: 'output', pairId: 'gone' })).toBe('an output that is gone');
    expect(sourceWords(job, car, { from: 'device', deviceId: 'gone', output: 1 })).toBe(
      'A device that is gone, channel 1',
    );
  });

  it('says which speakers play a sound', () => {
    const ids = car.speakers.filter((s) => s.fate === 'replaced').map((s) => s.id);
    expect(playedOn(job, car, [ids[0], ids[0], 'gone'])).toBe(
      speakerName(
        job,
        car.speakers.find((s) => s.id === ids[0])!,
      ),
    );
    expect(playedOn(job, car, ids.slice(0, 2)).split('; ')).toHaveLength(2);
    expect(playedOn(job, car, [])).toBe('');
  });
});
