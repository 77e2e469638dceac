import { create } from 'zustand';
import { type Conditions, type Instrument, START_CONDITIONS, type View } from '@ulpen/core';

interface FindState {
  instrument: Instrument;
  /** the four steps of balance and fader are gone through on each pair */
  walking: boolean;
  source: 'battery' | 'tester';
  conditions: Conditions;
  /** side from which the face is drawn; null: as the plug was described */
  view: View | null;
  entry: string;
  /** on which wires and under which conditions the typing began; null: nothing is typed */
  begun: string | null;
  /** by touch: the next cavity that is tapped is the second one */
  pairing: boolean;
  choose: (instrument: Instrument) => void;
  walk: () => void;
  setSource: (source: 'battery' | 'tester') => void;
  setConditions: (change: Partial<Conditions>) => void;
  setView: (view: View | null) => void;
  type: (entry: string) => void;
  begin: (at: string) => void;
  setPairing: (pairing: boolean) => void;
}

/** What stays set at the bench until it is changed: instrument, conditions, side of view, and what is being typed. */
export const useFindStore = create<FindState>((set) => ({
  instrument: 'dc',
  walking: false,
  source: 'tester',
  conditions: START_CONDITIONS,
  view: null,
  entry: '',
  begun: null,
  pairing: false,
  // What was typed stays: it is read as the other instrument's, or said to be no value of it.
  choose: (instrument) =>
    set((s) => ({
      instrument,
      walking: false,
      // Leaving the walk puts balance and fader back.
      conditions: s.walking ? { ...s.conditions, balance: 'centre', fader: 'centre' } : s.conditions,
    })),
  walk: () =>
    set((s) => ({
      instrument: 'ac',
      walking: true,
      entry: '',
      conditions: {
        ...s.conditions,
        ignition: 'on',
        radio: 'on',
        sound: 'playing',
        balance: 'left',
        fader: 'centre',
      },
    })),
  setSource: (source) => set({ source }),
  setConditions: (change) => set((s) => ({ conditions: { ...s.conditions, ...change } })),
  setView: (view) => set({ view }),
  type: (entry) => set((s) => ({ entry, begun: entry === '' ? null : s.begun })),
  begin: (begun) => set({ begun }),
  setPairing: (pairing) => set({ pairing }),
}));

/** Balance left, right, fader front, rear; after the last one null. */
export function walkAfter(c: Conditions): Pick<Conditions, 'balance' | 'fader'> | null {
  if (c.balance === 'left') return { balance: 'right', fader: 'centre' };
  if (c.balance === 'right') return { balance: 'centre', fader: 'front' };
  if (c.fader === 'front') return { balance: 'centre', fader: 'rear' };
  return null;
}
export const WALK_START = { balance: 'left', fader: 'centre' } as const;
