import type { InsertKind, SetupChange, SystemPlace } from '@ulpen/core';
import { useDevices } from '../../../api/shop-queries.ts';
import { KIND_WORD } from '../../../ui/device-words.ts';
import { SelectField } from '../../../ui/SelectField.tsx';
import { useFramedPlan } from '../PlanFrame.tsx';
import { INSERT_FOR } from './insert-for.ts';

/** What stands at each place that the system has once. */
const KIND_AT: Record<SystemPlace, InsertKind> = { 'turn-on': 'remote-delay', supply: 'breaker' };
const NONE = 'none';

/** The main fuse as it was chosen is not the breaker's rating. */
function withoutFuse({ supply, ...setup }: SetupChange): SetupChange {
  const { fuseAmps: _, ...rest } = supply ?? {};
  return Object.keys(rest).length > 0 ? { ...setup, supply: rest } : setup;
}

/** A turn-on delay or a circuit breaker is put in or taken out, where its lead or its cable is set. */
export function SystemInsert({ at }: { at: SystemPlace }) {
  const { changes, change } = useFramedPlan().shown;
  const kind = KIND_AT[at];
  const library = (useDevices().data ?? []).filter((d) => d.kind === kind);
  const own = changes.inserts.find((i) => i.at === at);
  const entry = library.find((d) => d.id === own?.deviceId) ?? library.find((d) => d.name === own?.device);
  return (
    <SelectField
      id={`pick-${kind}`}
      label={KIND_WORD[kind]}
      value={own ? (entry?.id ?? null) : NONE}
      options={[
        { value: NONE, word: 'none' },
        { value: null, word: 'model still to be chosen' },
        ...library.map((d) => ({ value: d.id, word: d.fuseAmps ? `${d.name}, ${d.fuseAmps} A` : d.name })),
      ]}
      help={`${INSERT_FOR[kind].charAt(0).toUpperCase()}${INSERT_FOR[kind].slice(1)}.`}
      onChange={(chosen) => {
        const others = changes.inserts.filter((i) => i.at !== at);
        const device = library.find((d) => d.id === chosen)?.name ?? null;
        const put = { kind, at, targetId: null, deviceId: chosen, device };
        const inserts = chosen === NONE ? others : [...others, put];
        change({ ...changes, inserts, setup: at === 'supply' ? withoutFuse(changes.setup) : changes.setup });
      }}
    />
  );
}
