import { create } from 'zustand';
import { z } from 'zod';
import {
  INSTRUMENT_KINDS,
  type ShopInstrument,
  type InstrumentKind,
  type MadeWith,
  type Reading,
} from '@ulpen/core';
import { useInstruments } from '../api/shop-queries.ts';

const KEY = 'ulpen-in-hand';
/** What a sound is recorded or analysed with. */
export const AT_INPUT = ['input', 'reducer'] as const;
const keptSchema = z.partialRecord(z.enum(INSTRUMENT_KINDS), z.uuid());
type InHand = z.infer<typeof keptSchema>;

function kept(): InHand {
  try {
    return keptSchema.parse(JSON.parse(localStorage.getItem(KEY) ?? '{}'));
  } catch {
    return {};
  }
}

interface InHandState {
  ids: InHand;
  take: (kind: InstrumentKind, id: string | null) => void;
}

/** Which of the shop's instruments are used at this machine; they stay in hand until another is taken. */
export const useInHandStore = create<InHandState>((set, get) => ({
  ids: kept(),
  take: (kind, id) => {
    const { [kind]: _, ...others } = get().ids;
    const ids = id === null ? others : { ...others, [kind]: id };
    localStorage.setItem(KEY, JSON.stringify(ids));
    set({ ids });
  },
}));

/** What is measured now is measured with these: one of each kind at the most, as far as the shop has them. */
export function useMadeWith(kinds: readonly InstrumentKind[]): MadeWith {
  const ids = useInHandStore((s) => s.ids);
  const known = useInstruments().data ?? [];
  return madeWithOf(kinds, ids, known);
}

/** What a meter shows; the rest is seen or heard. */
const METERED: ReadonlySet<Reading['observation']['kind']> = new Set(['dc', 'ac', 'ohms']);
const METER = ['meter'] as const;

/** What a reading of some kind is made with now. */
export function useReadWith(): (kind: Reading['observation']['kind']) => { madeWith: MadeWith } | null {
  const madeWith = useMadeWith(METER);
  return (kind) => (METERED.has(kind) && madeWith.length > 0 ? { madeWith } : null);
}

export const madeWithOf = (
  kinds: readonly InstrumentKind[],
  ids: InHand,
  known: readonly ShopInstrument[],
): MadeWith =>
  kinds.flatMap((kind) => {
    const found = known.find((i) => i.id === ids[kind] && i.kind === kind);
    return found ? [{ id: found.id, kind, name: found.name, checkedAt: found.checkedAt }] : [];
  });
